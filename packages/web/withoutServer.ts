/** Writes the service worker beside the built application: it names every file that is kept for use without the server. */
import { createHash } from 'node:crypto'
import { readdirSync, readFileSync } from 'node:fs'
import path from 'node:path'
import { build, type Plugin } from 'vite'

const kept = /\.(js|css|html|svg|ttf|pfb|bcmap|woff2|wasm|icc|webmanifest)$/
/** Written here, and asked for anew by the browser itself. */
const worker = 'sw.js'

/**
 * The files of a built application that are kept, by their addresses from its root. What lies in assets/ is named after what it holds and
 * never changes; of the rest the revision is a hash of what it holds.
 */
export function keptFiles(folder: string): { url: string; revision: string | null }[] {
  return readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .map(file => file.split(path.sep).join('/'))
    .filter(file => kept.test(file) && file !== worker)
    .sort()
    .map(url => ({
      url,
      revision: url.startsWith('assets/')
        ? null
        : createHash('sha256')
            .update(readFileSync(path.join(folder, url)))
            .digest('hex')
            .slice(0, 32),
    }))
}

export function withoutServer(): Plugin {
  let folder = ''
  let root = ''
  return {
    name: 'without-server',
    apply: 'build',
    configResolved(config) {
      root = config.root
      folder = path.resolve(root, config.build.outDir)
    },
    // After everything else is written.
    async closeBundle(error?: Error) {
      if (error) return
      await build({
        configFile: false,
        root,
        publicDir: false,
        logLevel: 'error',
        define: { filesOfBuild: JSON.stringify(keptFiles(folder)), 'process.env.NODE_ENV': '"production"' },
        build: {
          outDir: folder,
          emptyOutDir: false,
          lib: { entry: path.join(root, 'src/serviceWorker.ts'), formats: ['iife'], name: 'keptApplication', fileName: () => worker },
        },
      })
    },
  }
}

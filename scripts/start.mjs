// npm start: installs what is missing, builds where the source is newer than what was built, serves, and opens the application.
import { existsSync, readdirSync, statSync } from 'node:fs'
import path from 'node:path'
import { installPackages, run } from './install.mjs'

installPackages()
const newest = folder =>
  Math.max(
    0,
    ...readdirSync(folder, { withFileTypes: true }).map(entry => {
      if (entry.name === 'dist' || entry.name === 'node_modules') return 0
      const file = path.join(folder, entry.name)
      return entry.isDirectory() ? newest(file) : statSync(file).mtimeMs
    }),
  )
const built = 'packages/web/dist/index.html'
if (!existsSync(built) || statSync(built).mtimeMs < Math.max(newest('packages'), newest('demo'))) {
  process.stdout.write('Building …\n')
  run('npx vite build packages/web --logLevel warn')
}
const { register } = await import('tsx/esm/api')
register()
await import('../packages/server/src/main.ts')

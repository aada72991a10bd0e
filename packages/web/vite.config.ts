import path from 'node:path'
import { fileURLToPath } from 'node:url'
import { constants } from 'node:zlib'
import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'
import { compression, defineAlgorithm } from 'vite-plugin-compression2'
import { mathJax } from '../../scripts/mathJax.ts'
import { neededByBoth } from './chunks.ts'
import { withoutServer } from './withoutServer.ts'

const root = path.dirname(fileURLToPath(import.meta.url))
const threads = path.join(root, 'src/workers')

const shelf = /[\\/]shelf-[^\\/]+\.(js|css)$/
/** The server sends what lies packed beside a file to those who can unpack it. */
const packed = (include: RegExp, exclude: RegExp | null, tightly: { gzip: number; brotli: number }) =>
  compression({
    include,
    ...(exclude ? { exclude } : {}),
    threshold: 1024,
    algorithms: [
      defineAlgorithm('gzip', { level: tightly.gzip }),
      defineAlgorithm('brotliCompress', { params: { [constants.BROTLI_PARAM_QUALITY]: tightly.brotli } }),
    ],
  })

export default defineConfig({
  root,
  // Lists of codes of PDFs, which are read from one script (workers/pdfCharacterMaps.ts).
  assetsInclude: ['**/*.bcmap'],
  plugins: [
    react(),
    tailwindcss(),
    mathJax(),
    withoutServer(),
    // The shelf, which everybody waits for, is packed as tightly as it goes; to pack the rest so takes a minute or two, for a tenth less.
    packed(shelf, null, { gzip: 9, brotli: 11 }),
    packed(/\.(js|css|svg|ttf|wasm|icc|webmanifest)$/, shelf, { gzip: 6, brotli: 6 }),
  ],
  worker: {
    format: 'es',
    plugins: () => [mathJax()],
    rolldownOptions: {
      checks: { bundlerTimings: false },
      // What the thread that makes pages shares with others.
      output: {
        codeSplitting: {
          groups: [
            neededByBoth('formulas', 3, threads, 'turnoverThread.ts', 'formulasThread.ts'),
            neededByBoth('books', 2, threads, 'turnoverThread.ts', 'intakeThread.ts'),
            neededByBoth('making', 1, threads, 'turnoverThread.ts', 'dispatchThread.ts'),
          ],
        },
      },
    },
  },
  build: {
    assetsInlineLimit: 0,
    rolldownOptions: {
      // What comes first is called by what it shows.
      input: { shelf: path.join(root, 'index.html') },
      checks: { bundlerTimings: false },
      // What the shelf needs, what reads a work, and what shows it.
      output: {
        codeSplitting: {
          groups: [
            { name: 'shelf', tags: ['$initial'], priority: 3 },
            { name: 'works', test: /[\\/]src[\\/]storage[\\/]works\.ts$/, priority: 2 },
            { name: 'work', test: /[\\/]src[\\/](app[\\/]Frame|views[\\/]galley[\\/]Galley)\.tsx$/, priority: 1 },
          ],
        },
      },
    },
    target: 'es2023',
    chunkSizeWarningLimit: 5000,
    outDir: 'dist',
    emptyOutDir: true,
  },
})

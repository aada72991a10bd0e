import path from 'node:path'
import { fileURLToPath } from 'node:url'
import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'

const root = path.dirname(fileURLToPath(import.meta.url))
/** Without this the bundle carries a second math font that is never used. */
const mathFont = {
  find: /^#default-font\/svg\/default\.js$/,
  replacement: path.resolve(root, '../../node_modules/@mathjax/mathjax-stix2-font/mjs/svg/default.js'),
}

export default defineConfig({
  root,
  plugins: [react(), tailwindcss()],
  resolve: { alias: [mathFont] },
  worker: { format: 'es' },
  build: { assetsInlineLimit: 0, target: 'es2023', chunkSizeWarningLimit: 5000, outDir: 'dist', emptyOutDir: true },
})

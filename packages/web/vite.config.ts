import path from 'node:path'
import { fileURLToPath } from 'node:url'
import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'
import { mathJax } from '../../scripts/mathJax.ts'

const root = path.dirname(fileURLToPath(import.meta.url))

export default defineConfig({
  root,
  plugins: [react(), tailwindcss(), mathJax()],
  worker: { format: 'es', plugins: () => [mathJax()] },
  build: { assetsInlineLimit: 0, target: 'es2023', chunkSizeWarningLimit: 5000, outDir: 'dist', emptyOutDir: true },
})

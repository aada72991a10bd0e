import path from 'node:path'
import { fileURLToPath } from 'node:url'
import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'
import { mathFont } from '../../scripts/mathFont.ts'

const root = path.dirname(fileURLToPath(import.meta.url))

export default defineConfig({
  root,
  plugins: [react(), tailwindcss()],
  resolve: { alias: [mathFont] },
  worker: { format: 'es' },
  build: { assetsInlineLimit: 0, target: 'es2023', chunkSizeWarningLimit: 5000, outDir: 'dist', emptyOutDir: true },
})

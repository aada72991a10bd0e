import path from 'node:path'
import { fileURLToPath } from 'node:url'
import { constants } from 'node:zlib'
import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'
import { compression, defineAlgorithm } from 'vite-plugin-compression2'
import { VitePWA } from 'vite-plugin-pwa'
import { mathJax } from '../../scripts/mathJax.ts'

const root = path.dirname(fileURLToPath(import.meta.url))

export default defineConfig({
  root,
  plugins: [
    react(),
    tailwindcss(),
    mathJax(),
    VitePWA({
      // A new version waits until the author takes it: never in mid-writing.
      registerType: 'prompt',
      injectRegister: false,
      manifest: {
        name: 'Steady Ledger',
        short_name: 'Steady Ledger',
        description: 'Theses and papers whose numbers, references, lists and pages always agree.',
        start_url: '/',
        display: 'standalone',
        background_color: '#f6f1e4',
        theme_color: '#0f5a58',
        icons: [{ src: '/icon.svg', sizes: 'any', type: 'image/svg+xml', purpose: 'any' }],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,ttf,pfb,bcmap,woff2,wasm,icc,webmanifest}'],
        maximumFileSizeToCacheInBytes: 8 * 1024 * 1024,
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/steady-ledger-server/, /^\/blank-page/],
        cleanupOutdatedCaches: true,
        inlineWorkboxRuntime: true,
        sourcemap: false,
      },
    }),
    // The server sends what lies packed beside a file to those who can unpack it.
    compression({
      include: /\.(js|css|svg|ttf|wasm|icc|webmanifest)$/,
      threshold: 1024,
      algorithms: [
        defineAlgorithm('gzip', { level: 9 }),
        defineAlgorithm('brotliCompress', { params: { [constants.BROTLI_PARAM_QUALITY]: 9 } }),
      ],
    }),
  ],
  worker: { format: 'es', plugins: () => [mathJax()], rolldownOptions: { checks: { bundlerTimings: false } } },
  build: {
    assetsInlineLimit: 0,
    rolldownOptions: { checks: { bundlerTimings: false } },
    target: 'es2023',
    chunkSizeWarningLimit: 5000,
    outDir: 'dist',
    emptyOutDir: true,
  },
})

import type { UserConfig } from 'vite'
import { mathJax } from './mathJax.ts'

/** A build for Node: our own code and the formula typesetter in a few files beside each other; other libraries stay where they are installed. */
export const bundledForNode = (root: string, input: Record<string, string>): UserConfig => ({
  root,
  plugins: [mathJax()],
  ssr: { noExternal: [/^@steady-ledger\//, /^@mathjax\//] },
  build: {
    ssr: true,
    target: 'node20',
    outDir: 'dist',
    emptyOutDir: true,
    minify: false,
    rollupOptions: { input, output: { entryFileNames: '[name].js', chunkFileNames: '[name].js' } },
  },
})

import type { UserConfig } from 'vite'
import { mathJax } from './mathJax.ts'

/** A build for Node: our own code and the formula typesetter in a few files beside each other; other libraries stay where they are installed. */
export const bundledForNode = (root: string, input: Record<string, string>): UserConfig => ({
  root,
  plugins: [mathJax()],
  // Files of their own are looked for and read one by one: many small ones took most of the start.
  ssr: {
    noExternal: [
      /^@steady-ledger\//,
      /^@mathjax\//,
      /^@noble\//,
      /^prosemirror-/,
      /^(fflate|hyphen|saxes|xmlchars|orderedmap|linebreak|unicode-trie|tiny-inflate|base64-js|image-size|@sinclair\/typebox)/,
    ],
  },
  build: {
    ssr: true,
    target: 'node20',
    outDir: 'dist',
    emptyOutDir: true,
    minify: false,
    rollupOptions: { input, output: { entryFileNames: '[name].js', chunkFileNames: '[name].js' } },
  },
})

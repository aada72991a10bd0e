import { fileURLToPath } from 'node:url'
import type { Plugin } from 'vite'

const at = (file: string): string => fileURLToPath(new URL(file, import.meta.url))
const font = at('../node_modules/@mathjax/mathjax-stix2-font/mjs/svg/default.js')
const attributes = at('../packages/core/src/formulas/attributes.ts')

/** For builds: leaves out a second math font that is never used, and puts quicker attributes in the place of MathJax's. */
export const mathJax = (): Plugin => ({
  name: 'mathjax-parts',
  enforce: 'pre',
  resolveId(source, importer) {
    if (source === '#default-font/svg/default.js') return font
    return /\/Attributes\.js$/.test(source) && importer?.includes('/@mathjax/src/') ? attributes : null
  },
})

// How Node loads a file in TypeScript, by swc. See typescript.mjs.
import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { transformSync } from '@swc/core'

const at = file => new URL(file, import.meta.url).href
const font = at('../node_modules/@mathjax/mathjax-stix2-font/mjs/svg/default.js')
const attributes = at('../packages/core/src/formulas/attributes.ts')

/** MathJax has in it what it has in builds, by mathJax.ts: one font, and the quicker attributes. */
export async function resolve(specifier, context, nextResolve) {
  if (specifier === '#default-font/svg/default.js') return { url: font, shortCircuit: true }
  if (specifier.endsWith('/Attributes.js') && context.parentURL?.includes('/@mathjax/src/')) return { url: attributes, shortCircuit: true }
  return nextResolve(specifier, context)
}

export async function load(url, context, nextLoad) {
  if (!/\.tsx?$/.test(new URL(url).pathname)) return nextLoad(url, context)
  const filename = fileURLToPath(url)
  const { code } = transformSync(readFileSync(filename, 'utf8'), {
    filename,
    swcrc: false,
    sourceMaps: 'inline',
    jsc: {
      parser: { syntax: 'typescript', tsx: filename.endsWith('x') },
      target: 'es2022',
      transform: { react: { runtime: 'automatic' } },
    },
    module: { type: 'es6' },
  })
  return { format: 'module', source: code, shortCircuit: true }
}

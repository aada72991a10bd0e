// How Node loads a file in TypeScript, by swc. See typescript.mjs.
import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { transformSync } from '@swc/core'
import { insteadOf } from './mathJaxParts.mjs'

/** MathJax has in it what it has in builds. */
export async function resolve(specifier, context, nextResolve) {
  const url = insteadOf(specifier, context.parentURL)
  return url ? { url, shortCircuit: true } : nextResolve(specifier, context)
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

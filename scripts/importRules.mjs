// Writes the import directions of stages.mjs into biome.json as rules of the linter: `npm run format` runs it, a test sees that it was run.
import { readFileSync, writeFileSync } from 'node:fs'
import { outside, stages } from './stages.mjs'

const file = new URL('../biome.json', import.meta.url)
/** Deepest nesting of folders in a stage. */
const depths = ['../', '../../', '../../../']

const restricted = (includes, patterns, more = {}) => ({
  includes,
  linter: { rules: { style: { noRestrictedImports: { level: 'error', options: { patterns } } }, ...more } },
})
const rulesOf = (stage, index) => {
  const later = stages.slice(index + 1).flatMap(other => depths.map(up => `${up}${other}/**`))
  return restricted(
    [`packages/core/src/${stage}/**`],
    [
      { group: outside, message: 'The core computes and nothing else: no interface, no storage, no Node.' },
      ...(later.length ? [{ group: later, message: 'The stages of the core import in one direction: docs/structure.md.' }] : []),
    ],
    { correctness: { noNodejsModules: 'error' } },
  )
}

/** The settings of the linter with the rules of the stages, as text. */
export function withImportRules(text) {
  const settings = JSON.parse(text)
  const own = settings.overrides.filter(({ includes }) => !includes.some(path => path.startsWith('packages/core/src/')))
  return `${JSON.stringify({ ...settings, overrides: [...stages.map(rulesOf), ...own] }, null, 2)}\n`
}

if (process.argv[1] === new URL(import.meta.url).pathname) writeFileSync(file, withImportRules(readFileSync(file, 'utf8')))

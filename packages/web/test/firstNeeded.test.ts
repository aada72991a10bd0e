/** What is needed before a work is shown: neither the shaper of letters nor the converter of formulas, nor anything else that pages alone need. */
import { readFileSync } from 'node:fs'
import path from 'node:path'

const packages = path.resolve(import.meta.dirname, '../..')
const core = '@steady-ledger/core/'

/** Whether everything that an import names is a type: it is gone when the program runs. */
const typesAlone = (named: string): boolean =>
  /^\{[\s\S]*\}$/.test(named.trim()) &&
  named
    .replace(/[{}]/g, '')
    .split(',')
    .filter(name => name.trim())
    .every(name => name.trim().startsWith('type '))

/** All modules that are read before one of them runs, each with the one that asked for it; packages by their names. */
function neededBy(entry: string): Map<string, string> {
  const needed = new Map([[path.join(packages, entry), '']])
  for (const [file] of needed) {
    if (!/\.tsx?$/.test(file)) continue
    for (const [, named = '', from = ''] of readFileSync(file, 'utf8').matchAll(
      /^(?:import|export)\s+(?!type\b)(?:([^'";]+?)\s+from\s+)?'([^']+)'/gm,
    )) {
      if (typesAlone(named)) continue
      const found = from.startsWith(core)
        ? path.join(packages, 'core/src', from.slice(core.length))
        : from.startsWith('.')
          ? path.resolve(path.dirname(file), from)
          : from
      if (!needed.has(found)) needed.set(found, file)
    }
  }
  return needed
}

/** How one is reached, for whoever has to part them. */
function wayTo(name: string, needed: ReadonlyMap<string, string>): string[] {
  const way: string[] = []
  for (let at: string | undefined = name; at; at = needed.get(at)) way.unshift(at.replace(`${packages}/`, ''))
  return way
}

test.each(['web/src/main.tsx', 'web/src/app/Frame.tsx', 'web/src/views/galley/Galley.tsx', 'web/src/views/pages/PagesView.tsx'])(
  '%s needs nothing that pages are made with',
  entry => {
    const needed = neededBy(entry)
    const heavy = [...needed.keys()].filter(name =>
      /^(harfbuzzjs|citeproc|pdfkit|pdf-lib|pdfjs-dist)|stix2-font|core\/src\/turnover\/turnover\.ts$/.test(name),
    )
    expect(heavy.map(name => wayTo(name, needed))).toEqual([])
  },
)

test('what makes pages needs them', () => {
  const needed = neededBy('web/src/workers/turnoverThread.ts')
  expect(['harfbuzzjs', 'citeproc'].filter(name => !needed.has(name))).toEqual([])
})

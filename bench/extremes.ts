/**
 * Works that are of one thing alone, each in an engine of its own: hundreds of figures, one paragraph, one address, one title, one formula.
 * Prints milliseconds by name and the peak memory of the process, in bytes, as JSON.
 */
import { div, fig, h2, identified, p, plainEq, t } from '../demo/src/builder.ts'
import { readFonts } from '../packages/cli/src/host.ts'
import { createTypesetter } from '../packages/core/src/formulas/converter.ts'
import { readPatterns } from '../packages/core/src/languages/patterns.ts'
import { TurnoverEngine } from '../packages/core/src/turnover/turnover.ts'
import { openFonts } from '../packages/core/src/type/fonts.ts'
import { emptyParts } from '../packages/core/src/work/parts/index.ts'
import type { Node } from '../packages/core/src/work/schema.ts'

// What words are divided by is there before anything is timed.
await readPatterns(['en-gb'])

const words = (count: number): string =>
  Array.from({ length: count }, (_, i) => ['wind', 'moves', 'the', 'water', 'below'][i % 5]).join(' ')
const figures = (width: (i: number) => number): Node[] =>
  Array.from({ length: 1000 }, (_, i) => fig(`f${i}`, { picture: '', alternative: '', width: width(i) }, t`A view of it.`))

const extremes: [name: string, blocks: () => Node[]][] = [
  ['1,000 small figures', () => figures(() => 0.2)],
  ['1,000 figures of many sizes', () => figures(i => 0.1 + ((i * 7) % 10) / 12)],
  ['a paragraph of 200,000 words', () => [p`${words(200_000)}`]],
  ['an address of 16,000 slashes', () => [p`https://vessary.example${'/'.repeat(16_000)}`]],
  ['a title of 2,000 words', () => [h2('x', words(2000))]],
  ['a formula of 2,000 terms', () => [plainEq(Array.from({ length: 2000 }, () => 'x').join('+'))]],
]

const fonts = openFonts(readFonts())
const times = extremes.map(([name, blocks]) => {
  const work = { ...emptyParts('thesis'), doc: identified([div({ role: 'chapter' }, 'Chapter', ...blocks())], 'x'), pictures: new Map() }
  const began = performance.now()
  new TurnoverEngine(fonts, createTypesetter()).run(work)
  return { name, milliseconds: performance.now() - began }
})
process.stdout.write(JSON.stringify({ times, peak: process.resourceUsage().maxRSS * 1024 }))

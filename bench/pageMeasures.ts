/**
 * What a typesetter would mark on the pages of the demo works, of a generated work and of both in every ready-made style, counted. Writes the
 * table into docs/pages.md: `npm run measure:pages`.
 */
import { readFileSync, writeFileSync } from 'node:fs'
import { generateWork } from '../demo/src/generate.ts'
import { demoWorks } from '../demo/src/index.ts'
import { readFonts } from '../packages/cli/src/host.ts'
import { createTypesetter } from '../packages/core/src/formulas/converter.ts'
import type { Mark } from '../packages/core/src/pages/box.ts'
import type { Page } from '../packages/core/src/pages/page.ts'
import { type Turnover, TurnoverEngine } from '../packages/core/src/turnover/turnover.ts'
import { type Fonts, openFonts } from '../packages/core/src/type/fonts.ts'
import { readPatternsFor } from '../packages/core/src/type/languagesIn.ts'
import { type Line, type TextPiece, widthOfPiece } from '../packages/core/src/type/line.ts'
import { readyStyles } from '../packages/core/src/work/parts/readyStyles.ts'
import type { Work } from '../packages/core/src/work/work.ts'

/** A line of running text, and whether its paragraph goes on after it. */
interface TextLine {
  line: Line
  block: string
  goesOn: boolean
}

type LineMark = Extract<Mark, { kind: 'line' }>
const running = new Set(['P', 'LBody'])

function linesOf({ pages }: Turnover): TextLine[] {
  const lines = pages.flatMap(({ placed }) =>
    placed.flatMap(({ box }) => {
      const mark = box.float ? undefined : box.marks.find((found): found is LineMark => found.kind === 'line' && running.has(found.tag))
      return mark ? [{ line: mark.line, block: box.block }] : []
    }),
  )
  return lines.map((each, i) => ({ ...each, goesOn: lines[i + 1]?.block === each.block }))
}

/** By how much of what they may stretch the spaces of a line are opened: 0 as in the face, 1 half as wide again, below 0 tightened. */
function looseness(line: Line, fonts: Fonts): number | null {
  let opened = 0
  let natural = 0
  const { pieces } = line
  pieces.forEach((piece, i) => {
    const next = pieces[i + 1]
    if (!next) return
    const gap = next.x - piece.x - widthOfPiece(piece)
    if (gap < piece.size * 0.08) return
    const face = [piece, next].find((each): each is TextPiece => 'shape' in each)?.shape.face ?? 'serif'
    natural += fonts[face]!.shape(' ').width * piece.size
    opened += gap
  })
  return natural ? (opened - natural) / (natural * 0.5) : null
}

/** Hyphens at the ends of three lines or more in a row, and last lines that are the rest of a word alone. */
function hyphens(lines: readonly TextLine[]): { ladders: number; fragments: number } {
  let row = 0
  let ladders = 0
  let fragments = 0
  lines.forEach(({ line, goesOn }, i) => {
    row = line.hyphenated ? row + 1 : 0
    if (row === 3) ladders++
    const before = lines[i - 1]
    if (!goesOn && before?.goesOn && before.line.hyphenated && line.pieces.length === 1) fragments++
  })
  return { ladders, fragments }
}

/** Of spreads whose pages are both full, how many end on one line. */
function spreads({ pages, work }: Turnover): { all: number; equal: number } {
  const { body } = work.houseStyle
  const foot = ({ placed }: Page): number => Math.max(0, ...placed.map(({ y, box }) => y + box.height))
  let all = 0
  let equal = 0
  pages.forEach((page, i) => {
    const right = pages[i + 1]
    const after = pages[i + 2]
    const full = (one: Page, next: Page | undefined): boolean => next !== undefined && next.division === one.division
    if (page.side !== 'verso' || !right || !full(page, right) || !full(right, after)) return
    all++
    if (Math.abs(foot(page) - foot(right)) < body.leading / 2) equal++
  })
  return { all, equal }
}

async function measure(name: string, work: Work): Promise<string> {
  await readPatternsFor(work)
  const fonts = openFonts(readFonts(work.houseStyle.families))
  const turnover = new TurnoverEngine(fonts, formulas).run(work)
  const lines = linesOf(turnover)
  const justified = work.houseStyle.body.align === 'justified'
  const ratios = justified ? lines.filter(({ goesOn }) => goesOn).flatMap(({ line }) => looseness(line, fonts) ?? []) : []
  const loose = ratios.filter(ratio => ratio > 1.001).length
  const { ladders, fragments } = hyphens(lines)
  const { all, equal } = spreads(turnover)
  const share = (part: number, whole: number): string => (whole ? `${((part / whole) * 100).toFixed(1)} %` : '–')
  return `| ${[
    name,
    turnover.pages.length,
    lines.length,
    share(loose, ratios.length),
    ratios.length ? Math.max(...ratios).toFixed(1) : '–',
    ladders,
    fragments,
    work.houseStyle.page.twoSided ? `${equal} of ${all}` : '–',
  ].join(' | ')} |`
}

const formulas = createTypesetter()
const works: [string, Work][] = [
  ['thesis', await demoWorks.thesis()],
  ['paper', await demoWorks.paper()],
  ['paper in columns', await demoWorks.columns()],
  ['generated, 100 pages', generateWork(100, 1)],
]
const rows: string[] = []
for (const [name, work] of works) {
  rows.push(await measure(`${name}, as it is`, work))
  if (work.settings.kind === 'thesis')
    for (const { make } of readyStyles) {
      const houseStyle = make()
      rows.push(await measure(`${name}: ${houseStyle.name}`, { ...work, houseStyle }))
    }
}
const table = [
  '| work and style | pages | lines of text | looser than +1 | worst | ladders of 3 hyphens | word ends as last lines | spreads that end on one line |',
  '| --- | --- | --- | --- | --- | --- | --- | --- |',
  ...rows,
].join('\n')
const file = new URL('../docs/pages.md', import.meta.url)
const text = readFileSync(file, 'utf8')
writeFileSync(file, text.replace(/(<!-- measured -->\n)[\s\S]*?(\n<!-- end -->)/, `$1${table}$2`))
process.stdout.write(`${table}\n`)

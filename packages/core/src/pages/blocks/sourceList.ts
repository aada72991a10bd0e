/** A list of sources: numbers in a column, or hanging lines; each entry is a place that citations lead to, and says where it is cited. */
import type { ListedSource, SourceList } from '../../content/citations/citations.ts'
import { type CitedPlace, citedPlaces, severalPages } from '../../content/citations/citedPlaces.ts'
import { exceptionsIn } from '../../type/hyphenation.ts'
import { type Run, runsOfPieces } from '../../type/inline.ts'
import type { Line } from '../../type/line.ts'
import { setParagraph } from '../../type/paragraph.ts'
import type { TextStyle } from '../../work/parts/houseStyle.ts'
import { box, costs, lineBoxes, type StripItem, space } from '../box.ts'
import { type BlockHandler, type Setting, words } from '../setting.ts'

/** Between a number and its entry, and how far later lines of an entry hang, in em; between entries, in lines. */
const numberGap = 0.8
const hang = 1.6
const between = 0.35

/** Everything that the lines depend on beside the house style, as one string. */
export const sourcesKey = ({ entries, hanging }: SourceList, setting: Setting): string =>
  JSON.stringify([
    hanging,
    entries.map(({ anchor, margin, text, language, cited }) => [anchor, margin, text, language, pagesOf(cited, setting)]),
  ])

/** The pages on which a source is cited, each with the place that it leads to; nothing where they are not asked for. */
const pagesOf = (cited: ListedSource['cited'], { citedOn }: Setting): CitedPlace[] => (citedOn ? citedPlaces(cited, citedOn) : [])

export function sourceList(list: string, { entries, hanging }: SourceList, setting: Setting): StripItem[] {
  const { contents } = setting.houseStyle
  // Names, numbers and addresses are not divided: lines of one length would tear them apart.
  const style: TextStyle = { ...contents.line, align: 'left' }
  const numbers = entries.map(entry => {
    const runs = runsOfPieces(entry.margin, style, setting).map(run => ({ ...run, lead: back(entry) }))
    return runs.length ? linesOf(runs, style, 1e4, setting)[0] : undefined
  })
  const widest = Math.max(0, ...numbers.map(line => line?.end ?? 0))
  const left = widest ? widest + numberGap * style.size : hanging ? hang * style.size : 0
  return entries.flatMap((entry, order): StripItem[] => {
    const within = [`L ${list}|ListNumbering=${hanging ? 'None' : 'Decimal'}`, `LI ${list} ${entry.source}`]
    const lines = linesOf(runsOfEntry(entry, style, setting), style, setting.measure - left, setting, widest || !hanging ? 0 : -left)
    const boxes = lineBoxes(lines, {
      ...style,
      x: left,
      tag: 'LBody',
      block: list,
      begins: [entry.anchor],
      within: [...within, `LBody ${within[1]}`],
    })
    const number = numbers[order]
    const [first] = boxes
    if (first && number) {
      const { baseline } = first.marks[0] as { baseline: number }
      // Numbers end where the longest of them does.
      const x = widest - number.end
      first.marks.unshift({ kind: 'line', x, baseline, line: number, tag: 'Lbl', within: [...within, `Lbl ${within[1]}`] })
    }
    const last = boxes.at(-1)
    if (last && order < entries.length - 1) last.breakAfter = Math.max(last.breakAfter, costs.insideList)
    return order ? [space(style.leading * between), ...boxes] : boxes
  })
}

/** To where a source is cited first. */
const back = ({ cited }: ListedSource): Run['lead'] => (cited[0] ? { entry: cited[0].id } : null)

function runsOfEntry(entry: ListedSource, style: TextStyle, setting: Setting): Run[] {
  const own = entry.language ? { language: entry.language } : {}
  const runs = runsOfPieces(entry.text, style, setting).flatMap(({ whole: _whole, ...run }): Run[] =>
    // Ranges of pages and years are not torn apart.
    run.text.split(/(\d+–\d+)/).flatMap((text, order): Run[] => {
      if (!text) return []
      return [{ ...run, ...own, text, divisible: order % 2 === 0 && !run.lead, ...(order % 2 ? { whole: true as const } : {}) }]
    }),
  )
  // Where no number does, its first words lead back into the text.
  if (!entry.margin.length && runs[0] && !runs[0].lead) runs[0] = { ...runs[0], lead: back(entry) }
  const pages = pagesOf(entry.cited, setting)
  if (!pages.length) return runs
  const { citedOn, shortPage, shortPages } = setting.words
  const said = pages.flatMap(({ text, lead }, index): Run[] => [
    ...(index ? [words(', ', style)] : []),
    words(text, style, { lead: lead ? { entry: lead } : null }),
  ])
  return [...runs, words(` ${citedOn} ${severalPages(pages) ? shortPages : shortPage}\u00a0`, style), ...said, words('.', style)]
}

const linesOf = (runs: Run[], style: TextStyle, measure: number, setting: Setting, indent = 0): Line[] => {
  const { fonts, language, houseStyle } = setting
  return setParagraph(runs, fonts, {
    measure,
    style,
    indent,
    hyphenate: houseStyle.hyphenate,
    exceptions: exceptionsIn(houseStyle.divided),
    opticalMargins: houseStyle.opticalMargins,
    language,
  })
}

/** The list of what is cited in its own division. */
export const sourceListBlock: BlockHandler<'sourceList'> = (node, setting, { division }) => {
  const { id } = node.attrs
  const list = setting.sourceLists.get(division)
  return [box(0, [], { block: id, begins: [id], breakAfter: Infinity }), ...(list ? sourceList(id, list, setting) : [])]
}

/** The lists that the program writes, as fields whose results are filled with what is true now. */

import type { SaidEntries, SaidIndex, SaidRegister, SaidSources } from '../manuscript/manuscript.ts'
import { saidAgain } from '../manuscript/within.ts'
import type { Element, Markup } from '../markup/markup.ts'
import type { WordContext } from './context.ts'
import { inlineOoxml } from './inlineOoxml.ts'
import { field, paragraph, run, twips, w } from './wordElements.ts'

const begin = (instruction: string): Element[] => [
  w('r', {}, w('fldChar', { fldCharType: 'begin' })),
  w('r', {}, w('instrText', { 'xml:space': 'preserve' }, ` ${instruction} `)),
  w('r', {}, w('fldChar', { fldCharType: 'separate' })),
]
const end = (): Element => w('r', {}, w('fldChar', { fldCharType: 'end' }))

/** A field over several paragraphs. */
function spread(instruction: string, paragraphs: readonly Element[], empty: string): Element[] {
  const all = paragraphs.length ? paragraphs : [paragraph(empty, [])]
  return all.map((made, at) => {
    const [properties, ...rest] = made.children
    const head = at === 0 ? begin(instruction) : []
    const tail = at === all.length - 1 ? [end()] : []
    const own = properties && typeof properties !== 'string' && 'name' in properties && properties.name === 'w:pPr'
    return { ...made, children: own ? [properties, ...head, ...rest, ...tail] : [...head, ...made.children, ...tail] }
  })
}

/** Number, words, dots and the page of each entry; the whole leads to it. */
export function contentsOoxml({ of, series, depth, entries }: SaidEntries, context: WordContext): Element[] {
  const { bookmarks, kinds, measure, manuscript } = context
  const { line: look, indent, looks, gap } = manuscript.work.houseStyle.contents
  // Words begin behind the widest number of their level: letters and figures take about half their size.
  const roomOf = (level: number): number =>
    Math.max(0, ...entries.map(each => (each.level === level ? each.number.length : 0))) * look.size * 0.55 + gap
  const left = (level: number): number => (of === 'series' ? 0 : indent * Math.max(0, level - 1))
  const dotted = (level: number): boolean => looks[Math.min(Math.max(1, level), looks.length) - 1]!.leader || of === 'series'
  const tabs = (level: number): Element =>
    w(
      'tabs',
      {},
      w('tab', { val: 'left', pos: twips(left(level) + roomOf(level)) }),
      w('tab', { val: 'right', leader: dotted(level) ? 'dot' : null, pos: twips(measure) }),
    )
  const style = (level: number): string => (of === 'series' ? 'TableofFigures' : `TOC${Math.min(9, Math.max(1, level))}`)
  const made = entries.map(({ id, number, said, level, page, line }) => {
    if (line) return paragraph(style(level), inlineOoxml(saidAgain(said), context, [w('i'), w('iCs')]))
    const words: Markup[] = [
      ...(number ? [run(`${number}\t`)] : []),
      ...inlineOoxml(saidAgain(said), context),
      ...(page ? [run('\t'), ...(kinds.has(id) ? field(`PAGEREF ${bookmarks.nameOf(id)} \\h`, [run(page)]) : [run(page)])] : []),
    ]
    return paragraph(style(level), kinds.has(id) ? [w('hyperlink', { anchor: bookmarks.nameOf(id), history: 1 }, words)] : words, [
      tabs(of === 'series' ? 1 : level),
    ])
  })
  const instruction =
    of === 'series'
      ? `TOC \\h \\z \\c "${series}"`
      : of === 'division'
        ? `TOC \\o "2-${depth}" \\h \\z \\b ${bookmarks.nameOf(`all ${context.division.id}`)}`
        : `TOC \\o "1-${depth}" \\t "Part,1" \\h \\z`
  return spread(instruction, made, style(1))
}

export function indexOoxml({ entries }: SaidIndex, context: WordContext): Element[] {
  const { words, work } = context.manuscript
  const made = entries.map(({ level, heading, locators, see, seeAlso }) => {
    const pages = locators.flatMap(({ text, main, mark }): Markup[] => {
      const shown = run(text, main ? [w('b'), w('bCs')] : [])
      return [run(', '), context.kinds.has(mark) ? w('hyperlink', { anchor: context.bookmarks.nameOf(mark), history: 1 }, shown) : shown]
    })
    const sends = (word: string, terms: readonly string[], sign: string): Markup[] =>
      terms.length ? [run(sign), run(word, [w('i'), w('iCs')]), run(` ${terms.join('; ')}`)] : []
    return paragraph(`Index${Math.min(9, level)}`, [
      run(heading),
      ...pages,
      ...sends(words.see, see, ', '),
      ...sends(words.seeAlso, seeAlso, see.length || locators.length ? '; ' : ', '),
    ])
  })
  return spread(`INDEX \\e ", " \\c "${work.houseStyle.index.columns}" \\z "2057"`, made, 'Index1')
}

/** Columns that align, by tabs: the short form, what it stands for, its unit, its page. */
export function registerOoxml({ rows }: SaidRegister, context: WordContext): Element[] {
  const { measure, kinds, bookmarks } = context
  const units = rows.some(({ unit }) => unit.length)
  const short = twips(90)
  const right = twips(measure)
  const unitAt = twips(measure - 90)
  const tabs = w(
    'tabs',
    {},
    w('tab', { val: 'left', pos: short }),
    ...(units ? [w('tab', { val: 'left', pos: unitAt })] : []),
    w('tab', { val: 'right', pos: right }),
  )
  return rows.flatMap(row => [
    ...(row.opens ? [paragraph('RegisterGroup', [run(row.opens)])] : []),
    paragraph(
      'Register',
      [
        ...inlineOoxml(row.short, context),
        run('\t'),
        ...(row.full ? inlineOoxml([row.full], context) : []),
        ...(units ? [run('\t'), ...inlineOoxml(row.unit, context)] : []),
        ...(row.page
          ? [run('\t'), ...(kinds.has(row.first) ? field(`PAGEREF ${bookmarks.nameOf(row.first)} \\h`, [run(row.page)]) : [run(row.page)])]
          : []),
      ],
      [tabs, w('ind', { left: short, hanging: short })],
    ),
  ])
}

export const sourcesOoxml = ({ entries }: SaidSources, context: WordContext): Element[] =>
  entries.map(({ anchor, margin, said, pages, language }) => {
    const numbered = margin.length > 0
    const left = twips(numbered ? 30 : 18)
    const look = language ? [w('lang', { val: language })] : []
    return paragraph(
      'Bibliography',
      context.bookmarks.around(anchor, [
        ...(numbered ? [...inlineOoxml(saidAgain(margin), context), run('\t')] : []),
        ...inlineOoxml(said, context, look),
        ...inlineOoxml(pages, context),
      ]),
      [w('ind', { left, hanging: left })],
    )
  })

/** Styles of an office text, as the house style sets its texts; their names are those that office programs know. */
import type { HeadingStyle, HouseStyle, TextStyle } from '../../work/parts/houseStyle.ts'
import type { Manuscript } from '../manuscript/manuscript.ts'
import { type Element, xmlOf } from '../markup/markup.ts'
import { faceOf } from '../officeFaces.ts'
import type { Plans } from './planNumbers.ts'
import { type Properties, paragraphProperties, runProperties, twips, w } from './wordElements.ts'

export const wordNamespace = 'http://schemas.openxmlformats.org/wordprocessingml/2006/main'

const halfPoints = (size: number): number => Math.round(size * 2)

function lookOf(style: TextStyle, house: HouseStyle): Element[] {
  const { name, strong, slanted } = faceOf(style, house)
  const size = halfPoints(style.size)
  return [
    w('rFonts', { ascii: name, hAnsi: name, cs: name, eastAsia: name }),
    ...(strong ? [w('b'), w('bCs')] : []),
    ...(slanted ? [w('i'), w('iCs')] : []),
    w('sz', { val: size }),
    w('szCs', { val: size }),
  ]
}

const alignments = { left: 'left', right: 'right', centre: 'center', justified: 'both' } as const

/** Lines at least so far apart: a formula may need more. */
const spacing = (style: TextStyle, before = style.before, after = style.after): Element =>
  w('spacing', { before: twips(before), after: twips(after), line: twips(style.leading), lineRule: 'atLeast' })

interface Made {
  id: string
  name: string
  kind?: 'paragraph' | 'character'
  over?: string
  next?: string
  paragraph?: Properties
  run?: Properties
  /** Of our own: programs have none of this name. */
  custom?: boolean
}

const styleElement = ({ id, name, kind = 'paragraph', over, next, paragraph = [], run = [], custom }: Made): Element =>
  w(
    'style',
    { type: kind, styleId: id, customStyle: custom ? 1 : null, default: id === 'Normal' ? 1 : null },
    w('name', { val: name }),
    over ? w('basedOn', { val: over }) : null,
    next ? w('next', { val: next }) : null,
    w('qFormat'),
    paragraphProperties(paragraph),
    runProperties(run),
  )

/** The number of the list that chapters and their sections count by. */
export const mainList = 1

export function stylesOoxml({ work, language }: Manuscript, { live }: Pick<Plans, 'live'>): string {
  const { houseStyle: house } = work
  const { body, headings, part, caption, note, quotation, verse, epigraph, listing, titlePage, table, contents, index, hyphenate } = house
  const indent = house.indent ? [w('ind', { firstLine: twips(house.indent) })] : []
  const heading = (style: HeadingStyle, level: number): Properties => [
    w('keepNext'),
    w('keepLines'),
    w('suppressAutoHyphens'),
    spacing(style),
    w('jc', { val: alignments[style.align] }),
    w('outlineLvl', { val: level }),
  ]
  // A heading that is written there counts as well.
  const counts = (at: number): Element | null =>
    live.lists.get('main')?.levels[at]?.text ? w('numPr', {}, w('ilvl', { val: at }), w('numId', { val: mainList })) : null
  const slanted = [w('i'), w('iCs')]
  const text = (id: string, name: string, style: TextStyle, more: Properties = [], own: Partial<Made> = {}): Made => ({
    id,
    name,
    over: 'Normal',
    paragraph: [spacing(style), w('ind', { firstLine: 0 }), w('jc', { val: alignments[style.align] }), ...more].filter(
      (each, at, all) => !each || all.findLastIndex(other => other && other.name === each.name) === at,
    ),
    run: lookOf(style, house),
    ...own,
  })
  const inset = ({ indent: by }: { indent: number }): Element => w('ind', { left: twips(by), right: twips(by), firstLine: 0 })
  const plain = w('ind', { firstLine: 0 })
  const all: Made[] = [
    {
      id: 'Normal',
      name: 'Normal',
      paragraph: [w('widowControl'), spacing(body, 0, house.paragraphGap), ...indent, w('jc', { val: alignments[body.align] })],
      run: lookOf(body, house),
    },
    ...Array.from({ length: 9 }, (_, at): Made => {
      const style = headings[Math.min(at, headings.length - 1)]!
      return {
        id: `Heading${at + 1}`,
        name: `heading ${at + 1}`,
        over: 'Normal',
        next: 'Normal',
        paragraph: [...heading(style, at), plain, counts(at)],
        run: lookOf(style, house),
      }
    }),
    {
      id: 'Part',
      name: 'Part',
      over: 'Normal',
      next: 'Normal',
      custom: true,
      paragraph: [...heading(part, 0), plain],
      run: lookOf(part, house),
    },
    text('Title', 'Title', titlePage.title),
    text('TitlePageLine', 'Title page line', titlePage.line, [], { custom: true }),
    text('Caption', 'caption', { ...caption, before: house.float.captionGap, after: house.float.captionGap }, [w('keepLines')]),
    text('PanelCaption', 'Panel caption', caption, [w('jc', { val: 'center' })], { custom: true }),
    {
      id: 'Figure',
      name: 'Figure',
      over: 'Normal',
      custom: true,
      paragraph: [
        w('spacing', { before: twips(house.float.before), after: 0, line: 240, lineRule: 'auto' }),
        plain,
        w('jc', { val: 'center' }),
      ],
    },
    {
      id: 'Equation',
      name: 'Equation',
      over: 'Normal',
      custom: true,
      paragraph: [spacing(body, house.display.before, house.display.after), plain, w('jc', { val: 'left' })],
    },
    text('Quote', 'Quote', quotation, [inset(quotation)]),
    text('Verse', 'Verse', verse, [inset(verse)], { custom: true }),
    text('Epigraph', 'Epigraph', epigraph, [w('ind', { left: twips(epigraph.indent), firstLine: 0 })], { custom: true }),
    {
      id: 'ListText',
      name: 'List text',
      over: 'Normal',
      custom: true,
      paragraph: [spacing(body, house.list.between / 2, house.list.between / 2), plain],
    },
    { id: 'Term', name: 'Term', over: 'Normal', custom: true, paragraph: [plain], run: [w('b'), w('bCs')] },
    {
      id: 'Description',
      name: 'Description',
      over: 'Normal',
      custom: true,
      paragraph: [w('ind', { left: twips(house.list.indent), firstLine: 0 })],
    },
    text('Code', 'Code', listing, [], { custom: true }),
    {
      id: 'Statement',
      name: 'Statement',
      over: 'Normal',
      custom: true,
      paragraph: [spacing(body, body.leading * 0.4, body.leading * 0.4), plain],
    },
    { id: 'StatementSlanted', name: 'Statement slanted', over: 'Statement', custom: true, run: slanted },
    {
      id: 'Signature',
      name: 'Signature',
      over: 'Normal',
      paragraph: [
        w('pBdr', {}, w('top', { val: 'single', sz: 4, space: 2, color: 'auto' })),
        spacing(body, body.leading * 2, 0),
        w('ind', { right: twips(200), firstLine: 0 }),
      ],
    },
    text('TableText', 'Table text', { ...table, before: 2, after: 2 }, [], { custom: true }),
    text('TableNote', 'Table note', note, [], { custom: true }),
    {
      id: 'AfterTable',
      name: 'After table',
      over: 'Normal',
      custom: true,
      paragraph: [w('spacing', { before: 0, after: 0, line: twips(house.float.after), lineRule: 'exact' }), plain],
    },
    text('FootnoteText', 'footnote text', note),
    text('EndnoteText', 'endnote text', note),
    text('NotesHead', 'Notes head', headings[1] ?? headings[0]!, [w('keepNext')], { custom: true }),
    ...Array.from({ length: 9 }, (_, at): Made => {
      const look = contents.looks[Math.min(at, contents.looks.length - 1)]!
      return text(
        `TOC${at + 1}`,
        `toc ${at + 1}`,
        { ...contents.line, before: look.before, align: 'left' },
        [w('ind', { left: twips(contents.indent * at), firstLine: 0 })],
        look.strong ? { run: [...lookOf(contents.line, house), w('b'), w('bCs')] } : {},
      )
    }),
    text('TableofFigures', 'table of figures', { ...contents.line, align: 'left' }),
    ...Array.from(
      { length: 9 },
      (_, at): Made =>
        text(`Index${at + 1}`, `index ${at + 1}`, index.line, [w('ind', { left: twips(12 * (at + 2)), hanging: twips(24) })]),
    ),
    text('Register', 'Register', { ...contents.line, align: 'left' }, [], { custom: true }),
    text('RegisterGroup', 'Register group', { ...contents.line, align: 'left', before: contents.line.leading * 0.6 }, [w('keepNext')], {
      custom: true,
      run: [...lookOf(contents.line, house), w('b'), w('bCs')],
    }),
    text('Bibliography', 'Bibliography', { ...contents.line, align: 'left', after: contents.line.leading * 0.35 }),
    text('Header', 'header', { ...body, size: house.runningHead.size, leading: house.runningHead.size * 1.3, align: 'left' }),
    text('Footer', 'footer', { ...body, size: house.runningHead.size, leading: house.runningHead.size * 1.3, align: 'left' }),
    { id: 'FootnoteReference', name: 'footnote reference', kind: 'character', run: [w('vertAlign', { val: 'superscript' })] },
    { id: 'EndnoteReference', name: 'endnote reference', kind: 'character', run: [w('vertAlign', { val: 'superscript' })] },
    {
      id: 'CodeInText',
      name: 'Code in text',
      kind: 'character',
      custom: true,
      run: [w('rFonts', { ascii: faceOf({ face: 'mono' }, house).name, hAnsi: faceOf({ face: 'mono' }, house).name })],
    },
  ]
  return xmlOf(
    w(
      'styles',
      { 'xmlns:w': wordNamespace },
      w(
        'docDefaults',
        {},
        w('rPrDefault', {}, runProperties([...lookOf(body, house), w('lang', { val: language, eastAsia: language })])),
        w('pPrDefault', {}, paragraphProperties([hyphenate ? null : w('suppressAutoHyphens')])),
      ),
      all.map(styleElement),
    ),
  )
}

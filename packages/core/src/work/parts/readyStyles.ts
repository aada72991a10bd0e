/** House styles to begin with. */
import { english } from '../../languages/en.ts'
import type {
  FaceName,
  HeadField,
  HeadingStyle,
  HeadLine,
  HeadTile,
  HouseStyle,
  ListEntryLook,
  PageFrame,
  TextStyle,
} from './houseStyle.ts'

/** No file of the author's own stands in for a face. */
export const noOwnFaces = (): HouseStyle['families']['own'] => ({
  serif: '',
  serifItalic: '',
  serifBold: '',
  serifBoldItalic: '',
  sans: '',
  sansSemibold: '',
  mono: '',
  others: [],
})

const style = (face: FaceName, size: number, leading: number, more: Partial<TextStyle> = {}): TextStyle => ({
  face,
  size,
  leading,
  align: 'left',
  before: 0,
  after: 0,
  ...more,
})

const heading = (face: FaceName, size: number, leading: number, more: Partial<HeadingStyle> = {}): HeadingStyle => ({
  ...style(face, size, leading),
  runIn: false,
  numberAt: 0,
  textAt: null,
  ...more,
})
const partHeading = (face: FaceName, size: number): HeadingStyle =>
  heading(face, size, Math.round(size * 1.25), { align: 'centre', before: 180, after: 30 })

const field = (name: HeadField): HeadTile => ({ field: name })
const words = (text: string): HeadTile => ({ text })
const line = (left: HeadTile[], centre: HeadTile[], right: HeadTile[]): HeadLine => ({ left, centre, right })
const nothing = (): HeadLine => line([], [], [])
const folioAtFoot = (): PageFrame => ({ head: nothing(), foot: line([], [field('pageLabel')], []) })
const chapter = (): HeadTile[] => [field('chapterNumber'), words('\u2002'), field('chapterTitle')]

/** The folio outside; the chapter on left-hand pages and the section on right-hand ones. Opening pages carry the folio at the foot. */
const bookHeads = (size: number): HouseStyle['runningHead'] => ({
  size,
  rule: false,
  roles: {},
  recto: { head: line([field('lastSection')], [], [field('pageLabel')]), foot: nothing() },
  verso: { head: line([field('pageLabel')], [], chapter()), foot: nothing() },
  opening: folioAtFoot(),
})
const sheetHeads = (size: number, rule: boolean): HouseStyle['runningHead'] => {
  const frame = (): PageFrame => ({ head: line(chapter(), [], [field('pageLabel')]), foot: nothing() })
  return { size, rule, roles: {}, recto: frame(), verso: frame(), opening: folioAtFoot() }
}
const folioOnly = (size: number): HouseStyle['runningHead'] => ({
  size,
  rule: false,
  roles: {},
  recto: folioAtFoot(),
  verso: folioAtFoot(),
  opening: folioAtFoot(),
})

/** Chapters stand out, everything below them runs over dots to its page. */
const usualLooks = (leading: number): ListEntryLook[] => [
  { strong: true, leader: false, before: Math.round(leading * 5.5) / 10 },
  { strong: false, leader: true, before: 0 },
]
const partLook = (leading: number): ListEntryLook => ({ strong: true, leader: false, before: leading })
const contents = (face: FaceName, size: number, leading: number, depth: number, indent: number): HouseStyle['contents'] => ({
  line: style(face, size, leading),
  part: partLook(leading),
  gap: Math.round(size * 9) / 10,
  appendices: english.appendices,
  depth,
  indent,
  looks: usualLooks(leading),
})

const index = (face: FaceName, size: number, leading: number): HouseStyle['index'] => ({
  line: style(face, size, leading),
  columns: 2,
  gap: Math.round(size * 20) / 10,
  runs: 'three',
  subentries: 'indented',
  letters: true,
  umlauts: 'books',
})

/** Looks of the kinds of text beside the body, in proportion to it. */
const kinds = (size: number, leading: number) => ({
  quotation: { ...style('serif', size * 0.93, leading * 0.93, { align: 'justified', before: 10, after: 10 }), indent: 24 },
  verse: { ...style('serif', size * 0.96, leading * 0.96, { before: 10, after: 10 }), indent: 36 },
  epigraph: { ...style('serifItalic', size * 0.93, leading * 0.93, { align: 'right', after: 22 }), indent: 120 },
  listing: { ...style('mono', size * 0.76, leading * 0.74, { before: 10, after: 10 }), numbered: true },
})

/** A4, two-sided, open lines. */
export const thesisStyle = (): HouseStyle => ({
  name: 'Thesis, two-sided',
  page: { width: 595.28, height: 841.89, twoSided: true, top: 88, bottom: 90, inner: 99, outer: 85, binding: 0, blank: '' },
  columns: { count: 1, gap: 18 },
  body: style('serif', 11.5, 17.5, { align: 'justified' }),
  indent: 16,
  paragraphGap: 0,
  hyphenate: true,
  divided: '',
  families: { text: 'bookSerif', sans: 'bookSans', mono: 'code', own: noOwnFaces() },
  evenFeet: true,
  opticalMargins: false,
  letterFit: 0.02,
  headings: [
    heading('serifBold', 22, 28, { after: 26 }),
    heading('serifBold', 14, 18, { before: 20, after: 8 }),
    heading('serifBold', 12, 15.5, { before: 15, after: 5 }),
    heading('serifBoldItalic', 11, 15.5, { before: 12, after: 3 }),
  ],
  part: partHeading('serifBold', 28),
  ...kinds(11.5, 17.5),
  caption: style('serif', 9.5, 12.5),
  captions: {},
  note: style('serif', 9, 11.5, { align: 'justified' }),
  table: style('serif', 9.5, 12.5),
  tableRules: 'headAndFoot',
  list: { indent: 20, between: 2 },
  display: { before: 9, after: 9, numberSide: 'right' },
  float: { before: 14, after: 14, captionGap: 8 },
  titlePage: {
    title: style('serifBold', 26, 33, { align: 'centre', before: 120, after: 40 }),
    line: style('serif', 13, 19, { align: 'centre', after: 8 }),
  },
  contents: contents('serif', 10.5, 14.5, 3, 18),
  index: index('serif', 9.2, 12.5),
  mentions: { first: 'work', headings: 'short', captions: 'short', abstract: 'first', pages: false },
  citations: { style: 'numbers', own: '', listed: 'cited', pages: false },
  runningHead: bookHeads(9),
  lineNumbers: { by: 'none', every: 5 },
  opens: 'page',
  folios: { front: 'romanLower', runs: 'byMatter', start: 1, appendices: 'through' },
  sink: 70,
  checks: {},
})

/** A4, printed on one side with room to bind, lines one and a half times as far apart as single ones. */
export const oneSidedThesisStyle = (): HouseStyle => ({
  ...thesisStyle(),
  name: 'Thesis, one-sided, lines one and a half apart',
  evenFeet: false,
  page: { width: 595.28, height: 841.89, twoSided: false, top: 85, bottom: 85, inner: 113, outer: 71, binding: 0, blank: '' },
  body: style('serif', 12, 21.6, { align: 'justified' }),
  indent: 22,
  ...kinds(12, 21.6),
  quotation: { ...style('serif', 11, 15, { align: 'justified', before: 12, after: 12 }), indent: 28 },
  headings: [
    heading('serifBold', 18, 24, { after: 24 }),
    heading('serifBold', 14, 19, { before: 22, after: 8 }),
    heading('serifBold', 12, 17, { before: 16, after: 5 }),
    heading('serifItalic', 12, 17, { before: 14, after: 3 }),
  ],
  part: partHeading('serifBold', 24),
  contents: contents('serif', 11.5, 17, 3, 20),
  index: index('serif', 10.1, 14.6),
  runningHead: sheetHeads(9.5, true),
  sink: 28,
})

/** A4, one-sided, double lines, in the letters and sizes that many offices prescribe word for word. */
export const officeThesisStyle = (): HouseStyle => ({
  ...oneSidedThesisStyle(),
  name: 'Thesis as offices prescribe it, lines double',
  evenFeet: false,
  page: { width: 595.28, height: 841.89, twoSided: false, top: 72, bottom: 72, inner: 108, outer: 72, binding: 0, blank: '' },
  families: { text: 'officeRoman', sans: 'officeSans', mono: 'typewriter', own: noOwnFaces() },
  body: style('serif', 12, 28.8, { align: 'left' }),
  indent: 36,
  hyphenate: false,
  ...kinds(12, 20),
  quotation: { ...style('serif', 12, 14.4, { before: 14, after: 14 }), indent: 36 },
  headings: [
    heading('serifBold', 14, 20, { align: 'centre', after: 24 }),
    heading('serifBold', 12, 18, { before: 22, after: 8 }),
    heading('serifBoldItalic', 12, 18, { before: 18, after: 6 }),
    heading('serifItalic', 12, 18, { before: 16, after: 4 }),
  ],
  part: partHeading('serifBold', 18),
  caption: style('serif', 11, 13.2),
  note: style('serif', 10, 12),
  table: style('serif', 11, 13.2),
  tableRules: 'headAndFoot',
  contents: contents('serif', 12, 18, 3, 20),
  index: index('serif', 10.5, 14),
  titlePage: {
    title: style('serifBold', 18, 26, { align: 'centre', before: 120, after: 40 }),
    line: style('serif', 12, 20, { align: 'centre', after: 8 }),
  },
  runningHead: sheetHeads(10, false),
})

/** A4, one-sided, sans headings, space between paragraphs, ragged lines, chapters on new pages. */
export const reportStyle = (): HouseStyle => ({
  ...thesisStyle(),
  name: 'Report',
  evenFeet: false,
  page: { width: 595.28, height: 841.89, twoSided: false, top: 82, bottom: 78, inner: 79, outer: 79, binding: 0, blank: '' },
  body: style('serif', 10.5, 15, { align: 'left' }),
  indent: 0,
  paragraphGap: 6,
  hyphenate: false,
  ...kinds(10.5, 15),
  headings: [
    heading('sansSemibold', 21, 26, { after: 20 }),
    heading('sansSemibold', 14, 18, { before: 18, after: 6 }),
    heading('sansSemibold', 11.5, 15, { before: 13, after: 3 }),
    heading('sansSemibold', 10.5, 14, { before: 10, after: 2 }),
  ],
  part: partHeading('sansSemibold', 27),
  caption: style('sans', 9, 12),
  table: style('sans', 9, 12),
  tableRules: 'headAndFoot',
  note: style('serif', 8.5, 11),
  contents: contents('sans', 10, 14.5, 2, 16),
  index: index('sans', 8.8, 12.5),
  titlePage: {
    title: style('sansSemibold', 28, 34, { before: 150, after: 26 }),
    line: style('sans', 12, 17, { after: 6 }),
  },
  runningHead: sheetHeads(8.5, true),
  sink: 0,
})

/** A4, one-sided, sections run on under the title. */
export const paperStyle = (): HouseStyle => ({
  ...thesisStyle(),
  name: 'Paper',
  evenFeet: false,
  page: { width: 595.28, height: 841.89, twoSided: false, top: 76, bottom: 80, inner: 84, outer: 84, binding: 0, blank: '' },
  body: style('serif', 11.5, 18.5, { align: 'justified' }),
  ...kinds(11.5, 18.5),
  headings: [
    heading('serifBold', 13.5, 17, { before: 20, after: 7 }),
    heading('serifBold', 11.5, 15, { before: 14, after: 5 }),
    heading('serifBoldItalic', 10.5, 14, { before: 12, after: 3 }),
  ],
  part: partHeading('serifBold', 20),
  titlePage: {
    title: style('serifBold', 20, 26, { align: 'centre', before: 20, after: 14 }),
    line: style('serif', 11, 15, { align: 'centre', after: 4 }),
  },
  runningHead: folioOnly(9),
  opens: 'runOn',
  folios: { front: 'romanLower', runs: 'byMatter', start: 1, appendices: 'through' },
  sink: 0,
})

/** A4, one-sided, two narrow columns of small type under a title that stands over both. */
export const columnsPaperStyle = (): HouseStyle => ({
  ...paperStyle(),
  name: 'Paper in two columns',
  page: { width: 595.28, height: 841.89, twoSided: false, top: 68, bottom: 70, inner: 56, outer: 56, binding: 0, blank: '' },
  columns: { count: 2, gap: 18 },
  body: style('serif', 9.8, 12.4, { align: 'justified' }),
  indent: 12,
  ...kinds(9.8, 12.4),
  quotation: { ...style('serif', 9.2, 11.8, { align: 'justified', before: 6, after: 6 }), indent: 12 },
  epigraph: { ...style('serifItalic', 9.2, 11.8, { align: 'right', after: 12 }), indent: 40 },
  headings: [
    heading('serifBold', 11.5, 14, { before: 14, after: 4 }),
    heading('serifBold', 10, 12.4, { before: 10, after: 3 }),
    heading('serifItalic', 9.8, 12.4, { before: 8, after: 2 }),
  ],
  caption: style('serif', 8.6, 10.6),
  table: style('serif', 8.4, 10.6),
  tableRules: 'headAndFoot',
  note: style('serif', 8, 9.8),
  list: { indent: 13, between: 1 },
  display: { before: 6, after: 6, numberSide: 'right' },
  float: { before: 10, after: 10, captionGap: 5 },
  contents: contents('serif', 9.4, 12, 2, 14),
  index: index('serif', 8.4, 10.4),
  runningHead: folioOnly(8.5),
})

/** House styles to begin with, each with what it looks like. */
export const readyStyles: { make(): HouseStyle; looks: string }[] = [
  { make: oneSidedThesisStyle, looks: 'A4 on one side of the sheet, a wide margin to bind, open lines, chapter and folio above a rule.' },
  {
    make: thesisStyle,
    looks: 'A4 on both sides, chapters open low on the page, the section on right-hand pages, the chapter on left-hand ones.',
  },
  { make: reportStyle, looks: 'A4, headings without serifs, lines ragged at the right, space between paragraphs.' },
  {
    make: columnsPaperStyle,
    looks: 'A4 on one side of the sheet, two columns of small type under a title over both, folios at the foot.',
  },
  { make: paperStyle, looks: 'A4, the title and all sections run on, folio at the foot.' },
  {
    make: officeThesisStyle,
    looks: 'A4 on one side of the sheet, twelve-point roman on double lines, ragged at the right, nothing hyphenated.',
  },
]

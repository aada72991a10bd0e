/** How a work looks on paper. All lengths in PostScript points (1/72 inch). */

export type FaceName = 'serif' | 'serifItalic' | 'serifBold' | 'serifBoldItalic' | 'sans' | 'sansSemibold' | 'mono'

export interface TextStyle {
  face: FaceName
  /** Type size in points. */
  size: number
  /** Distance from baseline to baseline in points. */
  leading: number
  align: 'justified' | 'left' | 'centre' | 'right'
  before: number
  after: number
}

export interface HouseStyle {
  page: { width: number; height: number; twoSided: boolean; top: number; bottom: number; inner: number; outer: number }
  /** Text faces for body and headings. */
  body: TextStyle
  /** First-line indent of a paragraph that follows another, in points. */
  indent: number
  hyphenate: boolean
  /** Looks of headings by level, 1 first; deeper levels repeat the last. */
  headings: TextStyle[]
  caption: TextStyle
  note: TextStyle
  table: TextStyle
  list: { indent: number; between: number }
  display: { before: number; after: number }
  /** Space above and below a figure or table that stands in the text. */
  float: { before: number; after: number; captionGap: number }
  titlePage: { title: TextStyle; line: TextStyle }
  contents: { line: TextStyle; depth: number; indent: number }
  runningHead: { show: boolean; size: number }
  /** Where a chapter begins: on a new page, on a right-hand page, or where the text stands. */
  opens: 'page' | 'recto' | 'runOn'
  /** Space above a chapter's title on its opening page, in points. */
  sink: number
  /** Lowest resolution at which a picture may print, in dots per inch. */
  pictureResolution: number
}

const style = (face: FaceName, size: number, leading: number, more: Partial<TextStyle> = {}): TextStyle => ({
  face,
  size,
  leading,
  align: 'left',
  before: 0,
  after: 0,
  ...more,
})

/** A4, two-sided, open lines. */
export const thesisStyle = (): HouseStyle => ({
  page: { width: 595.28, height: 841.89, twoSided: true, top: 88, bottom: 90, inner: 99, outer: 85 },
  body: style('serif', 11.5, 17.5, { align: 'justified' }),
  indent: 16,
  hyphenate: true,
  headings: [
    style('serifBold', 22, 28, { after: 26 }),
    style('serifBold', 14, 18, { before: 20, after: 8 }),
    style('serifBold', 12, 15.5, { before: 15, after: 5 }),
    style('serifBoldItalic', 11, 15.5, { before: 12, after: 3 }),
  ],
  caption: style('serif', 9.5, 12.5),
  note: style('serif', 9, 11.5, { align: 'justified' }),
  table: style('serif', 9.5, 12.5),
  list: { indent: 20, between: 2 },
  display: { before: 9, after: 9 },
  float: { before: 14, after: 14, captionGap: 8 },
  titlePage: {
    title: style('serifBold', 26, 33, { align: 'centre', before: 120, after: 40 }),
    line: style('serif', 13, 19, { align: 'centre', after: 8 }),
  },
  contents: { line: style('serif', 11, 15.5), depth: 3, indent: 18 },
  runningHead: { show: true, size: 9 },
  opens: 'page',
  sink: 70,
  pictureResolution: 200,
})

/** A4, one-sided, sections run on under the title. */
export const paperStyle = (): HouseStyle => ({
  ...thesisStyle(),
  page: { width: 595.28, height: 841.89, twoSided: false, top: 76, bottom: 80, inner: 84, outer: 84 },
  body: style('serif', 11.5, 18.5, { align: 'justified' }),
  headings: [
    style('serifBold', 13.5, 17, { before: 20, after: 7 }),
    style('serifBold', 11.5, 15, { before: 14, after: 5 }),
    style('serifBoldItalic', 10.5, 14, { before: 12, after: 3 }),
  ],
  titlePage: {
    title: style('serifBold', 20, 26, { align: 'centre', before: 20, after: 14 }),
    line: style('serif', 11, 15, { align: 'centre', after: 4 }),
  },
  opens: 'runOn',
  sink: 0,
})

/**
 * Version 1 to 2: house styles with a name, more kinds of text, heads by tiles; listings as a series. Frozen: it says what it needs
 * in its own words, whatever today's usual values are.
 */
interface Text {
  size: number
  leading: number
}
interface OldStyle {
  body: Text
  page: { twoSided: boolean }
  opens: string
  runningHead: { show: boolean; size: number }
}
interface OldScheme {
  series: { key: string; prefixLevel: number | null }[]
  notes: object
}

const style = (face: string, size: number, leading: number, align = 'left', before = 0, after = 0) => ({
  face,
  size,
  leading,
  align,
  before,
  after,
})
const field = (name: string) => ({ field: name })
const line = (left: object[], centre: object[], right: object[]) => ({ left, centre, right })
const nothing = () => line([], [], [])
const folioAtFoot = () => ({ head: nothing(), foot: line([], [field('pageLabel')], []) })
const chapter = () => [field('chapterNumber'), { text: '\u2002' }, field('chapterTitle')]

function headsOf({ opens, page, runningHead: { show, size } }: OldStyle): object {
  const opening = folioAtFoot()
  if (opens === 'runOn' || !show) return { size, rule: false, recto: folioAtFoot(), verso: folioAtFoot(), opening }
  if (!page.twoSided) {
    const frame = () => ({ head: line(chapter(), [], [field('pageLabel')]), foot: nothing() })
    return { size, rule: false, recto: frame(), verso: frame(), opening }
  }
  return {
    size,
    rule: false,
    recto: { head: line([field('lastSection')], [], [field('pageLabel')]), foot: nothing() },
    verso: { head: line([field('pageLabel')], [], chapter()), foot: nothing() },
    opening,
  }
}

const textsOf = ({ size, leading }: Text): object => ({
  quotation: { ...style('serif', size * 0.93, leading * 0.93, 'justified', 10, 10), indent: 24 },
  verse: { ...style('serif', size * 0.96, leading * 0.96, 'left', 10, 10), indent: 36 },
  epigraph: { ...style('serifItalic', size * 0.93, leading * 0.93, 'right', 0, 22), indent: 120 },
  listing: { ...style('mono', size * 0.76, leading * 0.74, 'left', 10, 10), numbered: true },
})

/** What a house style of version 1 might leave out. */
const usual = {
  paragraphGap: 0,
  evenFeet: false,
  titlePage: { title: style('serifBold', 26, 33, 'centre', 120, 40), line: style('serif', 13, 19, 'centre', 0, 8) },
  contents: { line: style('serif', 10.5, 14.5), depth: 3, indent: 18 },
  lineNumbers: { by: 'none', every: 5 },
  opens: 'page',
  sink: 70,
  pictureResolution: 200,
}

export function houseStyleFrom1(old: OldStyle): object {
  return { ...usual, ...textsOf(old.body), ...old, name: 'House style of this work', runningHead: headsOf(old) }
}

export function from1(file: Record<string, unknown>): Record<string, unknown> {
  const scheme = file.scheme as OldScheme
  const { prefixLevel = null } = scheme.series.find(({ key }) => key === 'figure') ?? {}
  const listing = {
    key: 'listing',
    names: { one: 'Listing', many: 'Listings', shortOne: 'List.', shortMany: 'Lists.' },
    form: 'arabic',
    start: 1,
    prefixLevel,
    restartAfter: prefixLevel,
    separator: '.',
    brackets: false,
    captionPlace: 'above',
    captionSeparator: '. ',
    partForm: 'letterLower',
  }
  return {
    ...file,
    version: 2,
    houseStyle: houseStyleFrom1(file.houseStyle as OldStyle),
    scheme: { ...scheme, notes: { ...scheme.notes, place: 'foot' }, series: [...scheme.series, listing] },
  }
}

/** How a work looks on paper. All lengths in PostScript points (1/72 inch). What a form shows of it is said here too. */
import { flag, oneOf, orNone, pictureName, points, type Shown, type Static, share, Type, whole, words } from '../definition.ts'
import { type Role, roleNames } from '../roles.ts'
import type { Part } from './part.ts'
import { paperStyle, thesisStyle } from './readyStyles.ts'

/** How many faces of the author's own may be asked for what all others lack. */
export const mostOwnOthers = 4

export const faceNames = ['serif', 'serifItalic', 'serifBold', 'serifBoldItalic', 'sans', 'sansSemibold', 'mono'] as const
export type FaceName = (typeof faceNames)[number]

const length = (most = 2000, shown: Shown = {}) => points({ from: 0, to: most, ...shown })
/** A small space that the form shows in points. */
const gap = (title: string, group: string) => length(200, { title, group, shownIn: 'pt' })

const textFields = {
  face: oneOf(faceNames, 'serif'),
  /** Type size in points. */
  size: points({ from: 3, to: 200, usual: 11 }),
  /** Distance from baseline to baseline in points. */
  leading: points({ from: 3, to: 400, usual: 15 }),
  align: oneOf(['justified', 'left', 'centre', 'right'], 'left'),
  before: length(),
  after: length(),
  /** Figures with ascenders and descenders, where the face has them. */
  oldStyleFigures: Type.Optional(Type.Boolean()),
  /** Small letters drawn as small capitals, where the face has them. */
  smallCapitals: Type.Optional(Type.Boolean()),
}
const closed = { additionalProperties: false }
const text = Type.Object(textFields, closed)
export type TextStyle = Static<typeof text>

const indented = Type.Object({ ...textFields, indent: length() }, closed)

/** A heading's own: where its number and its text stand, and whether text follows on its line. */
const heading = Type.Object(
  {
    ...textFields,
    /** The text of the first paragraph begins on the heading's last line. */
    runIn: flag(false),
    /** Distance of the number from the left edge of the text, in points; below zero it stands in the margin. */
    numberAt: points({ from: -300, to: 500, usual: 0 }),
    /** Distance of the text from the left edge; null where it follows the number. */
    textAt: orNone(points({ from: -300, to: 500, usual: 0 })),
  },
  closed,
)
export type HeadingStyle = Static<typeof heading>

const headFields = ['workTitle', 'author', 'chapterNumber', 'chapterTitle', 'firstSection', 'lastSection', 'pageLabel'] as const
export type HeadField = (typeof headFields)[number]
/** One piece of a running head or foot: fixed text, or something that depends on the page. */
const headTile = Type.Union([
  Type.Object({ text: words({ most: 200 }) }, closed),
  Type.Object({ field: oneOf(headFields, 'pageLabel') }, closed),
])
export type HeadTile = Static<typeof headTile>
const headTiles = Type.Array(headTile, { maxItems: 20, default: [] })
const headLine = Type.Object({ left: headTiles, centre: headTiles, right: headTiles }, closed)
export type HeadLine = Static<typeof headLine>
/** Styles of citations that ship, and one that was read from a file. */
export const citationStyles = ['numbers', 'numbersByAlphabet', 'authorAndYear', 'notes', 'own'] as const
export type CitationStyle = (typeof citationStyles)[number]
const citationRules = Type.Object(
  {
    style: oneOf(citationStyles, 'numbers', {
      title: 'Sources are cited',
      options: {
        numbers: 'By number, in the order of the text: [3, 8–11]',
        numbersByAlphabet: 'By number, in the order of the alphabet: [3, 8–11]',
        authorAndYear: 'By author and year: (Tolvay 2019)',
        notes: 'In notes',
        own: 'As a style file says',
      },
    }),
    /** A style file of the Citation Style Language that was read in; empty for none. */
    own: words({ most: 500_000 }),
    listed: oneOf(['cited', 'all'], 'cited', {
      title: 'A list of sources holds',
      group: 'citations',
      options: { cited: 'Those that are cited', all: 'All of the register' },
    }),
    pages: flag(false, { title: 'Pages on which each source is cited', group: 'citations' }),
  },
  closed,
)
export type CitationRules = Static<typeof citationRules>

/** What mentions print, by where they stand. */
const mentionRules = Type.Object(
  {
    first: oneOf(['work', 'division'], 'work', {
      title: 'Abbreviations are written out',
      group: 'mentions',
      options: { work: 'Once in the work, where they come first', division: 'In each chapter and appendix, where they come first' },
    }),
    headings: oneOf(['short', 'full'], 'short', {
      title: 'In headings',
      group: 'mentions',
      options: { short: 'The short form', full: 'The full form' },
    }),
    captions: oneOf(['short', 'full', 'both'], 'short', {
      title: 'In captions and tables',
      group: 'mentions',
      options: { short: 'The short form', full: 'The full form', both: 'The full form with the short one' },
    }),
    abstract: oneOf(['first', 'short', 'full'], 'first', {
      title: 'In the abstract',
      group: 'mentions',
      options: { first: 'Written out where they come first in it', short: 'The short form', full: 'The full form' },
    }),
    pages: flag(false, { title: 'Pages of first use in the lists of abbreviations and symbols', group: 'mentions' }),
  },
  closed,
)
export type MentionRules = Static<typeof mentionRules>

/** What stands above and below the text of a page. */
const pageFrame = Type.Object({ head: headLine, foot: headLine }, closed)
export type PageFrame = Static<typeof pageFrame>
/** Heads of the pages of a division, by side, and of the page on which it opens. */
const headsFields = { recto: pageFrame, verso: pageFrame, opening: pageFrame }
const heads = Type.Object(headsFields, closed)
export type Heads = Static<typeof heads>

/** How the entries of one level of the contents look. */
const listEntryLook = Type.Object(
  {
    strong: flag(false),
    /** Dots from the text to the page number. */
    leader: flag(true),
    /** Space above an entry, in points. */
    before: length(),
  },
  closed,
)
export type ListEntryLook = Static<typeof listEntryLook>

const roleHeads = Type.Unsafe<Partial<Record<Role, Heads>>>(
  Type.Object(Object.fromEntries(roleNames.map(role => [role, Type.Optional(heads)])), closed),
)

export const houseStyleDefinition = Type.Object(
  {
    name: words({ most: 200, title: 'Name' }),
    page: Type.Object(
      {
        width: points({ from: 150, to: 3000, usual: 595.28, title: 'Width of the sheet', group: 'page', shownIn: 'mm' }),
        height: points({ from: 150, to: 3000, usual: 841.89, title: 'Height of the sheet', group: 'page', shownIn: 'mm' }),
        twoSided: flag(false, { title: 'Printed on', group: 'page', options: { false: 'One side', true: 'Both sides' } }),
        top: length(2000, { title: 'Top margin', group: 'page', shownIn: 'mm' }),
        bottom: length(2000, { title: 'Bottom margin', group: 'page', shownIn: 'mm' }),
        inner: length(2000, { title: 'Inner margin', group: 'page', shownIn: 'mm' }),
        outer: length(2000, { title: 'Outer margin', group: 'page', shownIn: 'mm' }),
        /** What the binding takes of the inner margin, beside it. */
        binding: length(200, { title: 'Taken by the binding', group: 'page', shownIn: 'mm' }),
        /** Printed on pages that are left empty before what begins on a right-hand page. */
        blank: words({ most: 200, title: 'Words on pages left empty', group: 'page' }),
      },
      closed,
    ),
    /** Columns of the text, but for front matter, which is set over all of them. */
    columns: Type.Object(
      {
        count: whole({ from: 1, to: 3, usual: 1, title: 'Columns of text', group: 'page' }),
        gap: gap('Between columns', 'page'),
      },
      closed,
    ),
    body: text,
    /** First-line indent of a paragraph that follows another. */
    indent: gap('First-line indent', 'text'),
    paragraphGap: gap('Space between paragraphs', 'text'),
    hyphenate: flag(true, { title: 'Hyphenate', group: 'text' }),
    families: Type.Object(
      {
        text: oneOf(['bookSerif', 'scholarSerif', 'officeRoman', 'bookSans', 'officeSans'], 'bookSerif', {
          title: 'Letters of the text',
          group: 'letters',
          options: {
            bookSerif: 'Book serif',
            scholarSerif: 'Scholarly serif',
            officeRoman: 'Office roman',
            bookSans: 'Book sans',
            officeSans: 'Office sans',
          },
        }),
        sans: oneOf(['bookSans', 'officeSans'], 'bookSans', {
          title: 'Letters of sans headings and tables',
          group: 'letters',
          options: { bookSans: 'Book sans', officeSans: 'Office sans' },
        }),
        mono: oneOf(['code', 'typewriter'], 'code', {
          title: 'Letters of one width',
          group: 'letters',
          options: { code: 'Of programs', typewriter: 'Typewriter' },
        }),
        /** Files of the author's own in place of the faces of the families, and for signs that all of those lack. */
        own: Type.Object(
          {
            ...(Object.fromEntries(faceNames.map(name => [name, pictureName()])) as Record<FaceName, ReturnType<typeof pictureName>>),
            others: Type.Array(pictureName(), { maxItems: mostOwnOthers, default: [] }),
          },
          closed,
        ),
      },
      closed,
    ),
    /** Words with hyphens where they may be divided, those without any never; parted by commas or spaces. */
    divided: words({ most: 10_000, title: 'Divided by hand (ther-mo-cline)', group: 'text' }),
    /** Full pages end at the same height, by opening their spaces; else each ends where its text does. */
    evenFeet: flag(false, {
      title: 'Full pages end',
      group: 'page',
      options: { true: 'All at one height', false: 'Where the text ends' },
    }),
    /** Points, commas, hyphens and quotation marks hang a little over the edges of justified text. */
    opticalMargins: flag(false, { title: 'Points and quotation marks hang over the edges', group: 'text' }),
    /** By what share of their width words of justified lines may be widened or narrowed, so that spaces are more alike. */
    letterFit: share({ from: 0, to: 0.03, usual: 0, title: 'Words give way by up to', group: 'text' }),
    /** Looks of headings by level, 1 first; deeper levels repeat the last. */
    headings: Type.Array(heading, { minItems: 1, maxItems: 9 }),
    /** The title of a part, and how far down its page it stands (space before). */
    part: heading,
    quotation: indented,
    verse: indented,
    epigraph: indented,
    listing: Type.Object({ ...textFields, numbered: flag(true, { title: 'Number the lines of listings', group: 'displays' }) }, closed),
    caption: text,
    /** Looks of the captions of single series, by key, where they differ. */
    captions: Type.Record(Type.String(), text, { default: {} }),
    note: text,
    table: text,
    tableRules: oneOf(['headAndFoot', 'rows', 'all', 'none'], 'headAndFoot', {
      title: 'Rules of tables',
      group: 'displays',
      options: {
        headAndFoot: 'Over and under the head, at the foot',
        rows: 'Between all rows',
        all: 'Around every cell',
        none: 'None',
      },
    }),
    list: Type.Object({ indent: gap('Indent of lists', 'text'), between: gap('Space between list items', 'text') }, closed),
    display: Type.Object(
      {
        before: gap('Space above an equation', 'displays'),
        after: gap('Space below an equation', 'displays'),
        numberSide: oneOf(['right', 'left'], 'right', {
          title: 'Numbers of equations',
          group: 'displays',
          options: { right: 'At the right margin', left: 'At the left margin' },
        }),
      },
      closed,
    ),
    /** Space above and below a figure or table that stands in the text. */
    float: Type.Object(
      {
        before: gap('Space above a figure or table', 'displays'),
        after: gap('Space below a figure or table', 'displays'),
        captionGap: gap('Between a picture and its caption', 'displays'),
      },
      closed,
    ),
    titlePage: Type.Object({ title: text, line: text }, closed),
    contents: Type.Object(
      {
        line: text,
        depth: whole({ from: 1, to: 9, usual: 3, title: 'Contents go down to level', group: 'contents' }),
        indent: gap('Indent by level in contents', 'contents'),
        /** By level, 1 first; deeper levels repeat the last. Lists of one level look as the last one says. */
        looks: Type.Array(listEntryLook, { minItems: 1, maxItems: 9 }),
        part: listEntryLook,
        /** Stands above the appendices of a chapter and those at the end; empty for nothing. */
        appendices: words({ most: 100, title: 'Line above appendices in the contents', group: 'contents' }),
        /** Between number and text, in points. */
        gap: gap('Between number and words', 'contents'),
      },
      closed,
    ),
    index: Type.Object(
      {
        line: text,
        columns: whole({ from: 1, to: 3, usual: 2, title: 'Columns of an index', group: 'index' }),
        gap: gap('Between the columns of an index', 'index'),
        /** How pages in a row are said. */
        runs: oneOf(['three', 'two', 'never', 'following'], 'three', {
          title: 'Pages in a row',
          group: 'index',
          options: {
            three: 'Three and more join: 12–14',
            two: 'Two and more join: 12–13',
            never: 'Each by itself',
            following: 'As 12 f. and 12 ff.',
          },
        }),
        subentries: oneOf(['indented', 'runIn'], 'indented', {
          title: 'Subentries',
          group: 'index',
          options: { indented: 'On lines of their own', runIn: 'In one paragraph with their term' },
        }),
        letters: flag(true, { title: 'Letters above the groups', group: 'index' }),
        /** Ä as A, as in books, or as Ae, as in directories of names. */
        umlauts: oneOf(['books', 'directories'], 'books', {
          title: 'Umlauts are sorted',
          group: 'index',
          options: { books: 'As their vowel, as in books', directories: 'As ae, oe, ue, as in directories' },
        }),
      },
      closed,
    ),
    /** What mentions of abbreviations and symbols print. */
    mentions: mentionRules,
    /** How sources are cited and listed. */
    citations: citationRules,
    /**
     * `rule` is a line under the head. Divisions of some roles may have heads of their own. Empty pages carry none, and title pages
     * only their own.
     */
    runningHead: Type.Object(
      {
        size: points({ from: 3, to: 40, usual: 9, title: 'Size of heads', group: 'heads', shownIn: 'pt' }),
        rule: flag(false, { title: 'A rule under the head', group: 'heads' }),
        roles: roleHeads,
        ...headsFields,
      },
      closed,
    ),
    /** Numbers beside the lines of text: counted by page, by division or through the work. */
    lineNumbers: Type.Object(
      {
        by: oneOf(['none', 'page', 'division', 'work', 'places'], 'none', {
          title: 'Line numbers',
          group: 'heads',
          options: {
            none: 'None',
            page: 'On each page',
            division: 'Through each division',
            work: 'Through the work',
            places: 'Places on each page, empty or not',
          },
        }),
        every: whole({ from: 1, to: 100, usual: 5, title: 'Number every … lines', group: 'heads' }),
      },
      closed,
    ),
    /** Where a chapter begins: on a new page, on a right-hand page, or where the text stands. */
    opens: oneOf(['page', 'recto', 'runOn'], 'page', {
      title: 'A chapter opens',
      group: 'page',
      options: { page: 'On a new page', recto: 'On a right-hand page', runOn: 'Where the text stands' },
    }),
    folios: Type.Object(
      {
        front: oneOf(['romanLower', 'romanUpper', 'arabic'], 'romanLower', {
          title: 'Pages before the text are counted',
          group: 'heads',
          options: { romanLower: 'i, ii, iii', romanUpper: 'I, II, III', arabic: '1, 2, 3' },
        }),
        runs: oneOf(['byMatter', 'through'], 'byMatter', {
          title: 'The count of pages',
          group: 'heads',
          options: { byMatter: 'Begins again with the text', through: 'Runs through the work' },
        }),
        /** What the first counted page of the text has; of the work, where the count runs through it. */
        start: whole({ from: 1, to: 100_000, title: 'Begins at page', group: 'heads' }),
        appendices: oneOf(['through', 'own'], 'through', {
          title: 'Pages of appendices',
          group: 'heads',
          options: { through: 'Count on', own: 'By appendix: A-1, A-2' },
        }),
      },
      closed,
    ),
    /** Space above a chapter's title on its opening page, in points. */
    sink: length(600, { title: 'Space above a chapter', group: 'page', shownIn: 'mm' }),
    /** Rules for the checks, by name: the weight of what they find, and options of their own. A check that is not named is as usual. */
    checks: Type.Record(
      Type.String({ maxLength: 100 }),
      Type.Record(Type.String({ maxLength: 100 }), Type.Union([Type.Number(), Type.Boolean(), words({ most: 1000 })])),
      { default: {} },
    ),
  },
  closed,
)
export type HouseStyle = Static<typeof houseStyleDefinition>

/** The look of the captions of a series. */
export const captionStyle = ({ caption, captions }: HouseStyle, series: string): TextStyle =>
  Object.hasOwn(captions, series) ? captions[series]! : caption

/** Smallest text area that anything can be set in, in points. */
const leastMeasure = 110
const leastHeight = 150

/** What is wrong with the sizes of a page, in words; empty where nothing is. */
export function pageProblem({ width, height, top, bottom, inner, outer }: HouseStyle['page']): string {
  if (width - inner - outer < leastMeasure) return 'The margins leave less than 39 mm of width for the text.'
  if (height - top - bottom < leastHeight) return 'The margins leave less than 53 mm of height for the text.'
  return ''
}

export const houseStyle: Part<HouseStyle> = {
  definition: houseStyleDefinition,
  empty: kind => (kind === 'paper' ? paperStyle() : thesisStyle()),
  problem: ({ page }) => pageProblem(page),
  onPages: true,
}

/** What stands in a line of text beside letters: formulas, notes, references. */
import { flag, id, oneOf, type Static, Type, usualOf, words } from '../definition.ts'
import { inlineKind, innerKind } from './kind.ts'
import { holdsFormula, identified, labelled } from './shared.ts'

export const formula = inlineKind('formula', {
  attributes: holdsFormula,
  markup: { tag: 'span' },
  editing: { atom: true },
})

export const note = inlineKind('note', {
  content: '(text | formula | reference | mention | citation | indexMark | noteBreak)*',
  attributes: {
    ...labelled,
    /** Of the second kind of notes of the work: with its own count, and perhaps its own place. */
    other: flag(false),
  },
  traits: { numbering: 'note', aside: true },
  markup: { tag: 'span' },
  editing: { atom: true, isolating: true },
})

/** Where a paragraph of a note ends and the next one begins. Read in notes alone: a line break elsewhere must not make a note around itself. */
export const noteBreak = innerKind('noteBreak', {
  editing: {
    inline: true,
    atom: true,
    parseDOM: [{ tag: 'br', context: 'note/' }],
    toDOM: () => ['br', { 'data-kind': 'noteBreak' }],
  },
})

/** A place that the index leads to; it has no width. A range runs from its start to the next end of the same term. */
export const indexMark = inlineKind('indexMark', {
  attributes: {
    ...identified,
    /** The term of the register that it is a place of. */
    term: id(),
    /** The place that says most about the term. */
    main: flag(false),
    range: oneOf(['no', 'start', 'end'], 'no'),
  },
  markup: { tag: 'span' },
  editing: { atom: true },
})

/** What a mention prints: as the rule of the house style says, or always the same. */
export const mentionForms = ['auto', 'short', 'full', 'both'] as const
export type MentionForm = (typeof mentionForms)[number]

/** An abbreviation or symbol in the text: what it prints is found from the register and from where it stands. */
export const mention = inlineKind('mention', {
  attributes: {
    /** The entry of the register. */
    entry: id(),
    form: oneOf(mentionForms, 'auto'),
    plural: flag(false),
    /** What it was called when its entry was deleted: history, never a cached word. */
    was: words({ most: 200 }),
  },
  traits: { worded: true },
  markup: { tag: 'span' },
  editing: { atom: true },
})

/** What a work says of itself, and a field can print. */
export const fieldNames = [
  'title',
  'author',
  'subtitle',
  'degree',
  'institution',
  'department',
  'supervisors',
  'examiners',
  'date',
  'place',
  'licence',
  'identifier',
] as const
export type FieldName = (typeof fieldNames)[number]

/** Something that the work says of itself, printed where it stands: as on a title page. */
export const field = inlineKind('field', {
  attributes: { field: oneOf(fieldNames, 'author') },
  traits: { worded: true },
  markup: { tag: 'span' },
  editing: { atom: true },
})

/** What a reference says of its targets. */
export const wordingNames = ['number', 'nameAndNumber', 'page', 'nameNumberAndPage', 'nearby', 'title', 'mark'] as const
export type Wording = (typeof wordingNames)[number]

export const reference = inlineKind('reference', {
  attributes: {
    targets: Type.Array(Type.String({ maxLength: 100 }), { maxItems: 1000, default: [] }),
    wording: oneOf(wordingNames, 'nameAndNumber'),
    /** By target, what it was called when it was deleted: history, never a cached number. */
    was: Type.Record(Type.String(), words({ most: 300 }), { default: {} }),
  },
  traits: { worded: true },
  markup: { tag: 'a' },
  editing: { atom: true },
})

/** Which part of a source a citation means: the locators of the Citation Style Language. */
export const locatorNames = [
  'page',
  'chapter',
  'section',
  'part',
  'volume',
  'issue',
  'figure',
  'table',
  'equation',
  'paragraph',
  'line',
  'verse',
  'note',
  'column',
  'folio',
  'appendix',
  'act',
  'scene',
  'supplement',
  'sub-verbo',
  'timestamp',
] as const
export type LocatorName = (typeof locatorNames)[number]

const cited = Type.Object(
  {
    /** The entry of the register. */
    source: id(),
    label: oneOf(locatorNames, 'page'),
    /** The place in it, “34–36”; empty for all of it. */
    locator: words({ most: 200 }),
    /** Words before and after. */
    prefix: words({ most: 500 }),
    suffix: words({ most: 500 }),
    /** Its author stands in the sentence already. */
    withoutAuthor: flag(false),
    /** What it was called when it was deleted: history, never a cached word. */
    was: words({ most: 300 }),
  },
  { additionalProperties: false },
)
export type Cited = Static<typeof cited>

/** A source as a whole, cited without more. */
export const plainCited = (source: string): Cited => ({ ...usualOf(cited), source })

/** One or several sources, cited: what it says is found from the register, the style and all citations before it. */
export const citation = inlineKind('citation', {
  attributes: {
    ...identified,
    cites: Type.Array(cited, { maxItems: 200, default: [] }),
  },
  traits: { worded: true },
  markup: { tag: 'span' },
  editing: { atom: true },
})

/**
 * What was formatted, with slots in place of numbers that move: of sources in a list by number, and of notes in which a source was cited
 * first. They are filled again and again, so that nothing is formatted anew because a citation before it came or went. That holds where a
 * number changes nothing but itself; which of them follow one another, and so are joined, is told beside.
 */

import { codedDigits, leadKinds, leadPattern, marginPattern } from './saidForm.ts'
import { macrosOf, type StyleElement, styleTree } from './styleTree.ts'

const slotKinds = { number: '\uE040', codedNumber: '\uE041', note: '\uE042', codedNote: '\uE043' }
const firstIndex = 0xe060
/** Sources in one citation beyond which it is formatted as it is. */
const mostSlots = 0x90
const slotPattern = /([\uE040-\uE043])([\uE060-\uE0EF])/g

/** A source as it is cited: its place with the processor, its number, and the note in which it was cited first. */
export interface Numbered {
  place: number
  number: number
  note: number | null
}

/** What a style does with the numbers of sources. */
export interface NumberUse {
  none: boolean
  /** A citation is made of them, of places and of words: a number is written as it is. */
  aloneInCitations: boolean
  /** An entry of the list prints its number once, as it is, in a margin. */
  onceInEntries: boolean
  /** The number of a note is written as it is. */
  plainNotes: boolean
}

/** How many elements a style may come to with its macros written out. */
const mostElements = 200_000
/** Nothing is put into what a style says that cannot be looked through. */
const unknownUse: NumberUse = { none: false, aloneInCitations: false, onceInEntries: false, plainNotes: false }

export function numberUse(style: string): NumberUse {
  try {
    return useIn(styleTree(style))
  } catch {
    return unknownUse
  }
}

function useIn(root: StyleElement): NumberUse {
  const macros = macrosOf(root)
  const left = { elements: mostElements }
  const part = (name: string): StyleElement[] =>
    root.children.filter(child => child.name === name).flatMap(child => [...within(child, macros, left)])
  const [citation, list, all] = [part('citation'), part('bibliography'), [...within(root, macros, left, true)]]
  const numbers = list.filter(element => element.name !== 'if' && names(element, 'citation-number'))
  return {
    none: !all.some(element => names(element, 'citation-number')),
    aloneInCitations: citation.every(
      ({ name, attributes }) =>
        !['names', 'date', 'number'].includes(name) &&
        (attributes.variable ?? '').split(/\s+/).every(variable => ['', 'citation-number', 'locator'].includes(variable)),
    ),
    onceInEntries:
      numbers.length === 1 &&
      numbers[0]!.name === 'text' &&
      list.some(({ attributes }) => attributes['second-field-align'] !== undefined || attributes.display === 'left-margin'),
    plainNotes: !all.some(element => element.name === 'number' && names(element, 'first-reference-note-number')),
  }
}

const names = ({ attributes }: StyleElement, variable: string): boolean => (attributes.variable ?? '').split(/\s+/).includes(variable)

/** What is written, with what macros write in its place; how it is sorted only where that is asked for. */
function* within(
  element: StyleElement,
  macros: ReadonlyMap<string, StyleElement>,
  left: { elements: number },
  sorted = false,
  calling: readonly string[] = [],
): Generator<StyleElement> {
  if (left.elements-- < 0) throw new Error('Its macros call each other too often.')
  yield element
  const called = element.attributes.macro
  const macro = called !== undefined && !calling.includes(called) ? macros.get(called) : undefined
  if (macro) yield* within(macro, macros, left, sorted, [...calling, called!])
  for (const child of element.children) if (sorted || child.name !== 'sort') yield* within(child, macros, left, sorted, calling)
}

/** What a citation depends on of these numbers beside printing them: which sources, and which first notes, are the same or follow one another. */
export function patternOf(sources: readonly Numbered[], numbers: boolean): string {
  const steps = sources.slice(1).map(({ number }, index) => Math.max(-2, Math.min(2, number - sources[index]!.number)))
  const notes = sources.map(({ note }) => (note === null ? '' : sources.findIndex(each => each.note === note)))
  return `${numbers ? steps.join() : ''} ${notes.join()}`
}

/** Where what looks like the number of a source is that, and not a volume of the same number. */
export type NumbersStand = 'anywhere' | 'inMargin' | 'nowhere'

/** Null where there are more of them than slots, or the number of an entry does not stand in its margin, once. */
export function withSlots(formatted: string, sources: readonly Numbered[], stand: NumbersStand): string | null {
  if (sources.length > mostSlots) return null
  if (stand !== 'inMargin') return slotted(formatted, sources, stand === 'anywhere')
  const margin = marginPattern.exec(formatted)?.[0]
  const made = margin && slotted(margin, sources, true)
  return made && made.match(slotPattern)?.length === 1 ? formatted.replace(margin, () => made) : null
}

function slotted(formatted: string, sources: readonly Numbered[], numbers: boolean): string {
  const slot = (kind: string, index: number): string => kind + String.fromCharCode(firstIndex + index)
  return formatted.replace(leadPattern, (found, kind: string, coded: string, before: string, digits: string, behind: string) => {
    const [value, printed] = [codedDigits.read(coded), Number(digits)]
    const lead = (code: string, shown: string): string => codedDigits.lead(kind, code, before + shown + behind)
    if (kind === leadKinds.note) {
      const at = sources.findIndex(({ note }) => note === value)
      return at < 0 || printed !== value ? found : lead(slot(slotKinds.codedNote, at), slot(slotKinds.note, at))
    }
    if (!numbers) return found
    if (kind === leadKinds.number) {
      const at = sources.findIndex(({ number }) => number === value)
      return at < 0 || printed !== value ? found : lead(slot(slotKinds.codedNumber, at), slot(slotKinds.number, at))
    }
    const at = kind === leadKinds.source ? sources.findIndex(({ place }) => place === value) : -1
    return at < 0 || printed !== sources[at]!.number ? found : lead(coded, slot(slotKinds.number, at))
  })
}

export const filled = (template: string, sources: readonly Numbered[]): string =>
  template.replace(slotPattern, (_found, kind: string, index: string) => {
    const { number, note } = sources[index.charCodeAt(0) - firstIndex]!
    if (kind === slotKinds.number) return String(number)
    if (kind === slotKinds.codedNumber) return codedDigits.write(number)
    return kind === slotKinds.note ? String(note) : codedDigits.write(note ?? 0)
  })

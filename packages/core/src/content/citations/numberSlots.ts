/**
 * What was formatted, with slots in place of numbers that move: of sources in a list by number, and of notes in which a source was cited
 * first. They are filled again and again, so that nothing is formatted anew because a citation before it came or went. That holds where a
 * number changes nothing but itself; which of them follow one another, and so are joined, is told beside.
 */
import { codedDigits, leadKinds, leadPattern, marginPattern } from './saidForm.ts'

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

export function numberUse(style: string): NumberUse {
  const unsorted = style.replace(/<sort>[\s\S]*?<\/sort>/g, '')
  const citation = /<citation[\s>][\s\S]*<\/citation>/.exec(unsorted)?.[0] ?? ''
  const rest = unsorted.replace(citation, '')
  const inCitations = withMacros(citation, unsorted)
  const variables = [...inCitations.matchAll(/\bvariable="([^"]*)"/g)].flatMap(([, names = '']) => names.split(/\s+/))
  const asOther = /<number\b[^>]*citation-number/
  return {
    none: !style.includes('citation-number'),
    aloneInCitations:
      variables.every(name => name === 'citation-number' || name === 'locator') &&
      !/<names\b|<date\b/.test(inCitations) &&
      !asOther.test(inCitations),
    onceInEntries: rest.split('citation-number').length === 2 && /second-field-align|left-margin/.test(rest) && !asOther.test(rest),
    plainNotes: !/<number\b[^>]*first-reference-note-number/.test(style),
  }
}

/** A part of a style with all that it calls by name. */
function withMacros(text: string, style: string, met: ReadonlySet<string> = new Set()): string {
  const names = [...new Set([...text.matchAll(/\bmacro="([^"]*)"/g)].map(([, name = '']) => name))].filter(name => !met.has(name))
  const all = new Set([...met, ...names])
  const bodies = [...style.matchAll(/<macro\b[^>]*\bname="([^"]*)"[^>]*>([\s\S]*?)<\/macro>/g)]
  return [text, ...names.map(name => withMacros(bodies.find(([, own]) => own === name)?.[2] ?? '', style, all))].join('')
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

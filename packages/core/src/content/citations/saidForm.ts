/**
 * How the processor hands over what it formats: as text with marks from the private use area of Unicode, which no source may hold, so that
 * nothing of an author's can be taken for a mark. They are read back as pieces.
 */
import CSL, { type Engine } from 'citeproc'
import { merged, type Piece, type PieceMark } from '../pieces.ts'

/** What a stretch of a citation or entry leads to. */
export type CitationLead =
  | { kind: 'source'; source: string }
  | { kind: 'address'; source: string; field: 'DOI' | 'URL' }
  /** The note in which a source was cited first, by its order among all notes. */
  | { kind: 'note'; order: number }

const close = '\uE000'
const looks: Record<string, PieceMark | ''> = {
  '\uE001': 'emphasis',
  '\uE002': 'strong',
  '\uE003': 'smallCapitals',
  '\uE004': 'superscript',
  '\uE005': 'subscript',
  '\uE006': '',
}
const leadMark = '\uE010'
const leadEnd = '\uE011'
const marginOpen = '\uE012'
const marginClose = '\uE013'
const firstDigit = 0xe020
const kinds = { source: '\uE030', DOI: '\uE031', URL: '\uE032', note: '\uE033', number: '\uE034' }

/** What an author wrote, without what could be taken for a mark of ours. */
export const unmarked = (text: string): string => text.replace(/[\uE000-\uE0FF]/g, '')

const digits = (value: number): string => String.fromCharCode(...[...String(value)].map(digit => firstDigit + Number(digit)))
const look = (name: PieceMark | ''): string => `${Object.keys(looks).find(mark => looks[mark] === name)}%%STRING%%${close}`
const lead = (kind: string, coded: string, text: string): string => leadMark + kind + coded + leadEnd + text + close
const wrapped = (kind: string, value: number, text: string): string => lead(kind, digits(value), text)
const valueOf = (coded: string): number => Number([...coded].map(digit => digit.charCodeAt(0) - firstDigit).join(''))

/** A stretch that is nothing but a number, with what stands around it: kind, what it leads to, and what it prints. */
export const leadPattern = /\uE010([\uE030-\uE034])([\uE020-\uE029]+)\uE011([^\d\uE000-\uE0FF]*)(\d+)([^\d\uE000-\uE0FF]*)\uE000/g
export const leadKinds = kinds
export const marginPattern = /\uE012[^\uE013]*\uE013/
/** Numbers within marks. */
export const codedDigits = { write: digits, read: valueOf, lead }

interface Wrapping {
  params?: { variableNames?: string[]; itemData?: { id: string } }
}

function withLead(this: Wrapping, state: Engine, text: string): string {
  if (state.tmp.just_looking || state.tmp.suppress_decorations || !text) return text
  const [variable] = this.params?.variableNames ?? []
  const id = this.params?.itemData?.id
  if (variable === 'first-reference-note-number') return /^\d+$/.test(text) ? wrapped(kinds.note, Number(text), text) : text
  // The end of a range of numbers is told by its number alone.
  if (variable === undefined || id === undefined) return /^\d+$/.test(text) ? wrapped(kinds.number, Number(text), text) : text
  if (variable === 'locator') return text
  const place = state.sys.placeOf(id)
  return wrapped(variable === 'DOI' || variable === 'URL' ? kinds[variable] : kinds.source, place, text)
}

const { passthrough } = CSL.Output.Formatters
const asIs = '%%STRING%%'
const plain = (_state: Engine, text: string): string => text

/** The name under which the processor knows our form. */
export const saidFormat = 'ledger'
CSL.Output.Formats[saidFormat] = {
  text_escape: (text: string | undefined) => unmarked(text ?? ''),
  bibstart: '',
  bibend: '',
  '@font-style/italic': look('emphasis'),
  '@font-style/oblique': look('emphasis'),
  '@font-style/normal': look(''),
  '@font-variant/small-caps': look('smallCapitals'),
  '@font-variant/normal': asIs,
  '@font-weight/bold': look('strong'),
  '@font-weight/normal': asIs,
  '@font-weight/light': false,
  '@text-decoration/none': asIs,
  '@text-decoration/underline': asIs,
  '@vertical-align/sup': look('superscript'),
  '@vertical-align/sub': look('subscript'),
  '@vertical-align/baseline': asIs,
  '@passthrough/true': passthrough,
  '@strip-periods/true': passthrough,
  '@strip-periods/false': passthrough,
  '@quotes/true': (state: Engine, text?: string) =>
    text === undefined ? state.getTerm('open-quote') : state.getTerm('open-quote') + text + state.getTerm('close-quote'),
  '@quotes/inner': (state: Engine, text?: string) =>
    text === undefined ? '’' : state.getTerm('open-inner-quote') + text + state.getTerm('close-inner-quote'),
  '@quotes/false': false,
  '@cite/entry': plain,
  '@bibliography/entry': plain,
  '@display/block': plain,
  '@display/left-margin': (_state: Engine, text: string) => marginOpen + text + marginClose,
  '@display/right-inline': plain,
  '@display/indent': plain,
  '@showid/true': withLead,
  '@URL/true': plain,
  '@DOI/true': plain,
}

/** Text between marks, with all that holds for it. */
export interface Said {
  text: string
  marks: readonly PieceMark[]
  lead: CitationLead | null
}

/** Whether something in a text leads to a source by its number, as the end of a range does. */
export const leadsByNumber = (formatted: string): boolean => formatted.includes(kinds.number)

/** What finds a source by the place that the processor has for it, and by its number in a citation. */
export interface SourceFinder {
  sourceAt(place: number): string | undefined
  sourceOfNumber(number: number): string | undefined
}

/** What was formatted: what stands in a margin of its own, and the rest. */
export function readSaid(formatted: string, finder: SourceFinder): { margin: Said[]; rest: Said[] } {
  const margin: Said[] = []
  const rest: Said[] = []
  const open: { mark: PieceMark | ''; lead: CitationLead | null }[] = []
  let into = rest
  const say = (text: string): void => {
    if (!text) return
    const upright = open.findLastIndex(({ mark, lead }) => mark === '' && lead === null)
    const marks = open.flatMap(({ mark }, index) => (mark && !(mark === 'emphasis' && index < upright) ? [mark] : []))
    into.push({ text, marks: [...new Set(marks)], lead: open.findLast(({ lead }) => lead !== null)?.lead ?? null })
  }
  for (const [found] of formatted.matchAll(/\uE010[\uE030-\uE034][\uE020-\uE029]+\uE011|[\uE000-\uE0FF]|[^\uE000-\uE0FF]+/g)) {
    const mark = found[0]!
    if (mark === leadMark) open.push({ mark: '', lead: leadOf(found, finder) ?? { kind: 'source', source: '' } })
    else if (mark === close) open.pop()
    else if (mark === marginOpen) into = margin
    else if (mark === marginClose) into = rest
    else if (mark in looks) open.push({ mark: looks[mark]!, lead: null })
    else if (mark < '\uE000' || mark > '\uE0FF') say(found)
  }
  return { margin, rest }
}

function leadOf(found: string, { sourceAt, sourceOfNumber }: SourceFinder): CitationLead | null {
  const value = valueOf(found.slice(2, -1))
  if (found[1] === kinds.note) return { kind: 'note', order: value }
  const source = found[1] === kinds.number ? sourceOfNumber(value) : sourceAt(value)
  if (source === undefined) return null
  if (found[1] === kinds.DOI || found[1] === kinds.URL) return { kind: 'address', source, field: found[1] === kinds.DOI ? 'DOI' : 'URL' }
  return { kind: 'source', source }
}

/** Pieces of what was said; `led` says where a lead goes to. */
export const piecesOf = (said: readonly Said[], led: (lead: CitationLead) => Partial<Piece>): Piece[] =>
  merged(
    said.map(
      ({ text, marks, lead }): Piece => ({
        text,
        ...(marks.length ? { marks } : {}),
        ...(lead ? led(lead) : {}),
      }),
    ),
  )

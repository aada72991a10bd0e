/**
 * Numbers that live in an office text. They are counted along as the rules of ISO/IEC 29500 count (17.9 for lists, 17.16.5.56 for
 * sequences); where those come to another number than the ledger's they are told where to begin anew, and where they cannot say it at
 * all it stands as words. So what a field shows is right, and it stays right when it is updated.
 */
import { writeCounter } from '../../numbers/counterForm.ts'
import type { Entry, WorkLedger } from '../../numbers/ledger.ts'
import {
  type CounterForm,
  type LevelRule,
  type RuleSet,
  type Scheme,
  type SeriesRule,
  seriesRule,
  type Tile,
} from '../../work/parts/scheme.ts'

export const numberFormats: Partial<Record<CounterForm, string>> = {
  arabic: 'decimal',
  romanLower: 'lowerRoman',
  romanUpper: 'upperRoman',
  letterLower: 'lowerLetter',
  letterUpper: 'upperLetter',
}
const sequenceFormats: Partial<Record<CounterForm, string>> = {
  arabic: 'ARABIC',
  romanLower: 'roman',
  romanUpper: 'ROMAN',
  letterLower: 'alphabetic',
  letterUpper: 'ALPHABETIC',
}

/** A counter as office programs write it: letters are doubled behind z (17.18.59). */
export function officeCounter(value: number, form: CounterForm): string {
  if (form !== 'letterLower' && form !== 'letterUpper') return writeCounter(value, form)
  const letter = String.fromCharCode(97 + ((value - 1) % 26)).repeat(Math.max(1, Math.ceil(value / 26)))
  return form === 'letterUpper' ? letter.toUpperCase() : letter
}

/** The number of a paragraph as references say it: without stops at its end (17.16.5.50). */
const withoutStops = (number: string): string => number.replace(/[.\s]+$/u, '')
/** The same without the words around its counters, which the switch \\t leaves out. */
const countersOf = (number: string): string =>
  /(?:^|[^\p{L}\p{N}.])((?:\p{N}+|\p{Lu}|[ivxlc]+|[IVXLC]+)(?:[.\-–](?:\p{N}+|\p{L}))*)$/u.exec(withoutStops(number))?.[1] ??
  withoutStops(number)

/** How a reference asks for the bare number of a paragraph that counts by a list; null where it cannot. */
export function paragraphNumberSwitch(number: string, bare: string): string | null {
  if (withoutStops(number) === bare) return '\\n'
  return countersOf(number) === bare ? '\\n \\t' : null
}

/** A list of the numbering part: the levels of a set of rules, or of a look of lists. */
export interface LevelDefinition {
  form: CounterForm
  start: number
  /** As the standard writes patterns: “%1.%2”. */
  text: string
  /** The level whose paragraphs set it back, from 1; 0 for none; null for any above it. */
  restart: number | null
  /** All counters in it are arabic. */
  legal: boolean
  follows: 'tab' | 'space' | 'nothing'
}

/** Counts as a list of the standard does. */
export class ListCounter {
  private readonly counts: (number | null)[]
  readonly levels: readonly LevelDefinition[]

  constructor(levels: readonly LevelDefinition[]) {
    this.levels = levels
    this.counts = levels.map(() => null)
  }

  /** What the next paragraph at a level counts, from 0. */
  next(at: number): number {
    const count = this.counts[at]
    return count === null || count === undefined ? this.levels[at]!.start : count + 1
  }

  /** A paragraph of the list stands at a level and counts so much. */
  private take(at: number, value: number): void {
    this.counts[at] = value
    for (let below = at + 1; below < this.levels.length; below++) {
      const { restart } = this.levels[below]!
      if (restart === null || at + 1 <= restart) this.counts[below] = null
    }
  }

  /** Takes a paragraph of the list that counts so much, where its number then says this; else nothing is counted. */
  takes(at: number, value: number, number: string): boolean {
    const before = [...this.counts]
    this.take(at, value)
    if (this.says(at) === number) return true
    this.counts.splice(0, before.length, ...before)
    return false
  }

  /** What the number of the paragraph just taken says. */
  private says(at: number): string {
    const { text, legal } = this.levels[at]!
    return text.replace(/%(\d)/g, (_, digit: string) => {
      const of = Number(digit) - 1
      return officeCounter(this.counts[of] ?? this.levels[of]!.start, legal ? 'arabic' : this.levels[of]!.form)
    })
  }
}

/** “%1.%2”; null where a pattern has what the standard does not: a counter in a form that is not that of its level. */
function patternText(pattern: readonly Tile[], formOf: (level: number) => CounterForm | undefined, first: number): string | null {
  let text = ''
  for (const tile of pattern) {
    if ('text' in tile) text += tile.text.replaceAll('%', '')
    else if (tile.level < first || (tile.form && tile.form !== formOf(tile.level))) return null
    else text += `%${tile.level - first + 1}`
  }
  return text
}

const follow = { space: 'space', gap: 'tab', nothing: 'nothing', line: 'space' } as const

/** The levels of headings under a set of rules; null where one of them cannot be said. Level 0, of parts, is a list of its own. */
export function headingLevels(rules: readonly LevelRule[], first: 0 | 1): LevelDefinition[] {
  const own = rules.filter(({ level }) => (first === 0 ? level === 0 : level > 0)).toSorted((a, b) => a.level - b.level)
  const formOf = (level: number) => own.find(rule => rule.level === level)?.form
  return own
    .slice(0, 9)
    .map(({ pattern, form, start, restartAfter, forceArabic, follows }) => ({
      form: numberFormats[form] ? form : 'arabic',
      start,
      text: patternText(pattern, formOf, first) ?? '',
      restart: restartAfter ?? 0,
      legal: forceArabic,
      follows: follow[follows],
    }))
    .map((rule, at) => (first === 1 && own[at]!.level !== at + 1 ? { ...rule, text: '' } : rule))
}

/** How the number of a heading is said. */
export type HeadingNumber =
  | { live: true; list: string; level: number; startAt: number | null; follows: LevelDefinition['follows'] }
  | { live: false; text: string }

/** A piece of a number: words, or a field with what it says. */
export type NumberPiece = { text: string; instruction?: string }

/** Counts along while a text is written, in its order. */
export class LiveNumbers {
  readonly lists = new Map<string, ListCounter>()
  private readonly sequences = new Map<string, { last: number; above: number }>()
  /** The heading that stands last at each level. */
  private readonly last: (string | undefined)[] = []
  private readonly liveHeadings = new Set<string>()
  private readonly ledger: WorkLedger
  private readonly scheme: Scheme

  constructor(ledger: WorkLedger, scheme: Scheme) {
    this.ledger = ledger
    this.scheme = scheme
    for (const set of ['main', 'appendix'] as const) this.lists.set(set, new ListCounter(headingLevels(scheme.levels[set], 1)))
    this.lists.set('part', new ListCounter(headingLevels(scheme.levels.main, 0)))
  }

  /** Whether the number of a heading is counted by its list: references to it can ask for it. */
  isLive(id: string): boolean {
    return this.liveHeadings.has(id)
  }

  /** A heading stands here. */
  heading(id: string, level: number): HeadingNumber | null {
    const entry = this.ledger.byId.get(id)
    if (level > 0) {
      this.last[level] = id
      for (const sequence of this.sequences.values()) sequence.above = Math.min(sequence.above, level)
    }
    if (!entry?.number || entry.item.kind !== 'heading') return null
    return this.listed(entry, level, entry.item.rules) ?? { live: false, text: entry.number }
  }

  private listed(entry: Entry, level: number, rules: RuleSet): HeadingNumber | null {
    const key = level === 0 ? 'part' : rules
    const at = Math.max(0, level - 1)
    const list = this.lists.get(key)
    const definition = list?.levels[at]
    const { count } = entry
    if (!list || !definition?.text) return null
    const next = list.next(at)
    if (!list.takes(at, count, entry.number)) return null
    this.liveHeadings.add(entry.id)
    return { live: true, list: key, level: at, startAt: next === count ? null : count, follows: definition.follows }
  }

  /** The number of an entry of a series, as pieces that say together what its bare number is; words alone where it cannot be counted. */
  series(id: string): NumberPiece[] {
    const entry = this.ledger.byId.get(id)
    if (!entry?.number) return []
    if (entry.item.kind !== 'series' || entry.item.tag) return [{ text: entry.bare }]
    return this.counted(entry, entry.item.series) ?? [{ text: entry.bare }]
  }

  /** The number of its group again, for a line of it. */
  again(id: string): NumberPiece[] {
    const group = this.ledger.byId.get(id)
    if (group?.item.kind !== 'series') return []
    const rule = this.ruleOf(group.item.series)
    const form = sequenceFormats[rule.form]
    const pieces = this.pieces(group, rule.prefixLevel, rule.separator)
    return form && pieces ? [...pieces, { text: ownOf(group), instruction: `SEQ ${rule.key} \\* ${form} \\c` }] : [{ text: group.bare }]
  }

  /** The rule that a series counts by: its own, or that of the one it counts with. */
  private ruleOf(series: string): SeriesRule {
    const own = seriesRule(this.scheme, series)
    return own.countsWith === null ? own : seriesRule(this.scheme, own.countsWith)
  }

  private counted(entry: Entry, series: string): NumberPiece[] | null {
    const rule = this.ruleOf(series)
    const { key } = rule
    const form = sequenceFormats[rule.form]
    const value = entry.written.at(-1)?.value
    const own = ownOf(entry)
    const before = this.pieces(entry, rule.prefixLevel, rule.separator)
    if (!form || value === undefined || !before || officeCounter(value, rule.form) !== own) return null
    const state = this.sequences.get(key) ?? { last: 0, above: Infinity }
    const restarts = rule.restartAfter !== null && rule.restartAfter > 0
    const next = restarts && state.above <= rule.restartAfter! ? 1 : state.last + 1
    this.sequences.set(key, { last: value, above: Infinity })
    const switches = [restarts ? ` \\s ${rule.restartAfter}` : '', next === value ? '' : ` \\r ${value}`].join('')
    return [...before, { text: own, instruction: `SEQ ${key} \\* ${form}${switches}` }]
  }

  /** What stands before the count: the number of the heading around it, by a field where that heading is the one that its style finds. */
  private pieces({ prefix, prefixFrom, bare }: Entry, level: number | null, separator: string): NumberPiece[] | null {
    if (!prefix) return []
    if (!bare.startsWith(prefix + separator)) return null
    const heading =
      level !== null && this.last[level] === prefixFrom && this.isLive(prefixFrom) ? this.ledger.byId.get(prefixFrom) : undefined
    const asks = heading && paragraphNumberSwitch(heading.number, prefix)
    return [
      asks ? { text: prefix, instruction: `STYLEREF ${level} ${asks}` } : { text: prefix },
      ...(separator ? [{ text: separator }] : []),
    ]
  }
}

const ownOf = ({ bare, prefix, own }: Entry): string => own || bare.slice(prefix.length)

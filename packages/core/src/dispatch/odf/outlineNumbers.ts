/**
 * Numbers that live in an OpenDocument text: headings by the outline, or by a list of their own; series by sequences that have the number
 * of their chapter in front; items by lists. Counted along by the rules of the standard (ISO/IEC 26300, 16.34, 19.821 and 7.4.13); where
 * those come to another number they are told to begin with it, and where a number cannot be said so it stands as words.
 */
import { writeCounter } from '../../numbers/counterForm.ts'
import type { Entry, WorkLedger } from '../../numbers/ledger.ts'
import { type CounterForm, type LevelRule, listMarkingOf, type Scheme, seriesRule, type Tile } from '../../work/parts/scheme.ts'
import type { Manuscript, SaidList } from '../manuscript/manuscript.ts'
import { visitNumbered } from '../manuscript/within.ts'

export const numberFormats: Partial<Record<CounterForm, string>> = {
  arabic: '1',
  romanLower: 'i',
  romanUpper: 'I',
  letterLower: 'a',
  letterUpper: 'A',
}

/** A counter in one of the formats; letters are doubled behind z. */
function counter(value: number, format: string): string {
  if (format === 'a' || format === 'A') {
    const letters = String.fromCharCode(97 + ((value - 1) % 26)).repeat(Math.max(1, Math.ceil(value / 26)))
    return format === 'A' ? letters.toUpperCase() : letters
  }
  return writeCounter(value, format === 'i' ? 'romanLower' : format === 'I' ? 'romanUpper' : 'arabic')
}

/** A level of the outline or of a list: words before and behind, and so many counters with stops between them. */
export interface OutlineLevel {
  format: string
  prefix: string
  suffix: string
  /** How many levels its number has. */
  shown: number
  start: number
}

/** What a pattern is in these terms; null where it is something else. `first` is the level that the list begins with. */
function levelOf(
  pattern: readonly Tile[],
  own: number,
  formOf: (level: number) => CounterForm | undefined,
  start: number,
): OutlineLevel | null {
  const at = pattern.findIndex(tile => 'level' in tile)
  const end = pattern.findLastIndex(tile => 'level' in tile)
  if (at < 0) return null
  const text = (tiles: readonly Tile[]): string => tiles.map(tile => ('text' in tile ? tile.text : '')).join('')
  const inner = pattern.slice(at, end + 1)
  const levels = inner.flatMap(tile => ('level' in tile ? [tile] : []))
  const stops = inner.flatMap(tile => ('text' in tile ? [tile.text] : []))
  const row = levels.every(
    (tile, order) => tile.level === own - levels.length + 1 + order && (!tile.form || tile.form === formOf(tile.level)),
  )
  const format = numberFormats[formOf(own) ?? 'arabic']
  if (!row || levels.at(-1)!.level !== own || stops.length !== levels.length - 1 || stops.some(stop => stop !== '.') || !format) return null
  if (levels.some(tile => numberFormats[formOf(tile.level) ?? 'arabic'] === undefined)) return null
  return { format, prefix: text(pattern.slice(0, at)), suffix: text(pattern.slice(end + 1)), shown: levels.length, start }
}

export const outlineLevels = (rules: readonly LevelRule[]): (OutlineLevel | null)[] =>
  Array.from({ length: 9 }, (_, at) => {
    const rule = rules.find(({ level }) => level === at + 1)
    if (!rule || rule.forceArabic) return null
    return levelOf(rule.pattern, rule.level, level => rules.find(each => each.level === level)?.form, rule.start)
  })

/** Counts as an outline or a list does: whatever stands below a level begins again with it. */
export class OutlineCounter {
  private counts: (number | null)[] = []
  readonly levels: readonly (OutlineLevel | null)[]
  constructor(levels: readonly (OutlineLevel | null)[]) {
    this.levels = levels
  }

  /** Takes a paragraph of a level that counts so much, where its number then says this. Answers whether it has to be told where to begin. */
  takes(at: number, value: number, number: string): { told: boolean } | null {
    const level = this.levels[at]
    if (!level) return null
    const before = this.counts[at]
    const next = before == null ? level.start : before + 1
    const tried = [...this.counts.slice(0, at), value]
    if (this.says(at, tried) !== number) return null
    this.counts = tried
    return { told: next !== value }
  }

  /** A heading without a number stands at a level: what is below it begins again all the same. */
  passes(at: number): void {
    this.counts = this.counts.slice(0, at + 1)
  }

  /** The counters of a level and those above it. */
  bare(at: number, counts = this.counts): string {
    const level = this.levels[at]
    if (!level) return ''
    return Array.from({ length: level.shown }, (_, order) => at - level.shown + 1 + order)
      .map(each => counter(counts[each] ?? this.levels[each]?.start ?? 1, this.levels[each]?.format ?? '1'))
      .join('.')
  }

  private says(at: number, counts: (number | null)[]): string {
    const level = this.levels[at]!
    return level.prefix + this.bare(at, counts) + level.suffix
  }
}

/** How the number of a heading is said: by the outline, by a list of its own, or as words. */
export type HeadingNumber =
  | { live: true; by: 'outline' | 'appendix' | 'part'; startAt: number | null; bare: string }
  | { live: false; text: string }

/** How the number of an entry is said: words before a sequence, and what the sequence says. */
export interface SequenceNumber {
  before: string
  sequence: string
  says: string
  /** What it is told to count, against its count. */
  startAt: number | null
  format: string
  /** Words behind it: the letter of a line of a group. */
  after: string
  /** It says a number again. */
  again?: true
}

export interface OutlinePlans {
  headings: Map<string, HeadingNumber>
  numbers: Map<string, SequenceNumber | { text: string }>
  items: Map<string, { live: boolean; startAt: number | null }>
  outline: OutlineCounter
  appendix: OutlineCounter
  part: OutlineCounter
  /** The sequences that the text has: those with the number of a chapter in front, by the level of its heading; 0 for none. */
  sequences: Map<string, number>
}

export function planOutline(manuscript: Manuscript): OutlinePlans {
  const { ledger, work } = manuscript
  const { scheme } = work
  const parts = scheme.levels.main
    .filter(({ level }) => level === 0)
    .map(rule => ({ ...rule, level: 1, pattern: rule.pattern.map(tile => ('level' in tile ? { ...tile, level: tile.level + 1 } : tile)) }))
  const plans: OutlinePlans = {
    headings: new Map(),
    numbers: new Map(),
    items: new Map(),
    outline: new OutlineCounter(outlineLevels(scheme.levels.main)),
    appendix: new OutlineCounter(outlineLevels(scheme.levels.appendix)),
    part: new OutlineCounter(outlineLevels(parts)),
    sequences: new Map(),
  }
  const counting = new Sequences(ledger, scheme, plans)
  const heading = (id: string, level: number): void => {
    const entry = ledger.byId.get(id)
    const number = entry?.number && entry.item.kind === 'heading' ? headingNumber(entry, level, plans) : null
    if (number) plans.headings.set(id, number)
    if (level > 0) {
      if (!number?.live || number.by !== 'outline') plans.outline.passes(level - 1)
      counting.heading(id, level, number)
    }
  }
  visitNumbered(manuscript, {
    heading,
    entry: id => counting.entry(id),
    group: (id, lines) => counting.group(id, lines),
    list: list => planItems(list, 0, null, plans, manuscript),
  })
  return plans
}

function headingNumber(entry: Entry, level: number, plans: OutlinePlans): HeadingNumber {
  const rules = entry.item.kind === 'heading' ? entry.item.rules : 'main'
  const by = level === 0 ? 'part' : rules === 'main' ? 'outline' : rules === 'appendix' ? 'appendix' : null
  const at = Math.max(0, level - 1)
  const taken = by && plans[by].takes(at, entry.count, entry.number)
  return by && taken
    ? { live: true, by, startAt: taken.told ? entry.count : null, bare: plans[by].bare(at) }
    : { live: false, text: entry.number }
}

/** Entries of series, counted by sequences. */
class Sequences {
  private readonly counts = new Map<string, { value: number; above: number }>()
  private readonly last: { id: string; number: HeadingNumber | null }[] = []

  constructor(
    private readonly ledger: WorkLedger,
    private readonly scheme: Scheme,
    private readonly plans: OutlinePlans,
  ) {}

  heading(id: string, level: number, number: HeadingNumber | null): void {
    this.last[level] = { id, number }
    for (const count of this.counts.values()) count.above = Math.min(count.above, level)
  }

  entry(id: string): void {
    const entry = this.ledger.byId.get(id)
    if (entry?.number) this.plans.numbers.set(id, this.counted(entry) ?? { text: entry.bare })
  }

  /** Lines of one number in letters, or entries by themselves. */
  group(id: string, lines: readonly string[]): void {
    const whole = this.ledger.byId.get(id)
    if (!whole?.number) {
      for (const line of lines) this.entry(line)
      return
    }
    const said = this.counted(whole)
    lines.forEach((line, at) => {
      const bare = this.ledger.byId.get(line)?.bare ?? ''
      const own = said && bare.startsWith(said.before + said.says) ? { ...said, after: bare.slice((said.before + said.says).length) } : null
      this.plans.numbers.set(line, own ? (at ? { ...own, again: true } : own) : { text: bare })
    })
  }

  private counted(entry: Entry): SequenceNumber | null {
    if (entry.item.kind !== 'series' || entry.item.tag) return null
    const own = seriesRule(this.scheme, entry.item.series)
    const rule = own.countsWith === null ? own : seriesRule(this.scheme, own.countsWith)
    const format = numberFormats[rule.form]
    const value = entry.written.at(-1)?.value
    const sign = entry.own || entry.bare
    if (!format || value === undefined || counter(value, format) !== sign) return null
    const around = rule.prefixLevel === null ? undefined : this.last[rule.prefixLevel]
    // The program puts the number of the outline in front where that is what stands there.
    const chapter =
      entry.prefix &&
      around?.id === entry.prefixFrom &&
      around.number?.live &&
      around.number.by === 'outline' &&
      around.number.bare === entry.prefix &&
      rule.separator.length === 1
        ? rule.prefixLevel!
        : 0
    // Elsewhere what stands under one number is a sequence of its own, and the number words before it.
    const name = chapter || !entry.prefix ? rule.key : `${rule.key} ${entry.prefix}`
    const known = this.plans.sequences.get(name)
    if (known !== undefined && known !== chapter) return null
    this.plans.sequences.set(name, chapter)
    const count = this.counts.get(name) ?? { value: 0, above: Infinity }
    const next = chapter && count.above <= chapter ? 1 : count.value + 1
    this.counts.set(name, { value, above: Infinity })
    const before = chapter || !entry.prefix ? '' : entry.prefix + rule.separator
    return { before, sequence: name, says: chapter ? entry.bare : sign, startAt: next === value ? null : value, format, after: '' }
  }
}

/** The levels of a look of lists, by depth. */
export function listLevels(
  kind: 'numberedList' | 'bulletedList',
  look: string,
  scheme: Scheme,
): (OutlineLevel | { bullet: string } | null)[] {
  const { levels } = listMarkingOf(scheme, kind, look)
  return Array.from({ length: 9 }, (_, at) => {
    const { pattern, form } = levels[at % levels.length]!
    if (kind === 'bulletedList') return { bullet: pattern.map(tile => ('text' in tile ? tile.text : '')).join('') }
    // Deeper levels begin again with the patterns of the first, whose levels are then none of theirs.
    return at < levels.length ? levelOf(pattern, at + 1, level => levels[(level - 1) % levels.length]?.form ?? form, 1) : null
  })
}

function planItems(
  list: SaidList,
  depth: number,
  above: { key: string; counter: OutlineCounter } | null,
  plans: OutlinePlans,
  manuscript: Manuscript,
): void {
  const kind = list.form ? 'numberedList' : 'bulletedList'
  const key = `${kind} ${list.look}`
  const levels = listLevels(kind, list.look, manuscript.work.scheme)
  const counting = above?.key === key ? above.counter : new OutlineCounter(levels.map(level => (level && 'format' in level ? level : null)))
  const at = Math.min(8, depth)
  for (const item of list.items) {
    const value = manuscript.ledger.byId.get(item.id)?.written.at(-1)?.value
    const taken = list.form && value !== undefined ? counting.takes(at, value, item.sign) : null
    plans.items.set(item.id, { live: !list.form || taken !== null, startAt: taken?.told ? value! : null })
    for (const block of item.blocks) if (block.kind === 'list') planItems(block, depth + 1, { key, counter: counting }, plans, manuscript)
  }
}

/**
 * The ledger: a number for everything that has one, and how it came about. One mechanism for headings, series, notes and parts;
 * chapters are level 1 and nothing more.
 */
import type { Node } from 'prosemirror-model'
import {
  type CounterForm,
  countingRule,
  type LevelRule,
  listLookOf,
  type Names,
  type RuleSet,
  type Scheme,
  type SeriesRule,
  seriesRule,
  type Tile,
} from '../work/scheme.ts'
import { plainName } from '../work/schemeNames.ts'
import { writeCounter } from './counterForm.ts'
import { type DivisionScan, type NumberedItem, scanDivision } from './scan.ts'

export interface Entry {
  id: string
  item: NumberedItem
  /** The index of its division in the work. */
  division: number
  /** Its place among all entries, in reading order. */
  order: number
  /** As it stands beside its text: “Chapter 3”, “3.2”, “(11)”. Empty where it has none. */
  number: string
  /** As references, prefixes and lists use it: “3”, “3.2”, “11”. */
  bare: string
  /** Entries that count together: series key, or rule set and level of a heading. */
  group: string
  /** Entries that draw their numbers from one counter: lemmas may count as theorems do. */
  countsAs: string
  names: Names
  prefix: string
  count: number
  brackets: boolean
  /** The heading that gave the prefix. */
  prefixFrom: string
  /** The heading that last set the count back, empty where nothing did. */
  restartedBy: string
}

export interface Ledger {
  entries: Entry[]
  byId: Map<string, Entry>
  scheme: Scheme
}

interface Enclosing {
  id: string
  bare: string
  numbered: boolean
}

/** Running state of one pass over all items. */
class Count {
  /** Value of each level's counter by rule set; null where it has not begun again yet. */
  readonly levels: Record<RuleSet, (number | null)[]> = { main: [], appendix: [], chapterAppendix: [] }
  readonly setBackBy: Record<RuleSet, string[]> = { main: [], appendix: [], chapterAppendix: [] }
  /** The latest heading passed at each level, cleared below it. */
  enclosing: (Enclosing | undefined)[] = []
  chapterAppendix: Enclosing | undefined
  /** Counts of series and notes by what they count within. */
  readonly counts = new Map<string, { value: number; since: string }>()
  /** The lists that are open, outermost first, and where each has come to. */
  private readonly inList: { list: string; value: number }[] = []
  /** The last number of the latest outermost list of each look in this division, for lists that count on. */
  private readonly latestList = new Map<string, number>()
  readonly scheme: Scheme

  constructor(scheme: Scheme) {
    this.scheme = scheme
  }

  heading(item: NumberedItem): Partial<Entry> {
    if (item.level <= 1) this.latestList.clear()
    const rules = this.scheme.levels[item.rules]
    const rule = levelRule(rules, item.level)
    this.enclosing.length = item.level
    if (item.level <= 2) this.chapterAppendix = undefined
    const made = item.numbered ? this.numberedHeading(item, rules, rule) : { number: '', bare: '', count: 0, restartedBy: '' }
    const enclosing = { id: item.id, bare: made.bare, numbered: item.numbered }
    this.enclosing[item.level] = enclosing
    if (item.rules === 'chapterAppendix' && item.level === 2) this.chapterAppendix = enclosing
    return {
      ...made,
      group: `${item.rules}:${rule.names.one}:${item.level}`,
      names: rule.names,
      prefix: made.bare.slice(0, made.bare.length - lastCounter(made.bare).length),
    }
  }

  private numberedHeading(
    item: NumberedItem,
    rules: LevelRule[],
    rule: LevelRule,
  ): { number: string; bare: string; count: number; restartedBy: string } {
    const counters = this.levels[item.rules]
    if (item.rules === 'chapterAppendix') counters[1] = this.levels.main[1] ?? null
    counters[item.level] = item.startAt ?? (counters[item.level] == null ? rule.start : counters[item.level]! + 1)
    if (item.startAt !== null) this.setBackBy[item.rules][item.level] = item.id
    const sets: RuleSet[] = item.rules === 'main' ? ['main', 'chapterAppendix'] : [item.rules]
    for (const set of sets)
      for (const lower of this.scheme.levels[set])
        if (lower.restartAfter !== null && item.level <= lower.restartAfter && lower.level > item.level) {
          this.levels[set][lower.level] = null
          this.setBackBy[set][lower.level] = item.id
        }
    const write = (tile: Tile): string => ('text' in tile ? tile.text : this.writeLevel(tile, rules, rule, item.rules))
    const first = rule.pattern.findIndex(tile => 'level' in tile)
    const last = rule.pattern.findLastIndex(tile => 'level' in tile)
    return {
      number: rule.pattern.map(write).join(''),
      bare:
        first < 0
          ? ''
          : rule.pattern
              .slice(first, last + 1)
              .map(write)
              .join(''),
      count: counters[item.level]!,
      restartedBy: this.setBackBy[item.rules][item.level] ?? '',
    }
  }

  private writeLevel(tile: { level: number; form?: CounterForm }, rules: LevelRule[], rule: LevelRule, set: RuleSet): string {
    const ruler = set === 'chapterAppendix' && tile.level === 1 ? this.scheme.levels.main : rules
    const form = rule.forceArabic ? 'arabic' : (tile.form ?? levelRule(ruler, tile.level).form)
    return writeCounter(this.levels[set][tile.level] ?? 0, form, this.scheme.language)
  }

  series(item: NumberedItem, own: SeriesRule): Partial<Entry> {
    const rule = countingRule(this.scheme, own)
    const { key: group, names, brackets } = own
    if (!item.numbered) return { group, countsAs: rule.key, names, brackets }
    const from = rule.prefixLevel === null ? undefined : (this.chapterAppendix ?? this.enclosing[rule.prefixLevel])
    const prefix = from?.numbered ? from.bare : ''
    const within = this.seriesScope(rule, prefix)
    const { value, since } = this.next(`${rule.key}\n${within.key}`, rule.start, within.heading)
    const bare = (prefix ? prefix + rule.separator : '') + writeCounter(value, rule.form, this.scheme.language)
    return {
      group,
      countsAs: rule.key,
      names,
      brackets,
      bare,
      number: brackets ? `(${bare})` : bare,
      prefix,
      count: value,
      prefixFrom: prefix ? from!.id : '',
      restartedBy: since,
    }
  }

  /**
   * What a series counts within. Counts are kept by the prefix that is printed, not by the heading passed, so that no two
   * entries of a series can print the same number however headings are numbered.
   */
  private seriesScope(rule: SeriesRule, prefix: string): { key: string; heading: string } {
    if (rule.restartAfter === null) return { key: '', heading: '' }
    if (rule.prefixLevel === null) {
      const heading = this.enclosing.slice(0, rule.restartAfter + 1).findLast(found => found?.numbered)
      return { key: heading?.id ?? '', heading: heading?.id ?? '' }
    }
    const at = Math.min(rule.restartAfter, rule.prefixLevel)
    const heading = this.chapterAppendix ?? this.enclosing[at]
    if (!prefix) return { key: 'unprefixed', heading: '' }
    return { key: at === rule.prefixLevel || this.chapterAppendix ? prefix : (heading?.bare ?? ''), heading: heading?.id ?? '' }
  }

  note(item: NumberedItem): Partial<Entry> {
    const { form, restart } = this.scheme.notes
    const chapter = restart === 'chapter' ? (this.enclosing[1]?.id ?? '') : ''
    const { value, since } = this.next(`note\n${chapter}`, 1, chapter)
    const bare = writeCounter(value, form, this.scheme.language)
    const names = plainName('note', this.scheme.language)
    return { group: 'note', names, bare, number: item.numbered ? bare : '', count: value, restartedBy: since }
  }

  part(item: NumberedItem, whole: Entry, rule: SeriesRule): Partial<Entry> {
    const shared = { group: whole.group, countsAs: `part ${whole.id}`, names: whole.names, brackets: whole.brackets }
    if (!item.numbered) return { ...shared, number: '', bare: '' }
    const { value } = this.next(`part\n${item.partOf}`, 1, '')
    const sign = writeCounter(value, rule.partForm, this.scheme.language)
    const bare = rule.brackets ? `${whole.bare}${sign}` : `${whole.bare}(${sign})`
    return {
      ...shared,
      bare,
      number: rule.brackets ? `(${bare})` : bare,
      prefix: whole.bare,
      count: value,
      prefixFrom: whole.id,
    }
  }

  /** Items count by depth; what stands in an item is called after it: 3(a), or 3.1 where the pattern says the outer number itself. */
  listItem(item: NumberedItem, outer: Entry | undefined): Partial<Entry> {
    const { series, level, list } = item
    const look = listLookOf(this.scheme, 'numberedList', series)
    const { pattern, form } = look.levels[(level - 1) % look.levels.length]!
    if (this.inList[level - 1]?.list !== list!.id) {
      const before = list!.continued ? this.latestList.get(look.key) : undefined
      this.inList[level - 1] = { list: list!.id, value: before ?? 0 }
    }
    this.inList.length = level
    const count = this.inList[level - 1]!
    count.value++
    if (level === 1) this.latestList.set(look.key, count.value)
    const own = (tile: Tile): string => {
      if ('text' in tile) return tile.text
      const at = look.levels[(tile.level - 1) % look.levels.length]!
      return writeCounter(
        this.inList[tile.level - 1]?.value ?? 0,
        tile.form ?? (tile.level === level ? form : at.form),
        this.scheme.language,
      )
    }
    const first = pattern.findIndex(tile => 'level' in tile)
    const last = pattern.findLastIndex(tile => 'level' in tile)
    const core =
      first < 0
        ? ''
        : pattern
            .slice(first, last + 1)
            .map(own)
            .join('')
    const saysOuter = pattern.some(tile => 'level' in tile && tile.level < level)
    const prefix = saysOuter || !outer ? '' : outer.bare
    return {
      group: 'listItem',
      countsAs: `list ${list!.id}`,
      names: plainName('item', this.scheme.language),
      number: pattern.map(own).join(''),
      bare: prefix ? `${prefix}(${core})` : core,
      prefix,
      prefixFrom: prefix ? outer!.id : '',
      count: count.value,
    }
  }

  private next(key: string, start: number, since: string): { value: number; since: string } {
    const count = this.counts.get(key)
    if (count) {
      count.value++
      return count
    }
    const begun = { value: start, since }
    this.counts.set(key, begun)
    return begun
  }
}

/** The last run of letters or figures in a bare number: its own counter, without what precedes it. */
const lastCounter = (bare: string): string => /[^.\-–—\s/:]*$/.exec(bare)![0]

function levelRule(rules: LevelRule[], level: number): LevelRule {
  const rule = rules.find(candidate => candidate.level === level)
  if (!rule) throw new RangeError(`The scheme has no rule for level ${level}.`)
  return rule
}

const noNames: Names = { one: '', many: '', shortOne: '', shortMany: '' }

/** Numbers a plain list of items; each with the index of its division. */
export function numberItems(items: Iterable<readonly [NumberedItem, number]>, scheme: Scheme): Ledger {
  const count = new Count(scheme)
  const entries: Entry[] = []
  const byId = new Map<string, Entry>()
  for (const [item, divisionIndex] of items) {
    const whole = item.kind === 'part' ? byId.get(item.partOf) : undefined
    if (item.kind === 'part' && !whole)
      throw new RangeError(`Part “${item.id}” belongs to “${item.partOf}”, which is not numbered before it.`)
    const made: Partial<Entry> =
      item.kind === 'heading'
        ? count.heading(item)
        : item.kind === 'note'
          ? count.note(item)
          : item.kind === 'place'
            ? { group: 'place', names: plainName('place', scheme.language) }
            : item.kind === 'listItem'
              ? count.listItem(item, byId.get(item.partOf))
              : whole
                ? count.part(item, whole, seriesRule(scheme, whole.item.series))
                : count.series(item, seriesRule(scheme, item.series))
    // Field by field: all entries have one shape, and spreading parts of many shapes over each other is what numbering would cost most.
    const { group = '', number = '', bare = '', names = noNames, prefix = '', prefixFrom = '', restartedBy = '' } = made
    const entry: Entry = {
      id: item.id,
      item,
      division: divisionIndex,
      order: entries.length,
      number,
      bare,
      group,
      countsAs: made.countsAs ?? group,
      names,
      prefix,
      count: made.count ?? 0,
      brackets: made.brackets ?? false,
      prefixFrom,
      restartedBy,
    }
    entries.push(entry)
    byId.set(item.id, entry)
  }
  return { entries, byId, scheme }
}

/**
 * Numbers the whole work. Given the previous ledger, and when no division changed in a way that can change a number, the
 * numbers stand and only the nodes that carry texts are renewed; unchanged works give back the same ledger.
 */
export function numberWork(doc: Node, scheme: Scheme, previous?: WorkLedger): WorkLedger {
  const scans = doc.children.map(scanDivision)
  const stands =
    previous?.scheme === scheme &&
    previous.scans.length === scans.length &&
    scans.every((scan, index) => scan === previous.scans[index] || scan.signature === previous.scans[index]!.signature)
  if (!stands) {
    const items = scans.flatMap((scan, index) => scan.items.map((item): [NumberedItem, number] => [item, index]))
    return { ...numberItems(items, scheme), scans, stamp: {} }
  }
  // The numbers stand; only what names the entries of divisions that were edited may have changed.
  let entries: Entry[] | undefined
  let order = 0
  scans.forEach((scan, index) => {
    if (scan !== previous.scans[index])
      scan.items.forEach((item, at) => {
        const entry = previous.entries[order + at]!
        if (saysTheSame(item, entry.item)) return
        entries ??= previous.entries.slice()
        entries[order + at] = { ...entry, item }
      })
    order += scan.items.length
  })
  if (!entries) return previous
  return { entries, byId: new Map(entries.map(entry => [entry.id, entry])), scheme, scans, stamp: previous.stamp }
}

/** Equal signatures leave these open. */
const saysTheSame = (a: NumberedItem, b: NumberedItem): boolean =>
  a === b || (a.text === b.text && a.shortText === b.shortText && a.label === b.label && a.partOf === b.partOf)

/** A ledger of a document, with what it was computed from. */
export interface WorkLedger extends Ledger {
  scans: readonly DivisionScan[]
  /** The same object for as long as every number stays what it is. */
  stamp: object
}

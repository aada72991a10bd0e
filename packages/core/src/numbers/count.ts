/** One pass over all items in reading order: the counters, what sets them back, and how each number is written. */
import type { Names } from '../languages/language.ts'
import {
  type CounterForm,
  countersIn,
  countingRule,
  type LevelRule,
  listMarkingOf,
  noteRulesOf,
  type RuleSet,
  type Scheme,
  type SeriesRule,
  type Tile,
  wordsOf,
} from '../work/parts/scheme.ts'
import { writeCounter } from './counterForm.ts'
import type { HeadingItem, ListItemItem, MemberItem, NoteItem, SeriesItem } from './item.ts'

/** A counter as it stands in a number: of a heading’s level (or a list’s depth), or, with null, the entry’s own count. */
export interface WrittenCounter {
  level: number | null
  value: number
  form: CounterForm
}

/** The number of an item, and how it came about. */
export interface Numbering {
  /** As it stands beside its text: “Chapter 3”, “3.2”, “(11)”. Empty where it has none. */
  number: string
  /** As references, prefixes and lists use it: “3”, “3.2”, “11”. */
  bare: string
  /** What of the bare number stands before its own count, and its own count as written: “6.4” and “(b)” of 6.4(b). */
  prefix: string
  own: string
  /** The counters in the number, in the order in which they are written. */
  written: readonly WrittenCounter[]
  count: number
  /** Entries of one group are named together: series key, or rule set and level of a heading. */
  group: string
  /** Entries that draw their numbers from one counter: lemmas may count as theorems do. */
  countsAs: string
  names: Names
  brackets: boolean
  /** The heading or entry that gave the prefix. */
  prefixFrom: string
  /** The heading that last set the count back, empty where nothing did. */
  restartedBy: string
}

const nothing: readonly WrittenCounter[] = []

/** All numberings have one shape: engines of JavaScript read them faster, and there are thousands. */
const numbering = (group: string, names: Names, more: Partial<Numbering>): Numbering => ({
  number: more.number ?? '',
  bare: more.bare ?? '',
  prefix: more.prefix ?? '',
  own: more.own ?? '',
  written: more.written ?? nothing,
  count: more.count ?? 0,
  group,
  countsAs: more.countsAs ?? group,
  names,
  brackets: more.brackets ?? false,
  prefixFrom: more.prefixFrom ?? '',
  restartedBy: more.restartedBy ?? '',
})

interface Enclosing {
  id: string
  bare: string
  rules: RuleSet
  numbered: boolean
  /** What it gives to entries with a prefix of a level: it stays as it is for as long as the heading encloses. */
  prefixes: (Prefix | undefined)[]
}
interface Prefix {
  text: string
  from: string
  written: readonly WrittenCounter[]
}
const noPrefix: Prefix = { text: '', from: '', written: nothing }

/** Which rules write a level: parts have those of the main matter everywhere, and so has the chapter of a chapter appendix. */
const setOf = (set: RuleSet, level: number): RuleSet => (level === 0 || (set === 'chapterAppendix' && level === 1) ? 'main' : set)

export class Count {
  /** Value of each level's counter by rule set; null where it has not begun again yet. */
  private readonly levels: Record<RuleSet, (number | null)[]> = { main: [], appendix: [], chapterAppendix: [] }
  private readonly setBackBy: Record<RuleSet, string[]> = { main: [], appendix: [], chapterAppendix: [] }
  /** The latest heading passed at each level, cleared below it. */
  private enclosing: (Enclosing | undefined)[] = []
  private chapterAppendix: Enclosing | undefined
  /** Whether the appendices of the work have begun. */
  private inAppendices = false
  /** Counts of series and notes by what they count within. */
  private readonly counts = new Map<string, { value: number; since: string }>()
  /** The lists that are open, outermost first, and where each has come to. */
  private readonly inList: { list: string; value: number }[] = []
  /** The last number of the latest outermost list of each look in this division, for lists that count on. */
  private readonly latestList = new Map<string, number>()
  private readonly names: ReturnType<typeof wordsOf>['names']

  constructor(private readonly scheme: Scheme) {
    this.names = wordsOf(scheme, scheme.language).names
  }

  heading(item: HeadingItem): Numbering {
    const { level, rules: set, numbered, id } = item
    if (level <= 1) this.latestList.clear()
    if (set === 'appendix' && level === 1) {
      // Parts are of the main matter: what counts within them begins again in the appendices.
      this.inAppendices = true
      this.enclosing[0] = undefined
    }
    this.enclosing.length = level
    if (level <= 2) this.chapterAppendix = undefined
    const rule = levelRule(this.scheme, set, level)
    const made = numbered ? this.numberedHeading(item, rule) : {}
    const enclosing: Enclosing = { id, bare: made.bare ?? '', rules: set, numbered, prefixes: [] }
    this.enclosing[level] = enclosing
    if (set === 'chapterAppendix' && level === 2) this.chapterAppendix = enclosing
    return numbering(`${set}:${rule.names.one}:${level}`, rule.names, made)
  }

  private numberedHeading({ level, rules: set, startAt, id }: HeadingItem, rule: LevelRule): Partial<Numbering> {
    const counters = this.levels[set]
    const before = counters[level]
    const count = startAt ?? (before == null ? rule.start : before + 1)
    counters[level] = count
    if (startAt !== null) this.setBackBy[set][level] = id
    this.setBack(set, level, id)
    const write = this.writer(set, rule, other => this.valueOf(set, other))
    return { ...write, number: rule.pattern.map(write.tile).join(''), count, restartedBy: this.setBackBy[set][level] ?? '' }
  }

  /** Lower levels begin again after a heading that they count within. */
  private setBack(set: RuleSet, level: number, id: string): void {
    const sets: RuleSet[] = set === 'main' ? ['main', 'chapterAppendix'] : [set]
    for (const other of sets)
      for (const lower of this.scheme.levels[other])
        if (lower.restartAfter !== null && level <= lower.restartAfter && lower.level > level) {
          this.levels[other][lower.level] = null
          this.setBackBy[other][lower.level] = id
        }
  }

  private valueOf = (set: RuleSet, level: number): number => this.levels[setOf(set, level)][level] ?? 0

  /** The bare number of a level: the pattern given for it, or what stands from the first to the last counter of the whole one. */
  private writer(set: RuleSet, rule: LevelRule, valueOf: (level: number) => number) {
    const written: WrittenCounter[] = []
    const formOf = (tile: { level: number; form?: CounterForm }): CounterForm =>
      rule.forceArabic ? 'arabic' : (tile.form ?? levelRule(this.scheme, setOf(set, tile.level), tile.level).form)
    const tile = (found: Tile): string =>
      'text' in found ? found.text : writeCounter(valueOf(found.level), formOf(found), this.scheme.language)
    const tiles = rule.bare ?? countersIn(rule.pattern)
    const last = tiles.findLastIndex(found => 'level' in found)
    for (const found of tiles) if ('level' in found) written.push({ level: found.level, value: valueOf(found.level), form: formOf(found) })
    const texts = tiles.map(tile)
    return {
      tile,
      written,
      bare: texts.join(''),
      prefix: texts.slice(0, Math.max(0, last)).join(''),
      own: texts.slice(Math.max(0, last)).join(''),
    }
  }

  series({ numbered, tag, id }: SeriesItem, own: SeriesRule): Numbering {
    const rule = countingRule(this.scheme, own)
    const { key: group, names } = own
    const { brackets } = rule
    const bracketed = (bare: string): string => (brackets ? `(${bare})` : bare)
    if (tag && numbered) return numbering(group, names, { countsAs: `tag ${id}`, brackets, bare: tag, own: tag, number: bracketed(tag) })
    if (!numbered) return numbering(group, names, { countsAs: rule.key, brackets })
    const prefix = this.prefixOf(rule)
    const within = this.scopeOf(rule, prefix)
    const { value, since } = this.next(`series ${rule.key}\n${within.key}`, rule.start, within.heading)
    const sign = writeCounter(value, rule.form, this.scheme.language)
    const bare = (prefix.text ? prefix.text + rule.separator : '') + sign
    return numbering(group, names, {
      countsAs: rule.key,
      brackets,
      bare,
      number: bracketed(bare),
      prefix: prefix.text,
      own: sign,
      written: [...prefix.written, { level: null, value, form: rule.form }],
      count: value,
      prefixFrom: prefix.from,
      restartedBy: since,
    })
  }

  /** The number that stands before a count: of the chapter appendix it stands in, or of the heading of a level; 0 for what has not begun. */
  private prefixOf({ prefixLevel }: SeriesRule): Prefix {
    if (this.chapterAppendix?.numbered) return this.bareOf(this.chapterAppendix, 2)
    if (prefixLevel === null) return noPrefix
    const own = this.enclosing[prefixLevel]
    if (own?.numbered) return this.bareOf(own, prefixLevel)
    const innermost = this.enclosing.slice(1, prefixLevel).findLast(found => found?.numbered)
    return innermost ? this.bareOf(innermost, prefixLevel) : noPrefix
  }

  private bareOf(enclosing: Enclosing, level: number): Prefix {
    return (enclosing.prefixes[level] ??= this.writePrefix(enclosing, level))
  }

  private writePrefix({ id, rules }: Enclosing, level: number): Prefix {
    const rule = levelRule(this.scheme, rules, level)
    const value = (other: number): number =>
      other === 0 || this.enclosing[other]?.numbered || (rules === 'chapterAppendix' && other === 1) ? this.valueOf(rules, other) : 0
    const { bare, written } = this.writer(rules, rule, value)
    return { text: bare, from: id, written }
  }

  /**
   * What a series counts within. Counts are kept by the prefix that is printed, not by the heading passed, so that no two
   * entries of a series can print the same number however headings are numbered.
   */
  private scopeOf({ restartAfter, prefixLevel }: SeriesRule, prefix: Prefix): { key: string; heading: string } {
    if (this.chapterAppendix?.numbered) return { key: prefix.text, heading: this.chapterAppendix.id }
    if (restartAfter === null) return { key: '', heading: '' }
    if (prefixLevel === null) {
      const heading = this.enclosing.slice(0, restartAfter + 1).findLast(found => found?.numbered)
      return { key: heading?.id ?? (this.inAppendices ? ' appendices' : ''), heading: heading?.id ?? '' }
    }
    if (!prefix.text) return { key: this.inAppendices ? 'unprefixed in appendices' : 'unprefixed', heading: '' }
    if (restartAfter >= prefixLevel) return { key: prefix.text, heading: prefix.from }
    const heading = this.enclosing[restartAfter]
    return { key: heading?.bare ?? '', heading: heading?.id ?? '' }
  }

  note({ numbered, other }: NoteItem): Numbering {
    const { form, restart } = noteRulesOf(this.scheme, other)
    const chapter = restart === 'chapter' ? (this.enclosing[1]?.id ?? '') : ''
    const { value, since } = this.next(`note${other ? ' other' : ''}\n${chapter}`, 1, chapter)
    const bare = writeCounter(value, form, this.scheme.language)
    const written = [{ level: null, value, form }]
    return numbering('note', this.names.note, { bare, own: bare, number: numbered ? bare : '', written, count: value, restartedBy: since })
  }

  member({ numbered, partOf }: MemberItem, whole: Numbering & { id: string }, rule: SeriesRule): Numbering {
    const { group, names, brackets } = whole
    const countsAs = `part ${whole.id}`
    if (!numbered) return numbering(group, names, { countsAs, brackets })
    const { value } = this.next(`part\n${partOf}`, 1, '')
    const sign = writeCounter(value, rule.partForm, this.scheme.language)
    const own = brackets ? sign : `(${sign})`
    const bare = whole.bare + own
    const written = [...whole.written, { level: null, value, form: rule.partForm }]
    const number = brackets ? `(${bare})` : bare
    return numbering(group, names, {
      countsAs,
      brackets,
      bare,
      number,
      prefix: whole.bare,
      own,
      written,
      count: value,
      prefixFrom: whole.id,
    })
  }

  /** Items count by depth; what stands in an item is called after it: 3(a), or 3.1 where the pattern says the outer number itself. */
  listItem({ look, depth, list }: ListItemItem, outer: (Numbering & { id: string }) | undefined): Numbering {
    const marking = listMarkingOf(this.scheme, 'numberedList', look)
    const levelAt = (at: number) => marking.levels[(at - 1) % marking.levels.length]!
    const { pattern, form } = levelAt(depth)
    const count = this.countInList(depth, list, marking.key)
    const formOf = (tile: { level: number; form?: CounterForm }): CounterForm =>
      tile.form ?? (tile.level === depth ? form : levelAt(tile.level).form)
    const valueAt = (at: number): number => this.inList[at - 1]?.value ?? 0
    const write = (tile: Tile): string =>
      'text' in tile ? tile.text : writeCounter(valueAt(tile.level), formOf(tile), this.scheme.language)
    const core = countersIn(pattern)
    const own = core.map(write).join('')
    const saysOuter = pattern.some(tile => 'level' in tile && tile.level < depth)
    const prefix = saysOuter || !outer ? '' : outer.bare
    return numbering('listItem', this.names.item, {
      countsAs: `list ${list.id}`,
      number: pattern.map(write).join(''),
      bare: prefix ? `${prefix}(${own})` : own,
      own: prefix ? `(${own})` : own,
      prefix,
      prefixFrom: prefix && outer ? outer.id : '',
      written: core.flatMap(tile => ('level' in tile ? [{ level: tile.level, value: valueAt(tile.level), form: formOf(tile) }] : [])),
      count,
    })
  }

  private countInList(depth: number, { id, continued, startAt }: ListItemItem['list'], look: string): number {
    let open = this.inList[depth - 1]
    if (open?.list !== id) {
      const before = startAt === null ? (continued ? this.latestList.get(look) : undefined) : startAt - 1
      this.inList[depth - 1] = open = { list: id, value: before ?? 0 }
    }
    this.inList.length = depth
    open.value++
    if (depth === 1) this.latestList.set(look, open.value)
    return open.value
  }

  place(): Numbering {
    return numbering('place', this.names.place, {})
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

function levelRule({ levels }: Scheme, set: RuleSet, level: number): LevelRule {
  const rule = levels[set].find(candidate => candidate.level === level) ?? levels.main.find(candidate => candidate.level === level)
  if (!rule) throw new RangeError(`The scheme has no rule for level ${level}.`)
  return rule
}

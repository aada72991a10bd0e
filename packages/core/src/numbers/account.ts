/** The account of a number: how it came about, step by step, in words an author can check. */
import { capital } from '../languages/capital.ts'
import { countingRule, type LevelRule, noteRulesOf, type Scheme, seriesRule, type Tile } from '../work/parts/scheme.ts'
import type { HeadingItem, ItemKind, ListItemItem, MemberItem, NumberedItem, SeriesItem } from './item.ts'
import type { Entry, Ledger } from './ledger.ts'

/** One sentence of an account; `entries` are the ids it speaks of, in order of mention; `rule` where it tells a rule of the scheme. */
export interface AccountStep {
  text: string
  entries: string[]
  rule?: true
}

type Teller<Item extends NumberedItem> = (item: Item, entry: Entry, ledger: Ledger) => AccountStep[]

/** What is told of each kind of item; a kind that is missing here does not compile. */
const tellers: { [Kind in ItemKind]: Teller<Extract<NumberedItem, { kind: Kind }>> } = {
  heading: tellHeading,
  series: tellSeries,
  member: tellMember,
  note: ({ other }, entry, ledger) =>
    !entry.restartedBy && noteRulesOf(ledger.scheme, other).restart === 'page'
      ? [rule('Notes begin again on every page, in the order of their marks.')]
      : [tellScope(entry, ledger), ...tellOrder(entry, ledger)],
  listItem: tellListItem,
  place: () => [],
}

export function accountOf(ledger: Ledger, id: string): AccountStep[] {
  const entry = ledger.byId.get(id)
  if (!entry) return []
  if (!entry.number) return [{ text: unnumberedReason(entry), entries: [] }]
  return (tellers[entry.item.kind] as Teller<NumberedItem>)(entry.item, entry, ledger)
}

const say = (text: string, ...entries: string[]): AccountStep => ({ text, entries })
const rule = (text: string, ...entries: string[]): AccountStep => ({ text, entries, rule: true })
const called = ({ names, bare }: Entry): string => `${names.one} ${bare}`.trim()

function tellHeading(item: HeadingItem, entry: Entry, ledger: Ledger): AccountStep[] {
  const own = levelRuleOf(item, ledger.scheme)
  const written = own ? [rule(`Written as ${own.pattern.map(tileName).join(' · ')}.`)] : []
  if (item.startAt !== null)
    return [say(`It is set to start again at ${item.startAt}, against the rule of its level.`, entry.id), ...written]
  return [tellScope(entry, ledger), ...tellOrder(entry, ledger), ...written, ...tellSkipped(item, entry, ledger)]
}

/** A level that was left out stands in the number with 0. */
function tellSkipped(item: HeadingItem, entry: Entry, ledger: Ledger): AccountStep[] {
  const skipped = entry.written.filter(({ level, value }) => {
    const starts = ledger.scheme.levels[item.rules].find(found => found.level === level)?.start
    return level !== null && level < item.level && value === 0 && starts !== 0
  })
  return skipped.map(({ level }) => say(`No heading of level ${level} stands above it, which counts as 0.`))
}

function tellSeries(item: SeriesItem, entry: Entry, ledger: Ledger): AccountStep[] {
  if (item.tag) return [say(`Its author put “${item.tag}” in the place of a number; it counts for nothing.`, entry.id)]
  const own = seriesRule(ledger.scheme, item.series)
  const counting = countingRule(ledger.scheme, own)
  const prefix = ledger.byId.get(entry.prefixFrom)
  const with_ = counting === own ? [] : [rule(`${capital(entry.names.many)} count with ${counting.names.many.toLowerCase()}.`)]
  const before = prefix ? `number of ${called(prefix)} · “${counting.separator}” · count` : 'count alone'
  const missing =
    prefix && entry.prefix !== prefix.bare
      ? [say(`No heading of the level it counts within stands above it, which counts as 0: ${entry.prefix}.`)]
      : []
  const written = rule(`Written as ${before}${entry.brackets ? ', in brackets' : ''}.`)
  return [tellScope(entry, ledger), ...tellOrder(entry, ledger), ...with_, ...missing, written]
}

function tellMember({ partOf }: MemberItem, { count }: Entry, ledger: Ledger): AccountStep[] {
  const whole = ledger.byId.get(partOf)
  return whole ? [say(`Part ${count} of ${called(whole)}.`, partOf)] : []
}

function tellListItem({ list }: ListItemItem, entry: Entry, ledger: Ledger): AccountStep[] {
  const outer = ledger.byId.get(entry.prefixFrom)
  const how =
    list.startAt !== null ? `, which starts at ${list.startAt}` : list.continued ? ', which counts on from the list before it' : ''
  const place = list.startAt === null ? entry.count : entry.count - list.startAt + 1
  return [say(`${ordinal(place)} of its list${how}.`, entry.id), ...(outer ? [say(`It stands in ${called(outer)}.`, outer.id)] : [])]
}

/** What an entry counts within. */
function tellScope(entry: Entry, ledger: Ledger): AccountStep {
  const { item } = entry
  const many = capital(item.kind === 'heading' ? `${entry.names.many} at level ${item.level}` : entry.names.many)
  const restart = ledger.byId.get(entry.restartedBy)
  if (!restart) return rule(`${many} count on through the whole work.`)
  const setTo =
    restart.item.kind === 'heading' && item.kind === 'heading' && restart.item.level === item.level ? restart.item.startAt : null
  if (setTo !== null) return say(`${many} were made to start again at ${setTo} by ${called(restart)}.`, restart.id)
  return say(`${many} count within ${restart.bare ? called(restart) : 'its division'}, and began again at its heading.`, restart.id)
}

const mostFellows = 3

/** What it comes after among those that count with it. */
function tellOrder(entry: Entry, ledger: Ledger): AccountStep[] {
  const fellows = ledger.entries.filter(
    other =>
      other.order < entry.order &&
      other.countsAs === entry.countsAs &&
      other.restartedBy === entry.restartedBy &&
      // Headings of a level that runs on come after those of other chapters.
      (entry.item.kind === 'heading' || other.prefix === entry.prefix) &&
      other.number,
  )
  if (fellows.length === 0) return [rule('It is the first one there.', ...(entry.restartedBy ? [entry.restartedBy] : []))]
  const shown = fellows.slice(-mostFellows)
  const dots = fellows.length > shown.length ? '… ' : ''
  return [say(`It comes after ${dots}${shown.map(other => other.bare).join(', ')}.`, ...shown.map(other => other.id))]
}

const levelRuleOf = ({ rules, level }: HeadingItem, { levels }: Scheme): LevelRule | undefined =>
  levels[rules].find(found => found.level === level)

const ordinals = new Intl.PluralRules('en', { type: 'ordinal' })
const endings: Partial<Record<Intl.LDMLPluralRule, string>> = { one: 'st', two: 'nd', few: 'rd' }
const ordinal = (count: number): string => `${count}${endings[ordinals.select(count)] ?? 'th'}`

function unnumberedReason({ item }: Entry): string {
  if (item.block === 'division' && !item.numbered) return 'This division carries no number.'
  if (item.kind === 'place') return 'It is a place that references can lead to, and carries no number.'
  return 'It is set to stand without a number, and touches no counter.'
}

const tileName = (tile: Tile): string => ('text' in tile ? `“${tile.text}”` : `level ${tile.level}`)

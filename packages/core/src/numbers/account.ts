/** The account of a number: how it came about, step by step, in words an author can check. */
import { countingRule, seriesRule, type Tile } from '../work/scheme.ts'
import type { Entry, Ledger } from './ledger.ts'

/** One sentence of an account; `entries` are the ids it speaks of, in order of mention; `rule` where it tells a rule of the scheme. */
export interface AccountStep {
  text: string
  entries: string[]
  rule?: true
}

const called = (entry: Entry): string => `${entry.names.one} ${entry.bare}`.trim()

export function accountOf(ledger: Ledger, id: string): AccountStep[] {
  const entry = ledger.byId.get(id)
  if (!entry) return []
  if (!entry.number) return [{ text: unnumberedReason(entry), entries: [] }]
  const steps: AccountStep[] = []
  const prefix = ledger.byId.get(entry.prefixFrom)
  const say = (text: string, ...entries: string[]): void => void steps.push({ text, entries })
  const many = entry.item.kind === 'heading' ? `${entry.names.many} at level ${entry.item.level}` : entry.names.many
  const restart = ledger.byId.get(entry.restartedBy)
  if (entry.item.startAt !== null) {
    say(`It is set to start again at ${entry.item.startAt}, against the rule of its level.`, entry.id)
    return [...steps, written(ledger, entry)]
  }
  if (entry.item.kind === 'listItem') {
    say(`${ordinal(entry.count)} of its list${entry.item.list!.continued ? ', which counts on from the list before it' : ''}.`, entry.id)
    if (prefix) say(`It stands in ${called(prefix)}.`, prefix.id)
    return steps
  }
  if (entry.item.kind === 'part') {
    say(`Part ${entry.count} of ${called(ledger.byId.get(entry.item.partOf)!)}.`, entry.item.partOf)
    return steps
  }
  if (restart) {
    if (restart.item.startAt !== null && restart.item.level === entry.item.level && entry.item.kind === 'heading')
      say(`${capital(many)} were made to start again at ${restart.item.startAt} by ${called(restart)}.`, restart.id)
    else
      say(`${capital(many)} count within ${restart.bare ? called(restart) : 'its division'}, and began again at its heading.`, restart.id)
  } else if (entry.item.kind === 'note' && ledger.scheme.notes.restart === 'page') {
    steps.push({ text: 'Notes begin again on every page, in the order of their marks.', entries: [], rule: true })
    return steps
  } else steps.push({ text: `${capital(many)} count on through the whole work.`, entries: [], rule: true })
  const fellows = ledger.entries.filter(
    other =>
      other.countsAs === entry.countsAs &&
      other.restartedBy === entry.restartedBy &&
      other.prefix === entry.prefix &&
      other.order < entry.order &&
      other.number,
  )
  if (fellows.length === 0) steps.push({ text: 'It is the first one there.', entries: restart ? [restart.id] : [], rule: true })
  else {
    const shown = fellows.slice(-3)
    const dots = fellows.length > shown.length ? '… ' : ''
    say(`It comes after ${dots}${shown.map(other => other.bare).join(', ')}.`, ...shown.map(other => other.id))
  }
  if (entry.item.kind === 'series') {
    const own = seriesRule(ledger.scheme, entry.item.series)
    const rule = countingRule(ledger.scheme, own)
    if (rule !== own)
      steps.push({ text: `${capital(entry.names.many)} count with ${rule.names.many.toLowerCase()}.`, entries: [], rule: true })
    const written = prefix ? `number of ${called(prefix)} · “${rule.separator}” · count` : 'count alone'
    steps.push({ text: `Written as ${written}${own.brackets ? ', in brackets' : ''}.`, entries: [], rule: true })
  } else if (entry.item.kind === 'heading') steps.push(written(ledger, entry))
  return steps
}

function written(ledger: Ledger, { item }: Entry): AccountStep {
  const rule = ledger.scheme.levels[item.rules].find(found => found.level === item.level)!
  return { text: `Written as ${rule.pattern.map(tileName).join(' · ')}.`, entries: [], rule: true }
}

const ordinals = new Intl.PluralRules('en', { type: 'ordinal' })
const ordinal = (count: number): string => `${count}${{ one: 'st', two: 'nd', few: 'rd' }[ordinals.select(count) as 'one'] ?? 'th'}`

function unnumberedReason(entry: Entry): string {
  if (entry.item.kind === 'heading' && entry.item.block === 'division' && !entry.item.numbered) return 'This division carries no number.'
  return 'It is set to stand without a number, and touches no counter.'
}

const tileName = (tile: Tile): string => ('text' in tile ? `“${tile.text}”` : `level ${tile.level}`)
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)

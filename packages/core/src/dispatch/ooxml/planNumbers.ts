/** How every number of a work is said in an office text, found by one walk in the order in which it will be written. */
import { listMarkingOf } from '../../work/parts/scheme.ts'
import type { Manuscript, SaidList } from '../manuscript/manuscript.ts'
import { visitNumbered } from '../manuscript/within.ts'
import { type HeadingNumber, type LevelDefinition, ListCounter, LiveNumbers, type NumberPiece, numberFormats } from './liveNumbers.ts'

/** How the number of an item of a list is said. */
export type ItemNumber = { live: true; instance: string; level: number } | { live: false; text: string }

/** A list in the text: its look, and where its levels begin. */
export interface ListInstance {
  key: string
  look: string
  starts: Map<number, number>
}

export interface Plans {
  live: LiveNumbers
  headings: Map<string, HeadingNumber>
  numbers: Map<string, NumberPiece[]>
  items: Map<string, ItemNumber>
  instances: ListInstance[]
  looks: Map<string, LevelDefinition[]>
}

export function planNumbers(manuscript: Manuscript): Plans {
  const { ledger, work } = manuscript
  const plans: Plans = {
    live: new LiveNumbers(ledger, work.scheme),
    headings: new Map(),
    numbers: new Map(),
    items: new Map(),
    instances: [],
    looks: new Map(),
  }
  const heading = (id: string, level: number): void => {
    const number = plans.live.heading(id, level)
    if (number) plans.headings.set(id, number)
  }
  const series = (id: string): void => void plans.numbers.set(id, plans.live.series(id))
  /** Lines of one number in letters: the first draws it, the others say it again. Where each counts by itself they are equations. */
  const group = (id: string, lines: readonly string[]): void => {
    const whole = ledger.byId.get(id)
    if (whole?.number && whole.item.kind === 'series') {
      lines.forEach((line, at) => {
        const own = ledger.byId.get(line)
        const pieces = at ? plans.live.again(id) : plans.live.series(id)
        const said = pieces.map(({ text }) => text).join('')
        plans.numbers.set(
          line,
          own?.bare.startsWith(said)
            ? [...pieces, { text: own.bare.slice(said.length) }].filter(({ text }) => text)
            : [{ text: own?.bare ?? '' }],
        )
      })
    } else lines.forEach(series)
  }
  visitNumbered(manuscript, { heading, entry: series, group, list: list => planList(list, 0, null, plans, manuscript) })
  return plans
}

function planList(
  list: SaidList,
  depth: number,
  above: { instance: ListInstance; counter: ListCounter } | null,
  plans: Plans,
  manuscript: Manuscript,
): void {
  const { scheme } = manuscript.work
  const kind = list.form ? 'numberedList' : 'bulletedList'
  const look = list.look
  const key = `${kind} ${look}`
  let levels = plans.looks.get(key)
  if (!levels) {
    const marking = listMarkingOf(scheme, kind, look)
    plans.looks.set(
      key,
      (levels = Array.from({ length: 9 }, (_, at): LevelDefinition => {
        const { pattern, form } = marking.levels[at % marking.levels.length]!
        const known = numberFormats[form] !== undefined
        // Deeper levels begin again with the patterns of the first: their tiles mean levels of the look, and are none of ours then.
        const text = pattern.map(tile => ('text' in tile ? tile.text.replaceAll('%', '') : `%${tile.level}`)).join('')
        return {
          form: known ? form : 'arabic',
          start: 1,
          text: known || kind === 'bulletedList' ? text : '',
          restart: null,
          legal: false,
          follows: 'tab',
        }
      })),
    )
  }
  // A list within one of the same look is counted with it.
  const joined = above && above.instance.look === key && depth < 9
  const instance = joined ? above.instance : { key: `list ${plans.instances.length}`, look: key, starts: new Map<number, number>() }
  const counter = joined ? above.counter : new ListCounter(levels)
  if (!joined) plans.instances.push(instance)
  for (const item of list.items) {
    plans.items.set(item.id, itemNumber(item, list, depth, instance, counter, manuscript))
    for (const block of item.blocks) if (block.kind === 'list') planList(block, depth + 1, { instance, counter }, plans, manuscript)
  }
}

function itemNumber(
  item: SaidList['items'][number],
  list: SaidList,
  depth: number,
  instance: ListInstance,
  counter: ListCounter,
  { ledger }: Manuscript,
): ItemNumber {
  const at = Math.min(depth, 8)
  if (!list.form) return { live: true, instance: instance.key, level: at }
  const written = ledger.byId.get(item.id)?.written.at(-1)
  const text = { live: false as const, text: item.sign }
  if (!written || !counter.levels[at]?.text) return text
  const next = counter.next(at)
  // Only the first of a list can be told where to begin.
  if (next !== written.value && (item !== list.items[0] || instance.starts.has(at) || depth > 0)) return text
  if (!counter.takes(at, written.value, item.sign)) return text
  if (next !== written.value) instance.starts.set(at, written.value)
  return { live: true, instance: instance.key, level: at }
}

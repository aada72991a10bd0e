/**
 * Figures and tables that stand before the text that refers to them first are set after it, as readers expect. They move within
 * their section only: an author who puts a figure into one section and comes back to it in the next means it to stand in the first.
 */
import type { Node } from 'prosemirror-model'
import { type BlockKind, isKind, traitsOf } from '../work/kinds/index.ts'
import { seriesOf } from '../work/schema.ts'

const targets = new WeakMap<Node, ReadonlySet<string>>()

/** Ids that a block refers to, its notes and captions included. */
function targetsOf(block: Node): ReadonlySet<string> {
  let found = targets.get(block)
  if (!found) {
    const ids = new Set<string>()
    block.descendants(node => {
      if (isKind(node, 'reference')) for (const id of node.attrs.targets) ids.add(id)
    })
    targets.set(block, (found = ids))
  }
  return found
}

/** The series in whose order a float stands; a row stands in that of its figures. Empty for what does not float. */
function floatSeries(block: Node): string {
  if (!traitsOf(block).floats) return ''
  return isKind(block, 'row') && block.firstChild ? seriesOf(block.firstChild) : seriesOf(block)
}
const idsOf = (block: Node): string[] =>
  isKind(block, 'row') ? block.children.flatMap(idsOf) : [block, ...block.children].flatMap(node => (node.attrs.id as string) || [])

/** Why a float is set after its place: the text that refers to it first comes later, or one of its series was set later. */
export type Late = 'reference' | 'series'

/** The blocks of a division after its title by index, in the order they are set; those that come late tell why. */
export function floatOrder(division: Node): { index: number; late: Late | null }[] {
  const blocks = division.children
  const after = blocks.map((_, index) => index)
  const reasons = new Map<number, Late>()
  const reached = new Map<string, number>()
  for (let index = 1; index < blocks.length; index++) {
    const block = blocks[index]!
    const series = floatSeries(block)
    if (!series) continue
    const stays = block.attrs.placement === 'here'
    const wanted = stays ? index : firstReference(blocks, index, series)
    // Never before one of its series that moved; one that is held where it is lets nothing pass.
    after[index] = stays ? index : Math.max(wanted, reached.get(series) ?? 0)
    if (after[index]! > index) reasons.set(index, wanted > index ? 'reference' : 'series')
    reached.set(series, after[index]!)
  }
  return after
    .map((place, index) => ({ index, place, late: reasons.get(index) ?? null }))
    .slice(1)
    .sort((a, b) => a.place - b.place || Number(a.late !== null) - Number(b.late !== null) || a.index - b.index)
    .map(({ index, late }) => ({ index, late }))
}

/** The block after which a float is to be set: its own place unless a later one of its section refers to it first. */
function firstReference(blocks: readonly Node[], own: number, series: string): number {
  const ids = idsOf(blocks[own]!)
  const refers = (index: number): boolean => ids.some(id => targetsOf(blocks[index]!).has(id))
  for (let index = 0; index <= own; index++) if (index !== own && refers(index)) return own
  for (let index = own + 1; index < blocks.length; index++) {
    const block = blocks[index]!
    if (isKind(block, 'heading') || (floatSeries(block) === series && block.attrs.placement === 'here')) return own
    if (refers(index) && !floatSeries(block)) return endOfSentence(blocks, index)
  }
  return own
}

const displays: ReadonlySet<string> = new Set<BlockKind>(['equation', 'equationGroup'])
const lists: ReadonlySet<string> = new Set<BlockKind>(['bulletedList', 'numberedList', 'descriptionList', 'listing', 'quotation', 'verse'])

/** The last of the blocks that a sentence runs through: its displays, what it leads into by a colon, and the text that goes on behind them. */
function endOfSentence(blocks: readonly Node[], from: number): number {
  let last = from
  for (let index = from + 1; index < blocks.length; index++) {
    const [before, block] = [blocks[last]!, blocks[index]!]
    // What floats parts nothing: it is gone round.
    if (floatSeries(block) && block.attrs.placement !== 'here' && !isKind(block, 'listing')) continue
    if (!runsOn(before, block)) break
    last = index
  }
  return last
}

function runsOn(before: Node, block: Node): boolean {
  const kind = block.type.name
  if (displays.has(kind)) return isKind(before, 'paragraph') || displays.has(before.type.name)
  if (lists.has(kind)) return isKind(before, 'paragraph') && /:\s*$/.test(before.textContent)
  return isKind(block, 'paragraph') && displays.has(before.type.name) && /^\s*\p{Ll}/u.test(block.textContent)
}

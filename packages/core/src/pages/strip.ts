/** A division as a strip, block by block, and the notes it calls for. */
import type { Node } from 'prosemirror-model'
import type { ListEntry } from '../lists/entries.ts'
import { scanDivision } from '../numbers/scan.ts'
import { dependencies } from '../type/inline.ts'
import { division } from '../work/schema.ts'
import { generatedList } from './blocks/generatedList.ts'
import { divisionTitle } from './blocks/heading.ts'
import { blockHandlers } from './blocks/index.ts'
import { type Box, lineBoxes, type StripItem } from './box.ts'
import { blockDependencies, type Setting, setText, words } from './setting.ts'

export interface Listing {
  entries: ListEntry[]
  pageOf(id: string): string | undefined
}

/** The strip as the pieces it is made of: unchanged blocks give the same arrays, so that a flow can be compared at a glance. */
export function divisionStrips(node: Node, setting: Setting, listing: Listing | null): StripItem[][] {
  if (listing || scanDivision(node).saysPages) return makeStrips(node, setting, listing)
  const { cache, houseStyle, pictures, ledger } = setting
  const kept = cache.divisions.get(node)
  if (kept && kept.stamp === ledger.stamp && kept.houseStyle === houseStyle && kept.pictures === pictures) return kept.strips
  const strips = makeStrips(node, setting, null)
  cache.divisions.set(node, { stamp: ledger.stamp, houseStyle, pictures, strips })
  return strips
}

function makeStrips(node: Node, setting: Setting, listing: Listing | null): StripItem[][] {
  const { id, role } = division(node)
  const strips = [cached(node.firstChild!, `title ${role}`, id, setting, () => divisionTitle(node.firstChild!, id, role, setting))]
  if (listing) strips.push(cachedList(node, listing, setting))
  let after = 'title'
  let listed = 0
  for (let i = 1; i < node.childCount; i++) {
    const block = node.child(i)
    const kind = block.type.name
    const continued = kind === 'numberedList' && block.attrs.continued
    const firstNumber = continued ? listed + 1 : 1
    if (kind === 'numberedList') listed = (continued ? listed : 0) + block.childCount
    const place = { after, role, firstNumber }
    const handler = blockHandlers[kind]
    if (!handler) throw new RangeError(`No page make-up for a block of kind “${kind}”.`)
    strips.push(cached(block, `${after} ${role} ${firstNumber}`, block.attrs.id, setting, () => handler(block, setting, place)))
    after = kind
  }
  return strips
}

/** A list whose entries and page labels are what they were is the same strip. */
function cachedList(node: Node, { entries, pageOf }: Listing, setting: Setting): StripItem[] {
  const key = entries
    .map(({ id, number, text }) => `${id}|${number}|${pageOf(id)}|${nodeNumber(text)}|${dependencies(text, setting)}`)
    .join('\n')
  return setting.cache.blocks.get(node, key, setting.houseStyle, () => generatedList(entries, pageOf, setting))
}

const nodeNumbers = new WeakMap<Node, number>()
let nextNodeNumber = 0

/** A number for a node's identity, to stand for it in a key. */
function nodeNumber(node: Node): number {
  let number = nodeNumbers.get(node)
  if (number === undefined) nodeNumbers.set(node, (number = nextNodeNumber++))
  return number
}

function cached(node: Node, place: string, id: string, setting: Setting, make: () => StripItem[]): StripItem[] {
  const number = setting.ledger.byId.get(id)
  const picture = node.type.name === 'figure' && setting.pictures.has(node.attrs.picture) ? 'p' : ''
  const key = `${place}|${number ? `${number.names.one} ${number.number}` : ''}|${picture}|${blockDependencies(node, setting)}`
  return setting.cache.blocks.get(node, key, setting.houseStyle, make)
}

/** The lines of a note as they stand at the foot of a page, mark first. */
export function noteBoxes(id: string, setting: Setting): Box[] {
  const entry = setting.ledger.byId.get(id)
  const node = entry?.item.text
  if (!node) return []
  const { note: style } = setting.houseStyle
  return setting.cache.notes.get(node, `${entry.number}|${blockDependencies(node, setting)}`, setting.houseStyle, () => {
    const mark = words(`${entry.number}\u2002`, style, { size: style.size * 0.75, rise: style.size * 0.3 })
    const lines = setText(node, setting, { style, measure: setting.measure, leadIn: [mark] })
    return lineBoxes(lines, { ...style, x: 0, tag: 'Note', block: id, begins: [id] })
  })
}

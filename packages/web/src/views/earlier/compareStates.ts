/** An earlier state of a work beside what it is now, block by block. */

import { asPrinted } from '@steady-ledger/core/content/citations/asPrinted.ts'
import { numberWork } from '@steady-ledger/core/numbers/ledger.ts'
import { division, type Node } from '@steady-ledger/core/work/schema.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import { LiveNumbers } from '../../editor/live.ts'

export interface ThenBlock {
  id: string
  number: string
  text: string
  /** Title of a division or heading. */
  heading: boolean
  /** How it stands to the block of the same id now. */
  now: 'same' | 'changed' | 'gone'
}
export interface ThenDivision {
  id: string
  title: string
  blocks: ThenBlock[]
  /** Blocks that are not as they were. */
  differ: number
  now: 'there' | 'gone'
}

/** Whether something stands there that has no words: a picture, a formula. */
const says = (node: Node): boolean => node.type.name !== 'fill' && node.type.name !== 'paragraph'
const kindName = (node: Node): string => node.type.name.replace(/[A-Z]/g, letter => ` ${letter.toLowerCase()}`)

/** The divisions of the earlier state, and the titles of those that came since. */
export function compareStates(then: Work, now: Work): { divisions: ThenDivision[]; since: string[] } {
  const ledger = numberWork(asPrinted(then), then.scheme)
  const saying = (work: Work, own = numberWork(asPrinted(work), work.scheme)): ((node: Node) => string) => {
    const live = new LiveNumbers(own, work)
    live.setLedger(own, work.doc)
    return node => live.textOf(node, node.attrs.id ?? '')
  }
  const said = saying(then, ledger)
  const saidNow = saying(now)
  const today = new Map<string, Node>()
  now.doc.descendants(node => {
    if (node.attrs.id) today.set(node.attrs.id, node)
    return !node.isTextblock
  })
  const divisions = then.doc.children.map((node): ThenDivision => {
    const { id } = division(node)
    const blocks = node.children.map((block, index): ThenBlock => {
      const own = index === 0 ? id : (block.attrs.id as string)
      const other = index === 0 ? today.get(own)?.firstChild : today.get(own)
      const entry = ledger.byId.get(own)
      return {
        id: own,
        number: entry?.number ?? '',
        text: said(block).trim() || (says(block) ? `(${kindName(block)})` : ''),
        heading: index === 0 || block.type.name === 'heading',
        now: !other ? 'gone' : other.eq(block) ? 'same' : 'changed',
      }
    })
    return {
      id,
      title: said(node.firstChild!) || 'Untitled',
      blocks,
      differ: blocks.filter(({ now: state }) => state !== 'same').length,
      now: today.has(id) ? 'there' : 'gone',
    }
  })
  const known = new Set(divisions.map(({ id }) => id))
  const since = now.doc.children.filter(node => !known.has(division(node).id)).map(node => saidNow(node.firstChild!) || 'Untitled')
  return { divisions, since }
}

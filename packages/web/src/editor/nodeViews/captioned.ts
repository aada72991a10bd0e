import { seriesRule } from '@steady-ledger/core/work/parts/scheme.ts'
import type { Node } from '@tiptap/pm/model'
import { element, type Hosts, mark, numberColumn, outside, type ViewMaker } from './common.ts'

interface Look {
  tag: 'figure' | 'div'
  /** Classes of the block and of what holds its content. */
  block(node: Node): string
  content: string
  /** What stands in the number column: a short name and the number. */
  write(number: string, id: string): string
  /** Tells by classes and data what the node is like now. */
  mark(dom: HTMLElement, node: Node): void
}

/** A block with its number in the column and its content below. */
const numberedView =
  (hosts: Hosts, look: Look): ViewMaker =>
  node => {
    const dom = element(look.tag, look.block(node))
    dom.dataset.id = node.attrs.id
    const column = numberColumn(
      hosts.live,
      () => node.attrs.id,
      number => look.write(number, node.attrs.id),
    )
    const content = element('div', look.content)
    dom.append(column.dom, content)
    let shown = node
    const stop = hosts.live.follow(() => look.mark(dom, shown))
    return {
      dom,
      contentDOM: content,
      ignoreMutation: outside(content),
      destroy: () => {
        stop()
        column.stop()
      },
      update: next => {
        if (next.type !== node.type || next.attrs.id !== node.attrs.id) return false
        shown = next
        look.mark(dom, next)
        return true
      },
    }
  }

/** A table or listing, its caption first. */
export const captionedView = (hosts: Hosts): ViewMaker =>
  numberedView(hosts, {
    tag: 'figure',
    block: node => `block ${node.type.name}-block`,
    content: 'captions',
    write: (number, id) => `${hosts.live.ledger.byId.get(id)?.names.shortOne ?? ''} ${number}`,
    mark: (dom, node) => mark(dom, 'uncaptioned', node.firstChild!.content.size === 0),
  })

/** One of several grids of a table, its words first; its sign stands in the number column. */
export const tablePanelView = (hosts: Hosts): ViewMaker =>
  numberedView(hosts, {
    tag: 'div',
    block: () => 'table-panel',
    content: 'captions',
    write: (number, id) => hosts.live.ledger.byId.get(id)?.own ?? number,
    mark: () => {},
  })

/** Equations under one number. */
export const equationGroupView = (hosts: Hosts): ViewMaker =>
  numberedView(hosts, {
    tag: 'div',
    block: () => 'block equation-group',
    content: 'lines',
    write: number => number,
    mark: () => {},
  })

/** A statement: its short name and number in the column, its words as text. */
export const statementView = (hosts: Hosts): ViewMaker =>
  numberedView(hosts, {
    tag: 'div',
    block: () => 'block statement',
    content: 'words',
    write: (number, id) => `${hosts.live.ledger.byId.get(id)?.names.shortOne ?? ''} ${number}`,
    mark: (dom, node) => {
      dom.dataset.look = seriesRule(hosts.live.ledger.scheme, node.attrs.series).statement ?? 'upright'
    },
  })

import type { Node } from '@tiptap/pm/model'
import { element, type Hosts, numberColumn, outside, type ViewMaker } from './common.ts'

/** A statement: its short name and number in the column, its words as text. */
export const statementView =
  ({ live }: Hosts): ViewMaker =>
  node => {
    const dom = element('div', 'block statement')
    dom.dataset.id = node.attrs.id
    const column = numberColumn(
      live,
      () => node.attrs.id,
      number => `${live.ledger.byId.get(node.attrs.id)?.names.shortOne ?? ''} ${number}`,
    )
    const content = element('div', 'words')
    dom.append(column.dom, content)
    const mark = (found: Node): void => void (dom.dataset.series = found.attrs.series)
    mark(node)
    return {
      dom,
      contentDOM: content,
      ignoreMutation: outside(content),
      destroy: column.stop,
      update: next => {
        if (next.type !== node.type || next.attrs.id !== node.attrs.id) return false
        mark(next)
        return true
      },
    }
  }

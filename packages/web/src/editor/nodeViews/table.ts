import type { Node } from '@tiptap/pm/model'
import { element, type Hosts, numberColumn, outside, type ViewMaker } from './common.ts'

export const tableView =
  ({ live }: Hosts): ViewMaker =>
  node => {
    const dom = element('figure', 'block table-block')
    dom.dataset.id = node.attrs.id
    const column = numberColumn(
      live,
      () => node.attrs.id,
      number => `Tab. ${number}`,
    )
    const content = element('div', 'captions')
    dom.append(column.dom, content)
    const mark = (found: Node): void => void dom.classList.toggle('uncaptioned', found.firstChild!.content.size === 0)
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

import type { Node } from '@tiptap/pm/model'
import { element, type Hosts, numberColumn, outside, type ViewMaker } from './common.ts'

/** A table or listing: its number in the column, its caption and content below. */
export const captionedView =
  ({ live }: Hosts, short: string): ViewMaker =>
  node => {
    const dom = element('figure', `block ${node.type.name}-block`)
    dom.dataset.id = node.attrs.id
    const column = numberColumn(
      live,
      () => node.attrs.id,
      number => `${short} ${number}`,
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

import type { Node } from '@tiptap/pm/model'
import type { LiveNumbers } from '../live.ts'
import { leafView, type ViewMaker } from './common.ts'
import { selectNode } from './figure.ts'

/** A block that the program writes from its division: painted when numbers or pages change, chosen by a click on anything but a link. */
export function writtenView(
  [first, view, getPos]: Parameters<ViewMaker>,
  dom: HTMLElement,
  live: LiveNumbers,
  paint: (node: Node, division: string) => void,
): ReturnType<ViewMaker> {
  dom.contentEditable = 'false'
  dom.addEventListener('mousedown', event => {
    const at = getPos()
    if (at === undefined || event.button !== 0 || (event.target as HTMLElement).tagName === 'A') return
    event.preventDefault()
    selectNode(view, at)
  })
  // Its place is known when the document that it came with is.
  const soon = (node: Node): void =>
    queueMicrotask(() => {
      const at = getPos()
      if (at !== undefined && at <= view.state.doc.content.size) paint(node, view.state.doc.resolve(at).node(1).attrs.id)
    })
  return leafView(first, dom, live, soon)
}

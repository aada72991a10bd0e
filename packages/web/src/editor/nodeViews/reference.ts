import { element, explain, type Hosts, leafView, mark, placeOfView, say, type ViewMaker } from './common.ts'

/** A reference says what it computes; a press with Ctrl, or Enter on it, follows it. */
export const referenceView =
  ({ live, follow }: Hosts): ViewMaker =>
  (first, view, getPos) => {
    const dom = element('span', 'reference')
    dom.setAttribute('role', 'link')
    let node = first
    dom.addEventListener('click', event => {
      const target = (node.attrs.targets as string[]).find(id => live.ledger.byId.has(id))
      if ((event.ctrlKey || event.metaKey) && target) follow(target)
    })
    return leafView(first, dom, live, shown => {
      node = shown
      const parts = live.wording(node, placeOfView(view, getPos))
      const text = parts.map(part => part.text).join('')
      const lost = parts.some(part => part.lost)
      say(dom, text)
      mark(dom, 'as-mark', node.attrs.wording === 'mark')
      mark(dom, 'lost', lost)
      explain(dom, lost ? 'What this refers to was deleted. Choose another target in the slip.' : 'Ctrl + press follows')
    })
  }

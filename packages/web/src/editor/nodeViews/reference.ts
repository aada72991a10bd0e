import { element, type Hosts, leafView, placeOfView, say, type ViewMaker } from './common.ts'

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
      say(dom, text)
      dom.classList.toggle('as-mark', node.attrs.wording === 'mark')
      dom.classList.toggle(
        'lost',
        parts.some(part => part.lost),
      )
      dom.title = parts.some(part => part.lost)
        ? 'What this refers to was deleted. Choose another target in the slip.'
        : 'Ctrl + press follows'
    })
  }

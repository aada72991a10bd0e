import { textOfPieces } from '@steady-ledger/core/content/pieces.ts'
import { element, type Hosts, say, type ViewMaker } from './common.ts'
import { selectNode } from './figure.ts'

/** The sources that are cited in this division, as the program writes them. */
export const sourceListView =
  ({ live }: Hosts): ViewMaker =>
  (first, view, getPos) => {
    let node = first
    const dom = element('section', 'block source-list')
    dom.contentEditable = 'false'
    dom.setAttribute('aria-label', 'Sources of this division')
    const list = dom.appendChild(element('ol', ''))
    const paint = (): void => {
      const at = getPos()
      if (at === undefined || at > view.state.doc.content.size) return
      const { id } = view.state.doc.resolve(at).node(1).attrs
      const entries = live.citations.lists.get(id)?.entries ?? []
      const lines = entries.length
        ? entries.map(({ margin, text }) => [textOfPieces(margin), textOfPieces(text)])
        : [['', 'The sources that are cited in this chapter will stand here.']]
      while (list.childElementCount > lines.length) list.lastElementChild!.remove()
      lines.forEach(([number = '', words = ''], index) => {
        const row = list.children[index] ?? list.appendChild(element('li', ''))
        if (row.childElementCount !== 2) row.replaceChildren(element('span', 'source-number'), element('span', ''))
        const [margin, text] = row.children as unknown as HTMLElement[]
        say(margin!, number)
        say(text!, words)
      })
    }
    const stop = live.follow(() => queueMicrotask(paint))
    dom.addEventListener('mousedown', event => {
      const at = getPos()
      if (at === undefined || event.button !== 0) return
      event.preventDefault()
      selectNode(view, at)
    })
    return {
      dom,
      ignoreMutation: () => true,
      destroy: stop,
      update: next => {
        if (next.type !== node.type) return false
        node = next
        queueMicrotask(paint)
        return true
      },
    }
  }

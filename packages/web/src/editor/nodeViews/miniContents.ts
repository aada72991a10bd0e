import { sectionEntries } from '@steady-ledger/core/content/lists/entries.ts'
import { plainText } from '@steady-ledger/core/work/schema.ts'
import { element, type Hosts, say, type ViewMaker } from './common.ts'
import { selectNode } from './figure.ts'

/** What stands in this division, as the program writes it: it follows the headings, and leads to them. */
export const miniContentsView =
  ({ live, follow }: Hosts): ViewMaker =>
  (first, view, getPos) => {
    let node = first
    const dom = element('nav', 'block mini-contents')
    dom.contentEditable = 'false'
    dom.setAttribute('aria-label', 'Contents of this division')
    const list = dom.appendChild(element('ol', ''))
    const paint = (): void => {
      const at = getPos()
      if (at === undefined || at > view.state.doc.content.size) return
      const { id } = view.state.doc.resolve(at).node(1).attrs
      const entries = sectionEntries(live.ledger, id, node.attrs.depth)
      while (list.childElementCount > Math.max(1, entries.length)) list.lastElementChild!.remove()
      if (entries.length === 0) {
        const empty = list.firstElementChild ?? list.appendChild(element('li', ''))
        empty.replaceChildren('The headings of this chapter will stand here.')
        return
      }
      entries.forEach((entry, index) => {
        const row = list.children[index] ?? list.appendChild(element('li', ''))
        if (row.childElementCount !== 3) row.replaceChildren(element('span', 'mini-number'), element('a', ''), element('span', 'mini-page'))
        const [number, words, page] = row.children as unknown as HTMLElement[]
        row.className = `level-${entry.level}`
        say(number!, entry.number)
        say(words!, plainText(entry.text) || 'Untitled')
        say(page!, live.pageLabel(entry.id) ?? '')
        words!.onclick = () => follow(entry.id)
      })
    }
    const stop = live.follow(() => queueMicrotask(paint))
    dom.addEventListener('mousedown', event => {
      const at = getPos()
      if (at === undefined || event.button !== 0 || (event.target as HTMLElement).tagName === 'A') return
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

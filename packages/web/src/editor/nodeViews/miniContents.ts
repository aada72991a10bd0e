import { sectionEntries } from '@steady-ledger/core/content/lists/entries.ts'
import { plainText } from '@steady-ledger/core/work/schema.ts'
import { element, type Hosts, say, type ViewMaker } from './common.ts'
import { writtenView } from './written.ts'

/** What stands in this division, as the program writes it: it follows the headings, and leads to them. */
export const miniContentsView =
  ({ live, follow }: Hosts): ViewMaker =>
  (...made) => {
    const dom = element('nav', 'block mini-contents')
    dom.setAttribute('aria-label', 'Contents of this division')
    const list = dom.appendChild(element('ol', ''))
    return writtenView(made, dom, live, (node, division) => {
      const entries = sectionEntries(live.ledger, division, node.attrs.depth)
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
    })
  }

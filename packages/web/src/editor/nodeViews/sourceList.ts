import { textOfPieces } from '@steady-ledger/core/content/pieces.ts'
import { element, type Hosts, say, type ViewMaker } from './common.ts'
import { writtenView } from './written.ts'

/** The sources that are cited in this division, as the program writes them. */
export const sourceListView =
  ({ live }: Hosts): ViewMaker =>
  (...made) => {
    const dom = element('section', 'block source-list')
    dom.setAttribute('aria-label', 'Sources of this division')
    const list = dom.appendChild(element('ol', ''))
    return writtenView(made, dom, live, (_node, division) => {
      const entries = live.citations.lists.get(division)?.entries ?? []
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
    })
  }

import { keywordsOf } from '@steady-ledger/core/content/keywords.ts'
import { element, type Hosts, say, type ViewMaker } from './common.ts'
import { writtenView } from './written.ts'

/** The keywords of the work as they will be printed; they are written in the slip. */
export const keywordsView =
  ({ live }: Hosts): ViewMaker =>
  (...made) => {
    const dom = element('p', 'block keywords')
    const name = dom.appendChild(element('strong', ''))
    const list = dom.appendChild(element('span', ''))
    return writtenView(made, dom, live, node => {
      const keywords = keywordsOf(node.attrs.own, live.settings.keywords)
      dom.dataset.id = node.attrs.id
      say(name, live.words.keywords)
      say(list, ` ${keywords.join(', ') || 'none yet; they are written in the slip'}`)
      dom.classList.toggle('unwritten', keywords.length === 0)
    })
  }

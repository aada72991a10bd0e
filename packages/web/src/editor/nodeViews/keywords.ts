import { element, type Hosts, say, type ViewMaker } from './common.ts'
import { selectNode } from './figure.ts'

/** The keywords of the work as they will be printed; they are written in the slip. */
export const keywordsView =
  ({ live }: Hosts): ViewMaker =>
  (node, view, getPos) => {
    const dom = element('p', 'block keywords')
    dom.contentEditable = 'false'
    dom.dataset.id = node.attrs.id
    const name = dom.appendChild(element('strong', ''))
    const list = dom.appendChild(element('span', ''))
    const stop = live.follow(() => {
      const { keywords } = live.settings
      say(name, live.words.keywords)
      say(list, ` ${keywords.join(', ') || 'none yet; they are written in the slip'}`)
      dom.classList.toggle('unwritten', keywords.length === 0)
    })
    dom.addEventListener('mousedown', event => {
      const at = getPos()
      if (at === undefined || event.button !== 0) return
      event.preventDefault()
      selectNode(view, at)
    })
    return { dom, ignoreMutation: () => true, destroy: stop }
  }

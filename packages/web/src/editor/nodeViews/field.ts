import { isKind } from '@steady-ledger/core/work/kinds/index.ts'
import { element, explain, type Hosts, leafView, mark, placeOfView, say, type ViewMaker } from './common.ts'

/** Something that the work says of itself, as it is printed; it is written in the slip of the title page. */
export const fieldView =
  ({ live }: Hosts): ViewMaker =>
  (first, view, getPos) => {
    const dom = element('span', 'mention')
    dom.contentEditable = 'false'
    return leafView(first, dom, live, node => {
      if (!isKind(node, 'field')) return
      const pieces = live.wording(node, placeOfView(view, getPos))
      explain(dom, `The ${node.attrs.field} of the work: it is written in the slip of the title page.`)
      mark(
        dom,
        'lost',
        pieces.some(piece => piece.lost),
      )
      say(dom, pieces.map(({ text }) => text).join(''))
    })
  }

import type { PieceMark } from '@steady-ledger/core/content/pieces.ts'
import { textOfPieces } from '@steady-ledger/core/content/pieces.ts'
import { element, explain, type Hosts, leafView, mark, type ViewMaker } from './common.ts'

const tags: Partial<Record<PieceMark, keyof HTMLElementTagNameMap>> = {
  emphasis: 'em',
  strong: 'strong',
  superscript: 'sup',
  subscript: 'sub',
}

/** A citation says what the style makes of it; where sources are cited in notes, the mark of its note. */
export const citationView =
  ({ live }: Hosts): ViewMaker =>
  (first, view, getPos) => {
    const dom = element('span', 'citation')
    dom.contentEditable = 'false'
    return leafView(first, dom, live, node => {
      const pieces = live.wording(node, node.attrs.id)
      const at = getPos()
      // In a note, which has an editor of its own, it is a citation like others.
      const inNote = at === undefined || at > view.state.doc.content.size || view.state.doc.resolve(at).parent.type.name === 'note'
      const asMark = live.citesInNotes && !inNote
      const lost = pieces.some(piece => piece.lost)
      const says = textOfPieces(pieces)
      const title = lost ? 'A source of it is no longer in the register. Choose another one in the slip.' : asMark ? says : 'Citation'
      explain(dom, title)
      mark(dom, 'lost', lost)
      mark(dom, 'as-mark', asMark && !lost)
      const shown = asMark && !lost ? [{ text: live.number(node.attrs.id) || '…' }] : pieces
      const key = JSON.stringify(shown)
      if (dom.dataset.says === key) return
      dom.dataset.says = key
      dom.replaceChildren(
        ...shown.map(piece => {
          const tag = 'marks' in piece ? piece.marks?.map(mark => tags[mark]).find(Boolean) : undefined
          return tag ? element(tag, '', piece.text) : document.createTextNode(piece.text)
        }),
      )
    })
  }

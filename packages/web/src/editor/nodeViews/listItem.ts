import { listMarkingOf } from '@steady-ledger/core/work/parts/scheme.ts'
import { element, type Hosts, outside, say, type ViewMaker } from './common.ts'

/** An item of a list: its number, or the sign of its look, stands before its words and is never text. */
export const listItemView =
  ({ live }: Hosts): ViewMaker =>
  (node, view, getPos) => {
    const dom = element('li', 'item')
    const sign = dom.appendChild(element('span', 'item-sign'))
    sign.contentEditable = 'false'
    const content = dom.appendChild(element('div', 'item-words'))
    const paint = (): void => {
      const at = getPos()
      if (at === undefined || at > view.state.doc.content.size) return
      const $at = view.state.doc.resolve(at)
      const kind = $at.parent.type.name
      if (kind !== 'numberedList' && kind !== 'bulletedList') return
      const depth = Array.from({ length: $at.depth }, (_, i) => $at.node(i + 1).type.name).filter(name => /edList$/.test(name)).length
      const { levels } = listMarkingOf(live.ledger.scheme, kind, $at.parent.attrs.look)
      const own = levels[(depth - 1) % levels.length]!.pattern.map(tile => ('text' in tile ? tile.text : '')).join('')
      say(sign, kind === 'numberedList' ? live.number($at.nodeAfter?.attrs.id ?? node.attrs.id) : own)
    }
    const stop = live.follow(() => queueMicrotask(paint))
    return {
      dom,
      contentDOM: content,
      ignoreMutation: outside(content),
      destroy: stop,
      update: next => {
        if (next.type !== node.type) return false
        queueMicrotask(paint)
        return true
      },
    }
  }

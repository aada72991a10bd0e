import { plainText } from '@steady-ledger/core/work/schema.ts'
import { element, type Hosts, say, type ViewMaker } from './common.ts'

/** A note shows its mark; the text opens beside its line. */
export const noteView =
  ({ live, openNote }: Hosts): ViewMaker =>
  (first, view, getPos) => {
    let node = first
    const dom = element('sup', 'note-mark')
    const paint = (): void => {
      say(dom, live.number(node.attrs.id) || '*')
      dom.title = plainText(node)
    }
    const stop = live.follow(paint)
    dom.addEventListener('click', () => {
      const at = getPos()
      if (at !== undefined) openNote(view, at)
    })
    return {
      dom,
      ignoreMutation: () => true,
      destroy: stop,
      update: next => {
        if (next.type !== node.type || next.attrs.id !== node.attrs.id) return false
        node = next
        paint()
        return true
      },
    }
  }

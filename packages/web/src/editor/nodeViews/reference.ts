import { occurrenceAt } from '@steady-ledger/core/numbers/occurrences.ts'
import { element, type Hosts, say, type ViewMaker } from './common.ts'

/** A reference says what it computes; a press with Ctrl, or Enter on it, follows it. */
export const referenceView =
  ({ live, follow }: Hosts): ViewMaker =>
  (first, view, getPos) => {
    let node = first
    /** A place in a document that is being drawn anew may be gone before it is asked for. */
    const occurrence = (): string => {
      const at = getPos()
      return at === undefined || at > view.state.doc.content.size ? '' : occurrenceAt(view.state.doc.resolve(at))
    }
    const dom = element('span', 'reference')
    dom.setAttribute('role', 'link')
    const paint = (): void => {
      const parts = live.wording(node, occurrence())
      const text = parts.map(part => part.text).join('')
      say(dom, text)
      dom.classList.toggle('as-mark', node.attrs.wording === 'mark')
      dom.classList.toggle(
        'lost',
        parts.some(part => part.lost),
      )
      dom.title = parts.some(part => part.lost)
        ? 'What this refers to was deleted. Choose another target in the slip.'
        : 'Ctrl + press follows'
    }
    const stop = live.follow(paint)
    dom.addEventListener('click', event => {
      const target = (node.attrs.targets as string[]).find(id => live.ledger.byId.has(id))
      if ((event.ctrlKey || event.metaKey) && target) follow(target)
    })
    return {
      dom,
      ignoreMutation: () => true,
      destroy: stop,
      update: next => {
        if (next.type !== node.type) return false
        node = next
        paint()
        return true
      },
    }
  }

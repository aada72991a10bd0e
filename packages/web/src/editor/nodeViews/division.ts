import { countWords, division, roles } from '@steady-ledger/core/work/schema.ts'
import type { Node } from '@tiptap/pm/model'
import { Selection } from '@tiptap/pm/state'
import type { Decoration, EditorView, NodeView } from '@tiptap/pm/view'
import { opensDivision } from '../oneDivision.ts'
import { element, type Hosts, say } from './common.ts'

/** The open division holds its blocks; any other is a stub that opens when it is pressed. */
export const divisionView =
  ({ live }: Hosts) =>
  (first: Node, view: EditorView, getPos: () => number | undefined, decorations: readonly Decoration[]): NodeView => {
    const isOpen = (found: readonly Decoration[]): boolean => found.some(decoration => decoration.spec.open)
    const { id } = division(first)
    const dom = element('section', 'division')
    dom.dataset.id = id
    if (isOpen(decorations)) {
      dom.dataset.role = division(first).role
      if (roles[division(first).role].generated) {
        const note = element(
          'p',
          'generated',
          'This list is written by the program: its entries and page numbers always agree with the work. Its title is yours.',
        )
        note.contentEditable = 'false'
        const content = element('div', 'content')
        dom.append(content, note)
        return {
          dom,
          contentDOM: content,
          update: (node, found) => isOpen(found) && node.attrs.id === id,
          ignoreMutation: mutation => mutation.type !== 'selection' && !content.contains(mutation.target),
        }
      }
      return { dom, contentDOM: dom, update: (node, found) => isOpen(found) && node.attrs.id === id }
    }
    dom.contentEditable = 'false'
    let node = first
    const button = dom.appendChild(element('button', 'stub'))
    button.type = 'button'
    const number = button.appendChild(element('span', 'stub-number'))
    const title = button.appendChild(element('span', 'stub-title'))
    const facts = button.appendChild(element('span', 'stub-facts'))
    const paint = (): void => {
      say(title, node.firstChild!.textContent || 'Untitled')
      say(number, live.ledger.byId.get(id)?.bare ?? '')
      const words = countWords(node)
      const page = live.pageLabel(id)
      say(facts, [words > 12 && `${words.toLocaleString('en-GB')} words`, page && `page ${page}`].filter(Boolean).join(' · '))
    }
    const stop = live.follow(paint)
    const open = (event: Event): void => {
      event.preventDefault()
      const at = getPos()
      if (at === undefined) return
      view.dispatch(
        view.state.tr
          .setSelection(Selection.near(view.state.doc.resolve(at + 1)))
          .setMeta(opensDivision, true)
          .scrollIntoView(),
      )
      view.focus()
    }
    button.addEventListener('click', open)
    return {
      dom,
      stopEvent: () => true,
      ignoreMutation: () => true,
      destroy: stop,
      update: (next, found) => {
        if (isOpen(found) || next.attrs.id !== id) return false
        if (next !== node) {
          node = next
          paint()
        }
        return true
      },
    }
  }

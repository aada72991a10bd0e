/** Pieces that node views are made of. */

import { mathMl, whyUnreadable } from '@steady-ledger/core/formulas/mathml.ts'
import { occurrenceAt } from '@steady-ledger/core/numbers/occurrences.ts'
import type { Node } from '@tiptap/pm/model'
import type { EditorState } from '@tiptap/pm/state'
import type { EditorView, NodeView, ViewMutationRecord } from '@tiptap/pm/view'
import type { LiveNumbers } from '../live.ts'
import { sayFormula } from '../spokenFormulas.ts'

export interface Hosts {
  live: LiveNumbers
  /** Opens the composer on the formula at a position, at an end of it or behind so many of its signs. */
  compose(view: EditorView, at: number, opensAt?: number | 'start' | 'end'): void
  /** Opens the note at a position for writing. */
  openNote(view: EditorView, at: number): void
  follow(id: string): void
  replacePicture(id: string): void
  /** Opens the list of what can be referred to or cited, for a position in a note. */
  pick(kind: 'reference' | 'citation', at: number): void
  /** Makes the words at the cursor of a note a mention. */
  mention(note: EditorState): void
}
export type ViewMaker = (node: Node, view: EditorView, getPos: () => number | undefined) => NodeView

export function element<K extends keyof HTMLElementTagNameMap>(tag: K, className: string, text = ''): HTMLElementTagNameMap[K] {
  const made = document.createElement(tag)
  made.className = className
  if (text) made.textContent = text
  return made
}

/** Writes a text where it is not written yet: an unchanged text must not make the browser lay the page out again. */
export function say(dom: HTMLElement, text: string): void {
  if (dom.textContent !== text) dom.textContent = text
}

/** Gives or takes a class, and likewise writes only what is not so yet. */
export function mark(dom: HTMLElement, name: string, on: boolean): void {
  if (dom.classList.contains(name) !== on) dom.classList.toggle(name, on)
}

/** The same for what is said of it to who points at it. */
export function explain(dom: HTMLElement, title: string): void {
  if (dom.title !== title) dom.title = title
}

/** The number of an entry in the number column, with its old value struck through while the change is news. */
export function numberColumn(
  live: LiveNumbers,
  idOf: () => string,
  write: (number: string) => string,
): { dom: HTMLElement; stop: () => void } {
  const dom = element('div', 'number-column')
  dom.contentEditable = 'false'
  const now = dom.appendChild(element('span', 'number'))
  const then = dom.appendChild(element('span', 'was'))
  let timer: ReturnType<typeof setTimeout> | undefined
  const stop = live.follow(() => {
    const number = live.number(idOf())
    const text = number ? write(number) : ''
    const old = live.was(idOf())
    say(now, text)
    const since = live.since(idOf())
    say(then, old ? `was ${old}` : since)
    mark(then, 'since', !old && since !== '')
    if (old && !timer)
      timer = setTimeout(() => {
        timer = undefined
        say(then, live.since(idOf()))
        mark(then, 'since', then.textContent !== '')
      }, 2000)
  })
  return {
    dom,
    stop: () => {
      stop()
      clearTimeout(timer)
    },
  }
}

/** Puts a formula into an element; what cannot be read is shown as what it is, marked. Those who listen hear it in the language given. */
export function showFormula(dom: HTMLElement, source: string, display: boolean, language: string): void {
  const math = source.trim() ? mathMl(source, display) : ''
  dom.classList.toggle('broken', math === null)
  if (math) {
    dom.innerHTML = math
    sayFormula(dom, source, language)
  } else
    dom.textContent =
      math === null
        ? display
          ? `This equation cannot be read. ${whyUnreadable(source)}`
          : 'formula to mend'
        : display
          ? 'Empty equation'
          : '□'
  if (math === null) dom.title = `This formula cannot be read. ${whyUnreadable(source)} It is kept as it came.`
  else dom.removeAttribute('title')
}

export const outside =
  (content: HTMLElement) =>
  (mutation: ViewMutationRecord): boolean =>
    mutation.type !== 'selection' && !content.contains(mutation.target)

/** A view of something without content that says what the program finds for it: painted now, when its node is another one, and when numbers or pages are. */
export function leafView(first: Node, dom: HTMLElement, live: LiveNumbers, paint: (node: Node) => void): NodeView {
  let node = first
  const stop = live.follow(() => paint(node))
  return {
    dom,
    ignoreMutation: () => true,
    destroy: stop,
    update: next => {
      if (next.type !== node.type) return false
      node = next
      paint(node)
      return true
    },
  }
}

/** The place of what is worded and stands at a position; empty where a document that is being drawn anew has it no more. */
export function placeOfView(view: EditorView, getPos: () => number | undefined): string {
  const at = getPos()
  return at === undefined || at > view.state.doc.content.size ? '' : occurrenceAt(view.state.doc.resolve(at))
}

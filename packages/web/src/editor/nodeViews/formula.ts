import type { Node } from '@tiptap/pm/model'
import { signsBefore } from '../../composer/places.ts'
import type { LiveNumbers } from '../live.ts'
import { sayFormula } from '../spokenFormulas.ts'
import { alignLines, lineWidths } from './alignedLines.ts'
import { element, type Hosts, numberColumn, showFormula, type ViewMaker } from './common.ts'

/** A formula that is shown in an element, and said anew where the work takes another language. */
function shownFormula(dom: HTMLElement, live: LiveNumbers, display: boolean): { show(source: string): void; stop(): void } {
  let language = ''
  let source: string | null = null
  const stop = live.follow(() => {
    if (live.language === language) return
    language = live.language
    if (source !== null) sayFormula(dom, source, language)
  })
  return {
    stop,
    show(next) {
      source = next
      showFormula(dom, source, display, language)
    },
  }
}

/** A display equation: its number in the column, a press selects it, a second press opens the composer. */
export const equationView =
  ({ live, compose }: Hosts): ViewMaker =>
  (first, view, getPos) => {
    let node: Node = first
    const dom = element('div', 'block equation')
    dom.dataset.id = node.attrs.id
    const column = numberColumn(
      live,
      () => node.attrs.id,
      number => number,
    )
    const math = element('div', 'math')
    dom.append(column.dom, math)
    const shown = shownFormula(math, live, true)
    shown.show(node.attrs.formula)
    dom.dataset.align = String(node.attrs.align)
    lineWidths.observe(math)
    dom.addEventListener('dblclick', ({ clientX, clientY }) => {
      const at = getPos()
      if (at !== undefined) compose(view, at, signsBefore(math, clientX, clientY))
    })
    return {
      dom,
      ignoreMutation: () => true,
      stopEvent: event => (event.target as HTMLElement).closest('.composer') !== null,
      destroy: () => {
        lineWidths.unobserve(math)
        column.stop()
        shown.stop()
      },
      update: next => {
        if (next.type !== node.type || next.attrs.id !== node.attrs.id) return false
        if (next.attrs.formula !== node.attrs.formula) shown.show(next.attrs.formula)
        dom.dataset.align = String(next.attrs.align)
        alignLines(dom)
        node = next
        return true
      },
    }
  }

export const formulaView =
  ({ live, compose }: Hosts): ViewMaker =>
  (first, view, getPos) => {
    let node = first
    const dom = element('span', 'formula')
    const shown = shownFormula(dom, live, false)
    shown.show(node.attrs.formula)
    // One press opens it at the place pressed: what is in a line of text is written like a word of it.
    dom.addEventListener('click', ({ clientX, clientY, detail, shiftKey, ctrlKey, metaKey }) => {
      const at = getPos()
      if (at !== undefined && detail === 1 && !shiftKey && !ctrlKey && !metaKey && view.editable)
        compose(view, at, signsBefore(dom, clientX, clientY))
    })
    return {
      dom,
      ignoreMutation: () => true,
      destroy: shown.stop,
      update: next => {
        if (next.type !== node.type) return false
        if (next.attrs.formula !== node.attrs.formula) shown.show(next.attrs.formula)
        node = next
        return true
      },
    }
  }

import type { Node } from '@tiptap/pm/model'
import { signsBefore } from '../../composer/places.ts'
import { alignLines, lineWidths } from './alignedLines.ts'
import { element, type Hosts, numberColumn, showFormula, type ViewMaker } from './common.ts'

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
    showFormula(math, node.attrs.formula, true)
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
      },
      update: next => {
        if (next.type !== node.type || next.attrs.id !== node.attrs.id) return false
        if (next.attrs.formula !== node.attrs.formula) showFormula(math, next.attrs.formula, true)
        dom.dataset.align = String(next.attrs.align)
        alignLines(dom)
        node = next
        return true
      },
    }
  }

export const formulaView =
  ({ compose }: Hosts): ViewMaker =>
  (first, view, getPos) => {
    let node = first
    const dom = element('span', 'formula')
    showFormula(dom, node.attrs.formula, false)
    // One press opens it at the place pressed: what is in a line of text is written like a word of it.
    dom.addEventListener('click', ({ clientX, clientY, detail, shiftKey, ctrlKey, metaKey }) => {
      const at = getPos()
      if (at !== undefined && detail === 1 && !shiftKey && !ctrlKey && !metaKey && view.editable)
        compose(view, at, signsBefore(dom, clientX, clientY))
    })
    return {
      dom,
      ignoreMutation: () => true,
      update: next => {
        if (next.type !== node.type) return false
        if (next.attrs.formula !== node.attrs.formula) showFormula(dom, next.attrs.formula, false)
        node = next
        return true
      },
    }
  }

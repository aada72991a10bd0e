/**
 * Keys in the equation field: Tab goes from slot to slot and out of structures, Esc and Enter go back to the text. After the last slot
 * the field keeps a selection of the whole formula, and the next letter would replace all of it: the selection is put away first.
 */
import type { MathfieldElement } from 'mathlive'

export function handleSlots(field: MathfieldElement, leave: () => void): void {
  const isSlot = (at: number): boolean => field.getValue(at - 1, at, 'latex').includes('\\placeholder')
  const slotFrom = (from: number, step: 1 | -1): number => {
    for (let at = from + step; at > 0 && at <= field.lastOffset; at += step) if (isSlot(at)) return at
    return -1
  }
  field.addEventListener(
    'keydown',
    event => {
      if (event.key === 'Escape' || (event.key === 'Enter' && !event.shiftKey)) {
        event.preventDefault()
        event.stopImmediatePropagation()
        leave()
        return
      }
      const edges = field.selection.ranges.flat()
      if (event.key === 'Tab') {
        const step = event.shiftKey ? -1 : 1
        const slot = slotFrom(step > 0 ? Math.max(...edges) : Math.min(...edges), step)
        event.preventDefault()
        event.stopImmediatePropagation()
        if (slot >= 0) field.selection = { ranges: [[slot - 1, slot]] }
        else if (step > 0) {
          const before = field.position
          field.executeCommand('moveAfterParent')
          if (field.position === before) leave()
        }
        return
      }
      const whole = Math.min(...edges) === 0 && Math.max(...edges) === field.lastOffset && field.lastOffset > 0
      if (whole && event.key.length === 1 && !event.ctrlKey && !event.metaKey && !field.dataset.wholeMeant && !isSlot(field.lastOffset))
        field.position = field.lastOffset
    },
    { capture: true },
  )
  // A selection of everything that the author made stays what it is.
  field.addEventListener('keyup', event => {
    if ((event.ctrlKey || event.metaKey) && event.key === 'a') field.dataset.wholeMeant = 'yes'
    else if (event.key.length === 1 || event.key.startsWith('Arrow')) delete field.dataset.wholeMeant
  })
}

const structures: Record<string, string> = { '/': '\\frac{#@}{#?}', '^': '#@^{#?}', _: '#@_{#?}' }

/** Types a text as if its keys were pressed one after the other: signs that build structures build them. */
export function typeInto(field: MathfieldElement, text: string): void {
  for (const sign of text) {
    const structure = structures[sign]
    if (structure) field.insert(structure, { selectionMode: 'placeholder', insertionMode: 'replaceSelection' })
    else field.executeCommand(['typedText', sign])
  }
}

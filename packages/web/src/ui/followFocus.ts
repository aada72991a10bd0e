/** How the focus moves in lists that are walked by keyboard: with what was chosen, and never away from where its author has gone since. */
import type { FeatureImplementation } from '@headless-tree/core'

/** Gives the focus to a row, unless it is in something else than the list by now. */
export function followFocus(list: Element | null, row: HTMLElement | null | undefined): void {
  const { activeElement } = document
  if (activeElement === document.body || activeElement === null || list?.contains(activeElement)) row?.focus()
}

/** For trees: the library would move the focus some moments after a key, when it may have gone on to a field. Who draws the list moves it. */
export const focusesItself: FeatureImplementation = {
  key: 'focusesItself',
  overwrites: ['tree'],
  treeInstance: { updateDomFocus: () => {} },
}

/** What the galley shows beside the text when it is wanted; remembered in this browser. */
import { remember, remembered } from './remembered.ts'

const usual = { 'page turns': true, 'index words': false }
export type ShownInGalley = keyof typeof usual

export const isShown = (what: ShownInGalley): boolean => {
  const kept = remembered(what)
  return kept === null ? usual[what] : kept === 'shown'
}

export function show(what: ShownInGalley, shown: boolean): void {
  remember(what, shown === usual[what] ? null : shown ? 'shown' : 'hidden')
  if (what === 'page turns') document.documentElement.dataset.turns = shown ? 'shown' : 'hidden'
}

/** Lets the page look as it is remembered. */
export const showAsRemembered = (): void => show('page turns', isShown('page turns'))

/** Whether the galley shows where pages turn; remembered in this browser. */
import { remember, remembered } from './remembered.ts'

const place = 'page turns'

export const turnsShown = (): boolean => remembered(place) !== 'hidden'

export function showTurns(shown: boolean): void {
  remember(place, shown ? null : 'hidden')
  document.documentElement.dataset.turns = shown ? 'shown' : 'hidden'
}

showTurns(turnsShown())

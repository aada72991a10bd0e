/** Whether the galley shows where pages turn; remembered in this browser. */
const place = 'steady-ledger page turns'

export const turnsShown = (): boolean => localStorage.getItem(place) !== 'hidden'

export function showTurns(shown: boolean): void {
  if (shown) localStorage.removeItem(place)
  else localStorage.setItem(place, 'hidden')
  document.documentElement.dataset.turns = shown ? 'shown' : 'hidden'
}

showTurns(turnsShown())

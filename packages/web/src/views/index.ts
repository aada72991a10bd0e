/** The views of a work by their addresses. Each is fetched when it is first shown, or when nothing else is to be done. */
import { type ComponentType, lazy } from 'react'

const view = (load: () => Promise<ComponentType>) => lazy(async () => ({ default: await load() }))

const galley = async () => (await import('./galley/Galley.tsx')).Galley

export const views = [
  { path: 'galley/:block?', View: view(galley) },
  { path: 'ledger/:block?', View: view(async () => (await import('./ledger/LedgerView.tsx')).LedgerView) },
  { path: 'pages/:label?', View: view(async () => (await import('./pages/PagesView.tsx')).PagesView) },
  { path: 'scheme', View: view(async () => (await import('./scheme/SchemeView.tsx')).SchemeView) },
  { path: 'house-style', View: view(async () => (await import('./house/HouseStyleView.tsx')).HouseStyleView) },
  { path: 'findings', View: view(async () => (await import('./findings/FindingsView.tsx')).FindingsView) },
  { path: 'dispatch', View: view(async () => (await import('./dispatch/DispatchDesk.tsx')).DispatchDesk) },
  { path: 'earlier', View: view(async () => (await import('./earlier/EarlierStates.tsx')).EarlierStates) },
] as const

/** On the shelf, when it stands: a work that is opened next shows its text at once. */
export function fetchAhead(): void {
  const soon = typeof requestIdleCallback === 'function' ? requestIdleCallback : setTimeout
  soon(() => void Promise.all([import('../app/Frame.tsx'), galley()]).catch(() => {}))
}

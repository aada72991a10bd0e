/** The views of a work by their addresses. Each is fetched when it is first shown, or when nothing else is to be done. */
import { later } from '../app/later.tsx'
import { whenIdle } from '../app/whenIdle.ts'
import { threads } from '../session/threads.ts'

export const frame = later(async () => (await import('../app/Frame.tsx')).Frame)
export const help = later(async () => (await import('./help/WhatIsWhat.tsx')).WhatIsWhat)
const galley = later(async () => (await import('./galley/Galley.tsx')).Galley)

export const views = [
  { path: 'galley/:block?', ...galley },
  { path: 'ledger/:block?', ...later(async () => (await import('./ledger/LedgerView.tsx')).LedgerView) },
  { path: 'pages/:label?', ...later(async () => (await import('./pages/PagesView.tsx')).PagesView) },
  { path: 'index/:term?', ...later(async () => (await import('./indexDesk/IndexDesk.tsx')).IndexDesk) },
  { path: 'short-forms/:entry?', ...later(async () => (await import('./shortForms/ShortForms.tsx')).ShortForms) },
  { path: 'sources/:source?', ...later(async () => (await import('./sources/SourcesDesk.tsx')).SourcesDesk) },
  { path: 'scheme', ...later(async () => (await import('./scheme/SchemeView.tsx')).SchemeView) },
  { path: 'house-style', ...later(async () => (await import('./house/HouseStyleView.tsx')).HouseStyleView) },
  { path: 'findings', ...later(async () => (await import('./findings/FindingsView.tsx')).FindingsView) },
  { path: 'dispatch', ...later(async () => (await import('./dispatch/DispatchDesk.tsx')).DispatchDesk) },
  { path: 'earlier', ...later(async () => (await import('./earlier/EarlierStates.tsx')).EarlierStates) },
  { path: 'what-is-what', ...help },
] as const

const soon = (run: () => void): void => whenIdle(run, 3000)

/** A work that will perhaps be opened next, so that its text is there at once. */
export const openAhead = (id: string): void => void import('../storage/works.ts').then(({ loadAhead }) => loadAhead(id)).catch(() => {})

/** All that is shown at an address, and the work itself. What cannot be fetched is told where it is shown. */
export async function fetchFor(pathname: string): Promise<void> {
  const [, work, name = 'galley'] = /^\/work\/([^/]+)(?:\/([^/]+))?/.exec(pathname) ?? []
  if (!work) return
  threads.beginAhead()
  openAhead(work)
  const view = views.find(({ path }) => path.split('/')[0] === name)
  await Promise.all([frame.fetch(), view?.fetch()]).catch(() => {})
}

/** On the shelf, when it stands: what a work is shown by, and the one that was written last. */
export function fetchAhead(work: string | undefined): void {
  soon(() => {
    if (work) {
      openAhead(work)
      threads.beginAhead()
    }
    void Promise.all([frame.fetch(), galley.fetch()]).catch(() => {})
  })
}

/** In a work, when it stands: the other views. */
export function fetchOthers(): void {
  soon(() => void Promise.all(views.map(({ fetch }) => fetch())).catch(() => {}))
}

/** The application works without its server once it was loaded. A new version is announced, and taken when the author says so. */
import type { Workbox } from 'workbox-window'
import { openNow } from '../session/openNow.ts'
import { notify } from '../ui/notices.ts'

/** In milliseconds: how often a page that stays open asks for a new version, and how long one may take to stand in before that is said. */
const interval = 60 * 60 * 1000
const unsaid = 1500

/** Does it when everything is saved; what cannot be saved yet leaves the author the way to it. */
const whenSaved = async (then: () => void): Promise<void> => {
  if ((await openNow()?.save()) === false)
    notify({
      kind: 'wrong',
      text: 'Not everything could be saved yet, so the new version waits.',
      action: { says: 'Reload', run: () => void whenSaved(then) },
    })
  else then()
}

const offer = (text: string, take: () => void): void =>
  notify({ kind: 'news', text, action: { says: 'Reload', run: () => void whenSaved(take) } })

/** As much of what keeps the application as is heard and asked here. */
export type Kept = Pick<Workbox, 'messageSkipWaiting'> & { addEventListener: Workbox['addEventListener'] }

/** Announces versions that wait; `reload` loads the page anew. */
export function announce(kept: Kept, reload: () => void): void {
  let taken = false
  kept.addEventListener('waiting', () =>
    offer('A new version of the program is ready. It is taken when you reload, and everything is saved before.', () => {
      taken = true
      kept.messageSkipWaiting()
      // Browsers let the old one finish what it does for other tabs.
      setTimeout(() => {
        notify({ kind: 'news', text: 'The new version takes its place as soon as other tabs let it, and this page is loaded anew then.' })
      }, unsaid)
    }),
  )
  kept.addEventListener('controlling', ({ isUpdate, isExternal }) => {
    // The first version takes no page; a later one takes all of them, and only the one in which the author said so is loaded anew unasked.
    // Something may have been typed since.
    if (taken) void whenSaved(reload)
    else if (isUpdate || isExternal)
      offer('A new version of the program was taken in another tab. Reload this one to have it here; everything is saved before.', reload)
  })
}

/** Where the browser refuses to keep the application, it needs its server, and nothing else. */
export async function offerNewVersions(): Promise<void> {
  if (!('serviceWorker' in navigator) || !import.meta.env.PROD) return
  const { Workbox } = await import('workbox-window')
  const kept = new Workbox('/sw.js')
  announce(kept, () => location.reload())
  await kept.register()
  setInterval(() => void kept.update().catch(() => {}), interval)
}

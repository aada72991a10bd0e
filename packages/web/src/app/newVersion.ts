/** The application works without its server once it was loaded. A new version is announced, and taken when the author says so. */
import { openNow } from '../session/openNow.ts'
import { notify } from '../ui/notices.ts'

/** How often a page that stays open asks for a new version, in milliseconds. */
const interval = 60 * 60 * 1000

const whenSaved = async (then: () => void): Promise<void> => {
  if ((await openNow()?.save()) === false) notify({ kind: 'wrong', text: 'Not everything could be saved yet, so the new version waits.' })
  else then()
}

const offer = (text: string, take: () => void): void =>
  notify({ kind: 'news', text, action: { says: 'Reload', run: () => void whenSaved(take) } })

/** Where the browser refuses to keep the application, it needs its server, and nothing else. */
export async function offerNewVersions(): Promise<void> {
  if (!('serviceWorker' in navigator) || !import.meta.env.PROD) return
  const { Workbox } = await import('workbox-window')
  const worker = new Workbox('/sw.js')
  let taken = false
  worker.addEventListener('waiting', () =>
    offer('A new version of the program is ready. It is taken when you reload, and everything is saved before.', () => {
      taken = true
      worker.messageSkipWaiting()
    }),
  )
  worker.addEventListener('controlling', ({ isUpdate, isExternal }) => {
    // The first version takes no page; a later one takes all of them, and only the author’s own is loaded anew unasked.
    if (taken) location.reload()
    else if (isUpdate || isExternal)
      offer('A new version of the program was taken in another tab. Reload this one to have it here; everything is saved before.', () =>
        location.reload(),
      )
  })
  await worker.register()
  setInterval(() => void worker.update().catch(() => {}), interval)
}

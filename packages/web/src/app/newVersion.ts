/** The application works without its server once it was loaded. A new version is announced, and taken when the author says so. */
import { registerSW } from 'virtual:pwa-register'
import { openNow } from '../session/openNow.ts'
import { notify } from '../ui/notices.ts'

/** How often a page that stays open asks for a new version, in milliseconds. */
const interval = 60 * 60 * 1000

export function offerNewVersions(): void {
  if (!('serviceWorker' in navigator)) return
  const reload = registerSW({
    onNeedRefresh: () =>
      notify({
        kind: 'news',
        text: 'A new version of the program is ready. It is taken when you reload, and everything is saved before.',
        action: { says: 'Reload', run: () => void take() },
      }),
    onRegisteredSW: (_address, registration) => {
      setInterval(() => void registration?.update().catch(() => {}), interval)
    },
    // A browser that refuses is one in which the program needs its server, and nothing else.
    onRegisterError: () => {},
  })
  const take = async (): Promise<void> => {
    if ((await openNow()?.save()) === false) notify({ kind: 'wrong', text: 'Not everything could be saved yet, so the new version waits.' })
    else await reload(true)
  }
}

/** The application works without its server once it was loaded. A new version is announced, and taken when the author says so. */
import { registerSW } from 'virtual:pwa-register'
import { notify } from './notice.ts'

export function offerNewVersions(): void {
  if (!('serviceWorker' in navigator)) return
  const take = registerSW({
    onNeedRefresh: () =>
      notify({
        kind: 'wrong',
        text: 'A new version of the program is ready. It is taken when you reload; everything is saved before.',
        action: { says: 'Reload', run: () => void take(true) },
      }),
    // A browser that refuses is one in which the program needs its server, and nothing else.
    onRegisterError: () => {},
  })
}

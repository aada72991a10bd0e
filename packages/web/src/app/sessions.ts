/** The one open session. Opening another work closes it, with everything saved. */

import { Session } from '../session.ts'
import { loadWork } from '../storage/database.ts'

let open: { id: string; session: Promise<Session> } | null = null

export function openSession(id: string): Promise<Session> {
  if (open?.id === id) return open.session
  const before = open
  const session = (async () => {
    if (before) await before.session.then(found => found.close()).catch(() => {})
    const { work } = await loadWork(id)
    return new Session(id, work)
  })()
  open = { id, session }
  session.catch(() => {
    if (open?.session === session) open = null
  })
  return session
}

export async function closeSession(): Promise<void> {
  const before = open
  open = null
  if (before) await before.session.then(found => found.close()).catch(() => {})
}

/** Whatever is not saved yet is written when the page is hidden or closed. */
addEventListener('visibilitychange', () => {
  if (document.visibilityState === 'hidden') void open?.session.then(found => found.flush()).catch(() => {})
})

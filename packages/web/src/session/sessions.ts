/** The one open session. Opening another work closes it, with everything saved; one that cannot be saved stays open until it is. */

import { titleOf } from '@steady-ledger/core/work/schema.ts'
import { reasonFor } from '../storage/health.ts'
import { loadToOpen, StorageError } from '../storage/works.ts'
import { isWriting } from './jobState.ts'
import { openNow, setOpen } from './openNow.ts'
import { Session } from './session.ts'
import { threads } from './threads.ts'

let opening: { id: string; session: Promise<Session> } | null = null
/** The session that is open, for those that cannot wait. */
let current: Session | null = null
/** What is open is being saved to be closed: whether it comes to be closed. */
let closing: Promise<boolean> | null = null

export function openSession(id: string): Promise<Session> {
  // What is open stays what it is, also where another work could not be opened meanwhile. What is about to end is opened again when it has.
  if (current?.id === id && openNow()?.id === id) return closing ? closing.then(() => openSession(id)) : Promise.resolve(current)
  if (opening?.id === id) return opening.session
  const session = make(id)
  opening = { id, session }
  session
    .catch(() => {})
    .finally(() => {
      if (opening?.session === session) opening = null
    })
  return session
}

async function make(id: string): Promise<Session> {
  const before = openNow()
  if (before && !(await before.close(true)))
    throw new StorageError(
      `“${before.title()}” holds changes that are not saved yet. Go back to it and save a rescue file before another work is opened.`,
    )
  let loaded: Awaited<ReturnType<typeof loadToOpen>>
  try {
    loaded = await loadToOpen(id)
  } catch (error) {
    throw new StorageError(reasonFor(error as Error))
  }
  const session = new Session(id, loaded.work, loaded.record, threads)
  current = session
  setOpen({
    id,
    title: () => titleOf(session.work.doc),
    save: () => session.save(),
    async close(forAnother) {
      if (closing && (await closing)) return true
      closing = session
        .close(forAnother)
        .then(closed => {
          if (closed && current === session) {
            current = null
            setOpen(null)
          }
          return closed
        })
        .finally(() => {
          closing = null
        })
      return closing
    },
  })
  return session
}

/** Whatever is not saved yet is written when the page is hidden or closed. */
addEventListener('visibilitychange', () => {
  if (document.visibilityState === 'hidden') void current?.save()
})

/** Nobody leaves unasked while something would be lost: words that are not saved, or a file that is being written. */
addEventListener('beforeunload', event => {
  if (!current?.holdsUnsaved && !isWriting()) return
  void current?.save()
  event.preventDefault()
})

/** The work that is open in this window, and what becomes of it when the window is hidden or left. */
import { isWriting } from './jobState.ts'
import { OneOpen } from './oneOpen.ts'
import type { Session } from './session.ts'
import { threads } from './threads.ts'

const one = new OneOpen(threads)
export const openSession = (id: string): Promise<Session> => one.open(id)

/** Whatever is not saved yet is written when the page is hidden or closed. */
addEventListener('visibilitychange', () => {
  if (document.visibilityState === 'hidden') void one.current?.save()
})

/** Nobody leaves unasked while something would be lost: words that are not saved, or a file that is being written. */
addEventListener('beforeunload', event => {
  if (!one.current?.holdsUnsaved && !isWriting()) return
  void one.current?.save()
  event.preventDefault()
})

/** Short notices at the foot of the window: what went wrong or was done, with the way back where there is one; and those that have gone. */
import { create } from 'zustand'

export interface Notice {
  text: string
  /** What was done goes by itself; what went wrong, and news, stay until they are closed. */
  kind: 'done' | 'wrong' | 'news'
  action?: { says: string; run(): void }
}
export interface ShownNotice extends Notice {
  id: number
  at: number
}

const mostShown = 4
const mostKept = 50
/** How long what was done is shown, in milliseconds; while it has the focus or the pointer, it stays. */
export const shownFor = 9000

interface Notices {
  shown: readonly ShownNotice[]
  past: readonly ShownNotice[]
}
export const useNotices = create<Notices>()(() => ({ shown: [], past: [] }))

let last = 0

export function notify(notice: Notice): void {
  const { shown, past } = useNotices.getState()
  const made: ShownNotice = { ...notice, id: ++last, at: Date.now() }
  // The same thing said again is said once; what went wrong before what was done since is read already.
  const others = shown.filter(({ text, kind }) => text !== made.text && !(kind === 'done' && made.kind === 'done'))
  useNotices.setState({ shown: [...others, made].slice(-mostShown), past: [made, ...past].slice(0, mostKept) })
}

export const dismissNotice = (id: number): void => useNotices.setState(({ shown }) => ({ shown: shown.filter(found => found.id !== id) }))

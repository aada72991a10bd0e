/** Short notices at the foot of the window: what went wrong or was done, with the way back where there is one. */
import { create } from 'zustand'

export interface Notice {
  text: string
  /** What was done goes by itself; what went wrong, and news, stay until they are closed. */
  kind: 'done' | 'wrong' | 'news'
  action?: { says: string; run(): void }
}

export const useNotice = create<{ notice: Notice | null }>()(() => ({ notice: null }))

let timer: ReturnType<typeof setTimeout> | undefined
const shownFor = 9000

export function notify(notice: Notice): void {
  clearTimeout(timer)
  useNotice.setState({ notice })
  // Something wrong stays until it is closed: it may be read late.
  if (notice.kind === 'done') timer = setTimeout(() => useNotice.setState({ notice: null }), shownFor)
}
export const dismissNotice = (): void => useNotice.setState({ notice: null })

import { flushSync } from 'react-dom'
import type { Session } from '../session/session.ts'

/**
 * Closes the list that a choice was taken from, and does what was chosen: before the next key is heard, for what is typed right after it belongs
 * to what was chosen, and what that opens must not lose the focus to it later.
 */
export function takeChoice(session: Session, close: () => void, run: () => void): void {
  flushSync(close)
  if (document.activeElement === document.body) session.editor?.focus()
  run()
}

/** The keys of the table of shortcuts, wherever one is in a work: one listener for all of them. */
import { useEffect, useRef, useState } from 'react'
import { readCursor } from '../editor/cursorFirst.ts'
import type { Session } from '../session/session.ts'
import { notify } from '../ui/notices.ts'
import { namedCommands } from './commands.ts'
import { type ShortcutName, secondStroke, shortcutOf } from './shortcuts.ts'
import { noteUse } from './usedLast.ts'

/** How long the second of two strokes is waited for, in milliseconds. */
const strokeWait = 4000
const textFields = 'input:not([type="checkbox"], [type="radio"]), textarea, select, [contenteditable="true"]'

export interface Opens {
  goTo(): void
  keys(): void
  insert(): void
}

/** Listens; whether the second of two strokes is waited for. */
export function useKeyboard(session: Session, navigate: (to: string) => void, opens: Opens): boolean {
  const [waiting, setWaiting] = useState(false)
  const now = useRef({ opens, waiting })
  now.current = { opens, waiting }
  useEffect(() => {
    if (!waiting) return
    const timer = setTimeout(() => setWaiting(false), strokeWait)
    return () => clearTimeout(timer)
  }, [waiting])
  useEffect(() => {
    const run = (name: ShortcutName, target: Element, typed = false): boolean => {
      const inText = Boolean(target.closest('.sheet-text')) && !target.closest('input, select, textarea')
      const inField = !inText && Boolean(target.closest(textFields))
      if (name === 'goTo' || name === 'keys' || name === 'insert') {
        // A question mark that is typed is a question mark.
        if (typed && (inText || inField)) return false
        if (name === 'insert' && !session.editor) notify({ kind: 'wrong', text: 'What is put into the text is put in in the galley.' })
        else now.current.opens[name]()
        return true
      }
      // The spine moves sections by the same keys for itself.
      const ofSection = name === 'moveUp' || name === 'moveDown' || name === 'promote' || name === 'demote'
      if (inField || (ofSection && target.closest('[role="tree"]'))) return false
      const command = namedCommands.find(({ shortcut }) => shortcut === name)
      if (!command) return false
      readCursor(session.editor)
      if (!(command.anywhere || session.editor))
        notify({ kind: 'wrong', text: `“${command.name}” acts on the text: it is done in the galley.` })
      else if (command.can && !command.can(session))
        notify({ kind: 'wrong', text: `“${command.name}” does not apply where the cursor is.` })
      else {
        if (command.puts) noteUse(command.name)
        command.run(session, navigate)
      }
      return true
    }
    // Heard before anybody else: the editor takes some chords from the browser without answering them.
    const onKey = (event: KeyboardEvent): void => {
      if (!(event.target instanceof Element) || event.isComposing) return
      const handled = now.current.waiting ? second(event, event.target) : first(event, event.target)
      if (!handled) return
      event.preventDefault()
      event.stopPropagation()
    }
    const first = (event: KeyboardEvent, target: Element): boolean => {
      const name = shortcutOf(event)
      if (name === 'twoStrokes') setWaiting(true)
      return name !== undefined && (name === 'twoStrokes' || run(name, target, event.key === '?'))
    }
    const second = (event: KeyboardEvent, target: Element): boolean => {
      if (['Control', 'Meta', 'Shift', 'Alt', 'AltGraph'].includes(event.key)) return false
      setWaiting(false)
      const name = secondStroke(event)
      if (name) run(name, target)
      else if (event.key !== 'Escape') notify({ kind: 'wrong', text: 'No chord ends with that key. F1 lists them all.' })
      return true
    }
    addEventListener('keydown', onKey, true)
    return () => removeEventListener('keydown', onKey, true)
  }, [session, navigate])
  return waiting
}

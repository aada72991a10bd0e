/** Commands act where the cursor is seen: a browser under load tells of a cursor that was moved only after the next key. */
import { Plugin } from '@tiptap/pm/state'
import type { EditorView } from '@tiptap/pm/view'

/** Has the editor read the cursor off the screen, before anything is done where it stands or is drawn anew around it. */
export function readCursor(view: EditorView | null): void {
  if (view?.hasFocus() && !view.composing) view.dom.ownerDocument.dispatchEvent(new Event('selectionchange'))
}

/** Before it hears a key. */
export const cursorFirst = (): Plugin =>
  new Plugin({
    props: {
      handleDOMEvents: {
        keydown: (view, event) => {
          if (!event.isComposing) readCursor(view)
          return false
        },
      },
    },
  })

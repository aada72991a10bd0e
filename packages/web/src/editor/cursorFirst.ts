/** Commands act where the cursor is seen: a browser under load tells of a cursor that was moved only after the next key. */
import { Plugin } from '@tiptap/pm/state'

/** Has the editor read the cursor off the screen before it hears a key. */
export const cursorFirst = (): Plugin =>
  new Plugin({
    props: {
      handleDOMEvents: {
        keydown: (view, event) => {
          if (!event.isComposing && view.hasFocus()) view.dom.ownerDocument.dispatchEvent(new Event('selectionchange'))
          return false
        },
      },
    },
  })

/** Keys of the one table of shortcuts, as commands of an editor. */
import { type Command, Plugin } from '@tiptap/pm/state'
import { type ShortcutName, shortcutOf } from '../app/shortcuts.ts'

export const chords = (commands: { [name in ShortcutName]?: Command }): Plugin =>
  new Plugin({
    props: {
      handleKeyDown(view, event) {
        const name = shortcutOf(event)
        const command = name && commands[name]
        return command ? command(view.state, view.dispatch, view) : false
      },
    },
  })

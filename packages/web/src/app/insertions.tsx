/** What can be put into the text, in groups, with what was used last first. */
import type { Session } from '../session/session.ts'
import type { ListedChoice } from '../ui/Choices.tsx'
import { type Insertion, namedCommands } from './commands.ts'
import { keysOf } from './shortcuts.ts'
import { noteUse, usedLast } from './usedLast.ts'

export interface ListedInsertion extends ListedChoice {
  run(): void
}
const groups: readonly Insertion[] = ['In the line', 'Blocks', 'Mathematics', 'Headings and divisions', 'Lists of the work']

export function insertions(session: Session, navigate: (to: string) => void, asked: string): [string, ListedInsertion[]][] {
  const words = asked.toLowerCase().split(/\s+/).filter(Boolean)
  const listed = namedCommands.flatMap(command => {
    const { name, puts, shortcut } = command
    if (!puts || !words.every(word => `${puts.name} ${name}`.toLowerCase().includes(word))) return []
    const out = command.can ? !command.can(session) : false
    const run = (): void => {
      noteUse(name)
      command.run(session, navigate)
    }
    const keys = shortcut ? keysOf(shortcut) : puts.typed
    return [
      { key: name, text: puts.name, ...(out ? { hint: 'not where the cursor is' } : keys ? { keys } : {}), out, run, group: puts.group },
    ]
  })
  const last = usedLast().flatMap(name => listed.find(({ key, out }) => key === name && !out) ?? [])
  return [
    ['Used last', last],
    ...groups.map((group): [string, ListedInsertion[]] => [group, listed.filter(found => found.group === group && !last.includes(found))]),
  ]
}

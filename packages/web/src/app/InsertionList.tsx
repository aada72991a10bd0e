/** What can be put into the text, searched by name, in groups, with what was used last first. */
import { useMemo, useState } from 'react'
import type { Session } from '../session/session.ts'
import { useSession } from '../session/sessionContext.ts'
import { Choices, type ListedChoice } from '../ui/Choices.tsx'
import { type Insertion, namedCommands } from './commands.ts'
import { keysOf } from './shortcuts.ts'
import { takeChoice } from './takeChoice.ts'
import { noteUse, usedLast } from './usedLast.ts'

interface ListedInsertion extends ListedChoice {
  run(): void
}
const groups: readonly Insertion[] = ['In the line', 'Blocks', 'Mathematics', 'Headings and divisions', 'Lists of the work']

function insertions(session: Session, navigate: (to: string) => void, asked: string): [string, ListedInsertion[]][] {
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

export function InsertionList({ onDone, navigate }: { onDone(): void; navigate(to: string): void }) {
  const session = useSession()
  const [asked, setAsked] = useState('')
  const groups = useMemo(() => insertions(session, navigate, asked), [session, navigate, asked])
  return (
    <Choices
      label="What is put in"
      placeholder="Figure, list, theorem, chapter…"
      asked={asked}
      onAsked={setAsked}
      groups={groups}
      onTake={({ run }) => takeChoice(session, onDone, run)}
      empty="Nothing that can be put in is called that."
      inputClass="px-4 py-2"
      rowClass="grid-cols-[0_minmax(0,1fr)_auto] py-1"
      listClass="max-h-[min(420px,60vh)]"
    />
  )
}

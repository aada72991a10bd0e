/** Entries of a register from a file join those there are, in one step; what is wrong with the file is said. */
import type { RegisterName } from '@steady-ledger/core/work/registers/index.ts'
import { type EntryOf, setEntry } from '@steady-ledger/core/work/steps/registerStep.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import { closeHistory } from '@tiptap/pm/history'
import type { Session } from '../session/session.ts'
import { notify } from '../ui/notices.ts'

type Read<Name extends RegisterName> = (text: string, entries: Work[Name]) => { added: { [id: string]: EntryOf<Name> }; known: number }

/** `says` is what one entry is called, and what several are. `read` throws, in plain words, where it finds none. */
export async function readRegisterFile<Name extends RegisterName>(
  session: Session,
  register: Name,
  file: File,
  [one, several]: readonly [string, string],
  loadRead: () => Promise<Read<Name>>,
): Promise<void> {
  try {
    const [text, read] = await Promise.all([file.text(), loadRead()])
    const { added, known } = read(text, session.work[register])
    const ids = Object.keys(added)
    const already = known === 0 ? '' : ` ${known === 1 ? 'One was' : `${known} were`} there already.`
    if (!ids.length) {
      notify({ kind: 'done', text: `Nothing is new in “${file.name}”.${already}` })
      return
    }
    const tr = closeHistory(session.state.tr)
    for (const id of ids) setEntry(tr, session.work, register, id, added[id]!)
    if (session.dispatch(tr))
      session.sayDone(`${ids.length === 1 ? `One ${one} is` : `${ids.length} ${several} are`} added from “${file.name}”.${already}`)
  } catch (error) {
    notify({ kind: 'wrong', text: `“${file.name}” was not read. ${(error as Error).message}` })
  }
}

/** Abbreviations and symbols from a file join those there are, in one step; and go into one. */
import { setEntry } from '@steady-ledger/core/work/steps/registerStep.ts'
import { closeHistory } from '@tiptap/pm/history'
import { newId } from '../../newId.ts'
import type { Session } from '../../session/session.ts'
import { notify } from '../../ui/notices.ts'
import { download } from '../download.ts'

export async function readEntriesFile(session: Session, text: string, name: string): Promise<void> {
  try {
    const { readAbbreviations } = await import('@steady-ledger/core/content/mentions/abbreviationsCsv.ts')
    const { added, known } = readAbbreviations(text, session.work.abbreviations, newId)
    const ids = Object.keys(added)
    const already = known === 0 ? '' : ` ${known === 1 ? 'One was' : `${known} were`} there already.`
    if (!ids.length) {
      notify({ kind: 'done', text: `Nothing is new in “${name}”.${already}` })
      return
    }
    const tr = closeHistory(session.state.tr)
    for (const id of ids) setEntry(tr, session.work, 'abbreviations', id, added[id]!)
    if (session.dispatch(tr))
      session.sayDone(`${ids.length === 1 ? 'One entry is' : `${ids.length} entries are`} added from “${name}”.${already}`)
  } catch (error) {
    notify({ kind: 'wrong', text: `“${name}” was not read. ${(error as Error).message}` })
  }
}

export async function saveEntries(session: Session): Promise<void> {
  const { writeAbbreviationsCsv } = await import('@steady-ledger/core/content/mentions/abbreviationsCsv.ts')
  download(new TextEncoder().encode(writeAbbreviationsCsv(session.work.abbreviations)), 'text/csv', 'short-forms.csv')
}

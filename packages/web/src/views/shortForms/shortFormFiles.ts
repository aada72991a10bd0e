/** Abbreviations and symbols from a file join those there are, and go into one. */
import { newId } from '../../newId.ts'
import type { Session } from '../../session/session.ts'
import { download } from '../download.ts'
import { readRegisterFile } from '../readRegisterFile.ts'

export const readEntriesFile = (session: Session, file: File): Promise<void> =>
  readRegisterFile(session, 'abbreviations', file, ['entry', 'entries'], async () => {
    const { readAbbreviations } = await import('@steady-ledger/core/content/mentions/abbreviationsCsv.ts')
    return (text, entries) => readAbbreviations(text, entries, newId)
  })

export async function saveEntries(session: Session): Promise<void> {
  const { writeAbbreviationsCsv } = await import('@steady-ledger/core/content/mentions/abbreviationsCsv.ts')
  download(new TextEncoder().encode(writeAbbreviationsCsv(session.work.abbreviations)), 'text/csv', 'short-forms.csv')
}

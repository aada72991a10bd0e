/** Terms from a file join those there are. */
import { newId } from '../../newId.ts'
import type { Session } from '../../session/session.ts'
import { readRegisterFile } from '../readRegisterFile.ts'

export const readTermsFile = (session: Session, file: File): Promise<void> =>
  readRegisterFile(session, 'terms', file, ['term', 'terms'], async () => {
    const { readTerms } = await import('@steady-ledger/core/content/index/termsCsv.ts')
    return (text, terms) => readTerms(text, terms, newId)
  })

/** Terms from a file join those there are, in one step. */
import { setEntry } from '@steady-ledger/core/work/steps/registerStep.ts'
import { closeHistory } from '@tiptap/pm/history'
import { newId } from '../../newId.ts'
import type { Session } from '../../session/session.ts'
import { notify } from '../../ui/notices.ts'

export async function readTermsFile(session: Session, text: string, name: string): Promise<void> {
  try {
    const { readTerms } = await import('@steady-ledger/core/content/index/termsCsv.ts')
    const { added, known } = readTerms(text, session.work.terms, newId)
    const ids = Object.keys(added)
    const already = known === 0 ? '' : ` ${known === 1 ? 'One was' : `${known} were`} there already.`
    if (!ids.length) {
      notify({ kind: 'done', text: `Nothing is new in “${name}”.${already}` })
      return
    }
    const tr = closeHistory(session.state.tr)
    for (const id of ids) setEntry(tr, session.work, 'terms', id, added[id]!)
    if (session.dispatch(tr))
      session.sayDone(`${ids.length === 1 ? 'One term is' : `${ids.length} terms are`} added from “${name}”.${already}`)
  } catch (error) {
    notify({ kind: 'wrong', text: `“${name}” was not read. ${(error as Error).message}` })
  }
}

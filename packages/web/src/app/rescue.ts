/** A file of exactly what is on the screen, whatever storage holds. */
import { fileName } from '@steady-ledger/core/dispatch/fileName.ts'
import { titleOf } from '@steady-ledger/core/work/schema.ts'
import type { Session } from '../session/session.ts'
import { notify } from '../ui/notices.ts'
import { download } from '../views/download.ts'

export async function saveRescueFile(session: Session): Promise<void> {
  const { work } = session
  const name = `${fileName(titleOf(work.doc))}-rescue`
  try {
    const { writeBundle } = await import('@steady-ledger/core/work/file/bundle.ts')
    download(writeBundle(work), 'application/zip', `${name}.ledger.zip`)
    session.wasRescued()
    notify({ kind: 'done', text: 'The rescue file holds the work as it is on the screen. “Open a bundle” on the shelf opens it.' })
  } catch (error) {
    // What no bundle may hold is saved as it is: the words are in it.
    download(new TextEncoder().encode(JSON.stringify(work.doc.toJSON(), null, 1)), 'application/json', `${name}.json`)
    notify({ kind: 'wrong', text: `${(error as Error).message} The text was saved as it is, to be read by people.` })
  }
}

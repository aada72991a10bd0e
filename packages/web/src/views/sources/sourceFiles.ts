/** Sources from a file, or from what was pasted, join those there are in one step; and go into a file. */
import { citedTimes } from '@steady-ledger/core/work/commands/sources.ts'
import { setEntry } from '@steady-ledger/core/work/steps/registerStep.ts'
import { closeHistory } from '@tiptap/pm/history'
import { newId } from '../../newId.ts'
import type { Session } from '../../session/session.ts'
import { notify } from '../../ui/notices.ts'
import { download } from '../download.ts'

const mostTold = 3

/** The ids of those that were taken, new and known; null where nothing could be read. */
export async function takeSources(session: Session, text: string, from: string): Promise<string[] | null> {
  try {
    const { readSources } = await import('@steady-ledger/core/content/citations/files/readSources.ts')
    const { added, filled, known, refused } = readSources(text, session.work.sources, newId)
    const ids = Object.keys(added)
    const changed = Object.keys(filled)
    const tr = closeHistory(session.state.tr)
    for (const [id, source] of Object.entries({ ...added, ...filled })) setEntry(tr, session.work, 'sources', id, source)
    const already =
      known === 0
        ? ''
        : ` ${known === 1 ? 'One was' : `${known} were`} there already${changed.length ? `; ${changed.length} of them say more now` : ''}.`
    if (tr.steps.length && !session.dispatch(tr)) return null
    if (tr.steps.length)
      session.sayDone(
        `${ids.length === 0 ? 'No source is new' : ids.length === 1 ? 'One source is added' : `${ids.length} sources are added`} from ${from}.${already}`,
      )
    else notify({ kind: 'done', text: `Nothing is new in ${from}.${already}` })
    if (refused.length)
      notify({
        kind: 'wrong',
        text: `${refused.length === 1 ? 'One piece' : `${refused.length} pieces`} of ${from} could not be read. ${refused.slice(0, mostTold).join(' ')}`,
      })
    return [...ids, ...changed]
  } catch (error) {
    notify({ kind: 'wrong', text: `${from.charAt(0).toUpperCase()}${from.slice(1)} was not read. ${(error as Error).message}` })
    return null
  }
}

export async function takeSourceFiles(session: Session, files: readonly File[]): Promise<void> {
  // One after the other: each may hold what the one before brought.
  for (const file of files) await takeSources(session, await file.text(), `“${file.name}”`)
}

export async function saveSources(session: Session, as: 'csl' | 'ris' | 'csv'): Promise<void> {
  const { sources, doc } = session.work
  const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text)
  if (as === 'csl') {
    const { writeCslJson } = await import('@steady-ledger/core/content/citations/files/cslJson.ts')
    download(utf8(writeCslJson(sources)), 'application/vnd.citationstyles.csl+json', 'sources.json')
  } else if (as === 'ris') {
    const { writeRis } = await import('@steady-ledger/core/content/citations/files/ris.ts')
    download(utf8(writeRis(sources)), 'application/x-research-info-systems', 'sources.ris')
  } else {
    const { writeSourcesCsv } = await import('@steady-ledger/core/content/citations/files/sourcesCsv.ts')
    download(utf8(writeSourcesCsv(sources, citedTimes(doc))), 'text/csv', 'sources.csv')
  }
}

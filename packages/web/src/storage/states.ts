/** Earlier states of a work: by the hour, with every milestone, and before an earlier one is restored. */
import { workFromJson, workToJson } from '@steady-ledger/core/work/file/workFile.ts'
import { countWords } from '@steady-ledger/core/work/schema.ts'
import { type Picture, usedPictures, type Work } from '@steady-ledger/core/work/work.ts'
import { whenIdle } from '../app/whenIdle.ts'
import { database, type StateRecord } from './database.ts'
import { thinned } from './thinning.ts'
import { StorageError } from './works.ts'

const hour = 60 * 60 * 1000

const through = (bytes: Blob, stream: CompressionStream | DecompressionStream): Promise<Blob> =>
  new Response(bytes.stream().pipeThrough(stream)).blob()

/** The earlier states of a work, the newest first. */
export const statesOf = async (work: string): Promise<StateRecord[]> =>
  (await database.states.where('work').equals(work).toArray()).reverse()

const lastAt = new Map<string, number>()
const idle = (): Promise<void> => new Promise(resolve => whenIdle(() => resolve(), 3000))

/** Keeps a work as it is, unless the last kept state is the same, or one by the hour is not due. What cannot be kept costs nothing else. */
export async function keepState(id: string, work: Work, why: StateRecord['why'], name = ''): Promise<void> {
  try {
    if (!lastAt.has(id)) lastAt.set(id, (await statesOf(id))[0]?.at ?? 0)
    const before = lastAt.get(id) ?? 0
    const due = Math.abs(Date.now() - before) >= hour
    if (why === 'hour' && !due) return
    // A clock that was set back does not put a state before those that were kept earlier.
    const at = Math.max(Date.now(), before + 1)
    lastAt.set(id, at)
    if (why === 'hour') await idle()
    const last = (await statesOf(id))[0]
    const json = workToJson(work)
    if (last && why !== 'milestone' && (await textOf(last)) === json) return
    const text = await through(new Blob([json]), new CompressionStream('gzip'))
    const pictures = usedPictures(work).map(picture => picture.name)
    await database.states.put({ work: id, at, why, name, words: countWords(work.doc), pictures, text })
    const all = (await statesOf(id)).map(state => ({ ...state, size: state.text.size }))
    await database.states.bulkDelete(thinned(all, at).map((state): [string, number] => [id, state.at]))
  } catch (error) {
    console.warn('This state of the work was not kept; the work itself is.', error)
  }
}

const textOf = async ({ text }: StateRecord): Promise<string> => (await through(text, new DecompressionStream('gzip'))).text()

/** The work as it was; throws where it cannot be read. */
export async function workAt(id: string, at: number): Promise<Work> {
  const state = await database.states.get([id, at])
  if (!state) throw new StorageError('This state is not kept any more.')
  const pictures = new Map<string, Picture>()
  for (const found of await database.pictures.bulkGet(state.pictures.map((name): [string, string] => [id, name]))) {
    if (!found) continue
    const { work: _work, bytes, ...picture } = found
    pictures.set(picture.name, { ...picture, bytes: new Uint8Array(await bytes.arrayBuffer()) })
  }
  return workFromJson(await textOf(state), pictures)
}

/** The work as it was when something left with a milestone of this name at that time. What was put on record since is not in it. */
export async function workThen(id: string, milestone: string, at: number): Promise<Work> {
  const kept = (await statesOf(id)).filter(state => state.why === 'milestone' && state.name === milestone)
  const [nearest] = kept.sort((a, b) => Math.abs(a.at - at) - Math.abs(b.at - at))
  if (!nearest) throw new StorageError('The state of the work that left then is not kept any more, so its files cannot be made again.')
  const work = await workAt(id, nearest.at)
  return { ...work, milestones: work.milestones.filter(({ taken }) => Date.parse(taken) < at) }
}

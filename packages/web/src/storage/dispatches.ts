/** What left the house, kept with the work in this browser: the last fifty times. */
import type { WrittenFile } from '../session/jobState.ts'
import { type DispatchRecord, database, type MadeWith } from './database.ts'

const most = 50

/** The latest first. */
export const dispatchesOf = async (work: string): Promise<DispatchRecord[]> =>
  (await database.dispatches.where({ work }).toArray()).sort((a, b) => b.at - a.at)

/** What cannot be kept is no reason to say that the files were not written: they are. */
export async function keepDispatch(work: string, files: readonly WrittenFile[], milestone: string, made: MadeWith): Promise<void> {
  try {
    await database.dispatches.add({
      id: crypto.randomUUID(),
      work,
      at: Date.now(),
      milestone,
      files: files.map(({ file, title, size, checksum, output }) => ({ name: file, title, size, checksum, output })),
      made,
    })
    const older = (await dispatchesOf(work)).slice(most)
    await database.dispatches.bulkDelete(older.map(({ id }) => id))
  } catch (error) {
    console.warn('The list of dispatches could not be kept.', error)
  }
}

/** When everything was backed up last, and what was in it. */
import { database } from './database.ts'

export interface LastBackup {
  at: number
  /** Revision of each work that is in it. */
  works: Record<string, number>
}
const key = 'last backup'

export const lastBackup = async (): Promise<LastBackup | null> => ((await database.notes.get(key))?.value as LastBackup | undefined) ?? null
export const noteBackup = async (value: LastBackup): Promise<void> => void (await database.notes.put({ key, value }))

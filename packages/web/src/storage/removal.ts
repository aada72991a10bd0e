import { database, tablesBeside, tablesOfWork } from './database.ts'

/** Takes a work out of the storage, with all that was kept for it. */
export const removeWork = (id: string): Promise<void> =>
  database.transaction('rw', tablesOfWork, async () => {
    await database.works.delete(id)
    for (const table of tablesBeside) await table.where('work').equals(id).delete()
  })

/** The demo works stand on the shelf of a browser that opens the program for the first time; deleted, they stay away. */
import { newId } from '../../newId.ts'
import { database } from '../../storage/database.ts'

const done = 'demo on the shelf'

/** Whether a work is one of those by its id. */
export const isDemo = (id: string): boolean => id.startsWith('demo-')

/** Says whether they were put there now. */
export function putDemoOnShelf(onProgress: (says: string) => void): Promise<boolean> {
  return navigator.locks.request('steady-ledger demo', async () => {
    if (await database.notes.get(done)) return false
    onProgress('Putting the demo works on the shelf…')
    const [{ demoWorks }, { storeWork }] = await Promise.all([import('@steady-ledger/demo'), import('../../storage/works.ts')])
    for (const kind of ['columns', 'paper', 'thesis'] as const) await storeWork(`demo-${kind}`, await demoWorks[kind]())
    await database.notes.put({ key: done, value: newId() })
    return true
  })
}

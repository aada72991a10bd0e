/** The one open session. Opening another work closes it, with everything saved; one that cannot be saved stays open until it is. */
import { titleOf } from '@steady-ledger/core/work/schema.ts'
import { reasonFor } from '../storage/health.ts'
import { loadToOpen, StorageError } from '../storage/works.ts'
import { inTurn, openNow, setOpen } from './openNow.ts'
import { Session, type Threads } from './session.ts'

export class OneOpen {
  /** The session that is open, for those that cannot wait. */
  current: Session | null = null

  constructor(private readonly threads: Threads) {}

  /**
   * What is open stays what it is, also where another work could not be opened meanwhile.
   * Throws a StorageError where the work cannot be read, or the one before cannot be saved.
   */
  open(id: string): Promise<Session> {
    return inTurn(async () => (this.current?.id === id ? this.current : this.make(id)))
  }

  private async make(id: string): Promise<Session> {
    const before = openNow()
    if (before && !(await before.close(true)))
      throw new StorageError(
        `“${before.title()}” holds changes that are not saved yet. Go back to it and save a rescue file before another work is opened.`,
      )
    let loaded: Awaited<ReturnType<typeof loadToOpen>>
    try {
      loaded = await loadToOpen(id)
    } catch (error) {
      throw new StorageError(reasonFor(error as Error))
    }
    const session = new Session(id, loaded.work, loaded.record, this.threads)
    this.current = session
    setOpen({
      id,
      title: () => titleOf(session.work.doc),
      save: () => session.save(),
      close: async forAnother => {
        if (!(await session.close(forAnother))) return false
        this.current = null
        setOpen(null)
        return true
      },
    })
    return session
  }
}

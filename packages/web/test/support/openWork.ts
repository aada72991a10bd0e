/** A work that is open as the application has it: a session over storage, with a thread whose pages are made when a test asks for them. */
import type { Work } from '@steady-ledger/core/work/work.ts'
import { newEngine } from '../../../core/test/support/work.ts'
import { summaryOf } from '../../src/workers/summaryOf.ts'
import { until } from './browser.ts'
import { FakeThread } from './fakeThread.ts'

// The database looks for its engine when it is loaded.
const { Session } = await import('../../src/session/session.ts')
const { database } = await import('../../src/storage/database.ts')
const { loadWork, storeWork } = await import('../../src/storage/works.ts')

export type OpenSession = InstanceType<typeof Session>
const open: OpenSession[] = []
/** Tabs are heard across the threads that tests run in: each has a work of its own. */
export const workId = crypto.randomUUID()

export class OpenWork {
  readonly threads: FakeThread[] = []
  readonly kept: unknown[] = []
  readonly session: OpenSession
  private readonly engine = newEngine()

  constructor(id: string, work: Work, revision: number) {
    this.session = new Session(
      id,
      work,
      { revision },
      {
        take: () => {
          const thread = new FakeThread()
          this.threads.push(thread)
          // It listens a moment later, as threads do.
          queueMicrotask(() => thread.say({ kind: 'ready' }, 0))
          return thread
        },
        keep: thread => void this.kept.push(thread),
      },
    )
    open.push(this.session)
  }

  get thread(): FakeThread {
    return this.threads.at(-1)!
  }
  get shown() {
    return this.session.use.getState()
  }
  get work(): Work {
    return this.session.work
  }

  /** The thread has made the pages of the text as it is. */
  turnOver(): void {
    const steps = this.thread.heard.slice(this.thread.heard.findLastIndex(({ kind }) => kind === 'open'))
    const version = steps.reduce((sum, message) => sum + (message.kind === 'steps' ? message.steps.length : 0), 0)
    this.thread.say({ kind: 'turnover', summary: summaryOf(this.engine.run(this.work), version, 1) })
  }
}

/** Opens a work that storage does not know yet, in the only tab or behind one that writes. */
export async function openWork(work: Work, role: 'writer' | 'reader' = 'writer', id = workId): Promise<OpenWork> {
  if (!(await database.works.get(id))) await storeWork(id, work)
  const { record, work: stored } = await loadWork(id)
  const opened = new OpenWork(id, stored, record.revision ?? 0)
  await until(() => opened.shown.role, role)
  return opened
}

/** Ends what is open and empties the storage. */
export async function closeAll(): Promise<void> {
  for (const session of open.splice(0)) session.end()
  await Promise.all(database.tables.map(table => table.clear()))
}

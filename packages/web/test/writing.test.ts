/** Tabs on one work: who writes, what is handed over with it, and what becomes of words where something fails. */
import './support/browser.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import type { SessionView } from '../src/session/view.ts'
import type { WritingHost } from '../src/session/writing.ts'
import { useNotices } from '../src/ui/notices.ts'
import { inBrowser, until } from './support/browser.ts'
import type { FakeLocks } from './support/fakeLocks.ts'
import { keptWork, typed } from './support/keptWork.ts'

// The database looks for its engine when it is loaded.
const { database } = await import('../src/storage/database.ts')
const { loadWork, storeWork } = await import('../src/storage/works.ts')
const { removeWork } = await import('../src/storage/removal.ts')
const { statesOf, workAt } = await import('../src/storage/states.ts')
const { patience } = await import('../src/storage/writerLock.ts')
const { Writing } = await import('../src/session/writing.ts')

type Shown = ReturnType<WritingHost['shown']['getState']>

/** Tabs are heard across the threads that tests run in. */
const id = crypto.randomUUID()

/** A tab that has the work open. */
class Tab implements WritingHost {
  current: Work = keptWork()
  private told: Shown = { role: 'opening', save: { kind: 'saved', at: 0 }, unsaved: false, handOver: null }
  readonly shown = {
    getState: () => this.told,
    setState: (next: Partial<SessionView>) => {
      this.told = { ...this.told, ...next }
    },
  }
  readonly writing: InstanceType<typeof Writing>

  constructor(revision: number) {
    this.writing = new Writing(id, revision, this)
    tabs.push(this)
  }
  work = () => this.current
  pages = () => 3
  replace(work: Work): void {
    this.current = work
  }
  type(word: string): void {
    this.current = typed(this.current, 1, word)
    this.writing.changed()
  }
  /** The title of its first chapter. */
  get says(): string {
    return this.current.doc.child(1).firstChild!.textContent
  }
  get role(): Shown['role'] {
    return this.told.role
  }
  get handOver(): Shown['handOver'] {
    return this.told.handOver
  }
  get save(): string {
    const { save } = this.told
    return save.kind === 'failed' ? `failed: ${save.why}` : save.kind
  }
}

let tabs: Tab[] = []
const open = async (): Promise<Tab> => {
  const { record, work } = await loadWork(id)
  const tab = new Tab(record.revision ?? 0)
  tab.current = work
  return tab
}
const becomes = (tab: Tab, what: 'role' | 'save' | 'says' | 'handOver', wanted: string): Promise<void> =>
  until(() => tab[what] as string, wanted)
const kept = async (): Promise<string> => (await loadWork(id)).work.doc.child(1).firstChild!.textContent
const refuse = (): void =>
  void jest
    .spyOn(database.divisions, 'bulkPut')
    .mockImplementation((() => Promise.reject(new DOMException('full', 'QuotaExceededError'))) as never)

inBrowser()
beforeEach(async () => {
  tabs = []
  useNotices.setState({ shown: [] })
  await Promise.all(database.tables.map(table => table.clear()))
  await storeWork(id, keptWork())
})
afterEach(() => {
  jest.restoreAllMocks()
  for (const { writing } of tabs) writing.end()
})

test('the only tab writes, under a name that storage knows, and says when it is kept', async () => {
  const tab = await open()
  expect(tab.role).toBe('opening')
  await becomes(tab, 'role', 'writer')
  expect((await loadWork(id)).record.writer).toBeTruthy()
  tab.type('Deep ')
  expect([tab.shown.getState().unsaved, tab.writing.holdsUnsaved]).toEqual([true, true])
  expect(await tab.writing.save()).toBe(true)
  expect([tab.save, tab.writing.holdsUnsaved, await kept()]).toEqual(['saved', false, 'Deep One'])
})

test('a second tab reads along, shows what the first has saved, changes nothing and says why', async () => {
  const first = await open()
  await becomes(first, 'role', 'writer')
  const second = await open()
  await becomes(second, 'role', 'reader')
  first.type('Deep ')
  await first.writing.save()
  await becomes(second, 'says', 'Deep One')
  expect([first.writing.mayWrite(), second.writing.mayWrite()]).toEqual([true, false])
  const notice = useNotices.getState().shown.at(-1)!
  expect([notice.text, notice.action?.says]).toEqual([
    'This tab reads along, so nothing was changed: another tab writes the work.',
    'Write here',
  ])
  notice.action!.run()
  await becomes(second, 'role', 'writer')
})

test('before it is settled who writes, nothing is written, and that is said', async () => {
  const tab = await open()
  expect(tab.writing.mayWrite()).toBe(false)
  expect(useNotices.getState().shown.at(-1)).toMatchObject({ text: 'The work is still being opened.' })
  await becomes(tab, 'role', 'writer')
})

test('the place is handed over with every word, and back again', async () => {
  const first = await open()
  await becomes(first, 'role', 'writer')
  const second = await open()
  await becomes(second, 'role', 'reader')
  for (const [giver, taker] of [
    [first, second],
    [second, first],
  ] as const) {
    giver.type('x')
    taker.writing.takeOver()
    await becomes(taker, 'role', 'writer')
    await becomes(giver, 'role', 'reader')
    expect([taker.says, taker.handOver, await kept()]).toEqual([giver.says, null, giver.says])
  }
  expect(first.says).toBe('xxOne')
})

test('a tab that ends leaves its place to the next in line, who begins with what was saved last', async () => {
  const first = await open()
  await becomes(first, 'role', 'writer')
  const second = await open()
  await becomes(second, 'role', 'reader')
  // It is away from the channel while this is saved.
  const late = jest.spyOn(second, 'replace')
  first.type('Deep ')
  expect(await first.writing.finish(false)).toBe(true)
  first.writing.end()
  await becomes(second, 'role', 'writer')
  expect([second.says, late.mock.calls.length > 0]).toEqual(['Deep One', true])
})

test('a tab that cannot save keeps its place; where the author decides otherwise, its words stand among the earlier states', async () => {
  const first = await open()
  await becomes(first, 'role', 'writer')
  const second = await open()
  await becomes(second, 'role', 'reader')
  refuse()
  first.type('Unkept ')
  second.writing.takeOver()
  await becomes(second, 'handOver', 'refused')
  expect([first.role, second.role, first.save]).toEqual(['writer', 'reader', 'failed: refused'])
  second.writing.forceOver()
  await becomes(second, 'role', 'writer')
  await becomes(first, 'role', 'reader')
  jest.restoreAllMocks()
  second.type('Other ')
  await second.writing.save()
  // What it holds is not taken from the screen by what another tab saves.
  expect([first.says, first.writing.holdsUnsaved, await kept()]).toEqual(['Unkept One', true, 'Other One'])
  first.writing.takeOver()
  await becomes(first, 'role', 'writer')
  expect(first.says).toBe('Other One')
  expect(useNotices.getState().shown.at(-1)!.text).toMatch(/stands among the earlier states/)
  const state = (await statesOf(id)).find(({ name }) => name === 'what one tab had not saved')!
  expect((await workAt(id, state.at)).doc.child(1).firstChild!.textContent).toBe('Unkept One')
})

test('a tab that does not answer is said to be silent, and is written over where the author decides so', async () => {
  const { silent } = patience
  patience.silent = 30
  let stolen = false
  const hung = (navigator.locks as unknown as FakeLocks).request(`steady-ledger work ${id}`, () => new Promise(() => {}))
  hung.catch(() => {
    stolen = true
  })
  try {
    const tab = await open()
    await becomes(tab, 'role', 'reader')
    tab.writing.takeOver()
    expect(tab.handOver).toBe('asked')
    await becomes(tab, 'handOver', 'silent')
    expect([tab.role, stolen]).toEqual(['reader', false])
    tab.writing.forceOver()
    await becomes(tab, 'role', 'writer')
    expect([tab.handOver, stolen]).toEqual([null, true])
  } finally {
    patience.silent = silent
  }
})

test('storage that does not take the name of the writer is asked again, and nothing is written until it does', async () => {
  const claim = jest.spyOn(database.works, 'update')
  const put = jest.spyOn(database.works, 'put')
  for (const each of [claim, put]) each.mockImplementation((() => Promise.reject(new DOMException('full', 'QuotaExceededError'))) as never)
  const tab = await open()
  await becomes(tab, 'save', 'failed: refused')
  expect([tab.role, tab.writing.mayWrite()]).toEqual(['opening', false])
  jest.restoreAllMocks()
  expect(await tab.writing.save()).toBe(true)
  expect([tab.role, tab.save]).toEqual(['writer', 'saved'])
})

test('a work that was taken off the shelf is not said to be saved; it is put back with what is on the screen', async () => {
  const tab = await open()
  await becomes(tab, 'role', 'writer')
  tab.type('Deep ')
  await removeWork(id)
  expect(await tab.writing.save()).toBe(false)
  expect([tab.save, tab.writing.holdsUnsaved]).toEqual(['failed: gone', true])
  await tab.writing.putBack()
  expect([tab.role, tab.save, tab.writing.holdsUnsaved, await kept()]).toEqual(['writer', 'saved', false, 'Deep One'])
  tab.type('Very ')
  await tab.writing.save()
  expect([await kept(), (await loadWork(id)).record.pages]).toEqual(['Very Deep One', 3])
})

test('what cannot be saved holds the work open, a rescue file lets it go for another work, and a word more holds it again', async () => {
  const tab = await open()
  await becomes(tab, 'role', 'writer')
  refuse()
  tab.type('Unkept ')
  expect(await tab.writing.finish(true)).toBe(false)
  tab.writing.wasRescued()
  expect([tab.writing.holdsUnsaved, await tab.writing.finish(false), await tab.writing.finish(true)]).toEqual([false, false, true])
  tab.type('More ')
  expect([tab.writing.holdsUnsaved, await tab.writing.finish(true)]).toEqual([true, false])
})

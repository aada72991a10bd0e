/** Works are opened and closed one after the other, in the order in which an author asks for it, however fast. */
import './support/browser.ts'
import { div, p } from '../../../demo/src/builder.ts'
import { workOf } from '../../core/test/support/work.ts'
import { closeSession, openNow, setOpen } from '../src/session/openNow.ts'
import { inBrowser, until } from './support/browser.ts'
import { FakeThread } from './support/fakeThread.ts'

const { OneOpen } = await import('../src/session/oneOpen.ts')
const { database } = await import('../src/storage/database.ts')
const { loadWork, storeWork } = await import('../src/storage/works.ts')
type Session = Awaited<ReturnType<InstanceType<typeof OneOpen>['open']>>

// Tabs are heard across the threads that tests run in.
const [a, b] = [crypto.randomUUID(), crypto.randomUUID()]
const one = new OneOpen({ take: () => new FakeThread(), keep: thread => thread.terminate() })
const say = (session: Session, words: string): boolean => session.dispatch(session.state.tr.insertText(words, 2))
const writes = (session: Session): Promise<void> => until(() => session.use.getState().role, 'writer')
const stored = async (id: string): Promise<string> => (await loadWork(id)).work.doc.textContent

inBrowser()
beforeEach(async () => {
  for (const id of [a, b]) await storeWork(id, workOf([div({ role: 'chapter' }, 'One', p`Words.`)]))
})
afterEach(async () => {
  jest.restoreAllMocks()
  await closeSession()
  setOpen(null)
  await Promise.all(database.tables.map(table => table.clear()))
})

test('who comes back while a work is being saved and closed has it opened anew, and what is written then is kept', async () => {
  const first = await one.open(a)
  await writes(first)
  expect(say(first, 'Before. ')).toBe(true)
  const closed = closeSession()
  const again = await one.open(a)
  expect([await closed, again === first, again.state.doc.textContent]).toEqual([null, false, 'Before. OneWords.'])
  await writes(again)
  expect(say(again, 'After. ')).toBe(true)
  expect(await again.save()).toBe(true)
  expect(await stored(a)).toBe('After. Before. OneWords.')
})

test('the same work asked for twice is opened once', async () => {
  const [first, second] = await Promise.all([one.open(a), one.open(a)])
  expect(second).toBe(first)
  expect(await one.open(a)).toBe(first)
})

test('from one work to another and back at once: what was asked for last is open, alone, and writes', async () => {
  const first = await one.open(a)
  await writes(first)
  say(first, 'Before. ')
  const [other, back] = await Promise.all([one.open(b), one.open(a)])
  expect([other.id, back.id, back === first, openNow()?.id, one.current === back]).toEqual([b, a, false, a, true])
  // The one between gave its place back: it is written nowhere else.
  await writes(back)
  await closeSession()
  expect([openNow(), one.current]).toEqual([null, null])
  await writes(await one.open(b))
})

test('a work that is not there is refused, and the next one is opened all the same', async () => {
  const [nowhere, found] = await Promise.allSettled([one.open('nowhere'), one.open(a)])
  expect([nowhere.status, found.status]).toEqual(['rejected', 'fulfilled'])
})

test('what cannot be saved stays open: the shelf is told of it, another work is refused, and it is what it was', async () => {
  const first = await one.open(a)
  await writes(first)
  say(first, 'Held. ')
  jest.spyOn(first, 'close').mockResolvedValue(false)
  const [kept, other, same] = await Promise.allSettled([closeSession(), one.open(b), one.open(a)])
  expect(kept).toMatchObject({ value: { id: a, title: 'Held. One' } })
  expect(other).toMatchObject({ reason: { message: expect.stringContaining('holds changes that are not saved yet') } })
  expect(same).toMatchObject({ value: first })
})

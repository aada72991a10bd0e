/** The supervisor of the thread that makes pages: whatever becomes of a thread, the next one has the work, and nothing of the old one is heard. */
import { PagesClient, supervision } from '../src/session/pagesClient.ts'
import type { FromTurnover, TurnoverSummary } from '../src/workers/protocol.ts'
import { FakeThread } from './support/fakeThread.ts'

const summary = (version: number): FromTurnover => ({ kind: 'turnover', summary: { version } as TurnoverSummary })

function supervised() {
  const threads: FakeThread[] = []
  const turnovers: number[] = []
  const failures: string[] = []
  const others: string[] = []
  let text = 'one'
  const client = new PagesClient(
    () => {
      const made = new FakeThread()
      threads.push(made)
      return made
    },
    {
      contents: () => ({ work: 'w', doc: text, parts: {} as never, pictures: [] }),
      hear: ({ kind }) => void others.push(kind),
      onTurnover: message => void turnovers.push(message.summary.version),
      onFailure: reason => void failures.push(reason),
    },
  )
  const last = (): FakeThread => threads.at(-1)!
  return {
    client,
    threads,
    turnovers,
    failures,
    others,
    last,
    edit(next: string) {
      text = next
      client.steps([{}])
    },
    ready: () => last().say({ kind: 'ready' }, 0),
  }
}

beforeEach(() => void jest.useFakeTimers())
afterEach(() => void jest.useRealTimers())

test('what is said before the thread listens waits, in order', () => {
  const { client, edit, last, ready } = supervised()
  edit('two')
  client.want({ kind: 'draw', pages: [1] })
  expect(last().heard.map(({ kind }) => kind)).toEqual(['hello'])
  ready()
  expect(last().heard.map(({ kind }) => kind)).toEqual(['hello', 'open', 'steps', 'draw'])
})

test('a turnover of an earlier text is not shown', () => {
  const { edit, last, ready, turnovers } = supervised()
  ready()
  edit('two')
  last().say(summary(0))
  expect(turnovers).toEqual([])
  last().say(summary(1))
  expect(turnovers).toEqual([1])
})

test.each<[string, (thread: FakeThread) => void]>([
  ['throws', thread => thread.happen('error', { message: 'no room' })],
  ['sends what cannot be read', thread => thread.happen('messageerror', {})],
  ['says that it failed', thread => thread.say({ kind: 'failed', message: 'no room' })],
  ['does not answer any more', () => jest.advanceTimersByTime(supervision.interval * (supervision.mostUnanswered + 2))],
])('one that %s is ended, and the next one has the work as it is now and what views asked for', (_name, happen) => {
  const { client, edit, failures, last, others, ready, threads, turnovers } = supervised()
  ready()
  last().say(summary(0))
  client.want({ kind: 'draw', pages: [3] })
  edit('two')
  const first = last()
  happen(first)
  expect(first.ended).toBe(true)
  expect(threads).toHaveLength(2)
  ready()
  expect(last().opened.doc).toBe('two')
  expect(last().heard.map(({ kind }) => kind)).toContain('draw')
  // Nothing of the old one is heard, whatever it still says.
  first.say(summary(0), last().opened.epoch)
  first.say({ kind: 'drawn', pages: [], drawings: [] })
  expect(turnovers).toEqual([0])
  expect(others).toEqual([])
  last().say(summary(0))
  expect(turnovers).toEqual([0, 0])
  expect(failures.filter(Boolean)).toEqual([])
})

test('one that fails again and again is given up with the reason; an edit or the author tries again', () => {
  const { client, edit, failures, last, ready, threads, turnovers } = supervised()
  const fail = (): void => {
    ready()
    last().say({ kind: 'failed', message: 'a fault' })
  }
  fail()
  fail()
  fail()
  expect(failures.at(-1)).toBe('a fault')
  const given = threads.length
  expect(last().ended).toBe(true)
  edit('two')
  expect(threads).toHaveLength(given + 1)
  expect(failures.at(-1)).toBe('')
  fail()
  fail()
  fail()
  expect(failures.at(-1)).toBe('a fault')
  client.restart()
  ready()
  last().say(summary(0))
  expect(turnovers).toEqual([0])
  client.end()
})

test('a thread that answers is left alone, and one that owes nothing is not asked', () => {
  const { last, ready, threads } = supervised()
  ready()
  for (let i = 0; i < 30; i++) {
    jest.advanceTimersByTime(supervision.interval)
    last().say({ kind: 'pong' })
  }
  expect(threads).toHaveLength(1)
  last().say(summary(0))
  const heard = last().heard.length
  jest.advanceTimersByTime(supervision.interval * 30)
  expect(last().heard).toHaveLength(heard)
  expect(threads).toHaveLength(1)
})

test('what is said of a work that was opened anew since is not heard', () => {
  const { client, last, others, ready, turnovers } = supervised()
  ready()
  const before = last().opened.epoch
  client.open()
  last().say(summary(0), before)
  last().say({ kind: 'found', query: 'a', matches: [] }, before)
  expect([turnovers, others]).toEqual([[], []])
})

test('a thread that had to do without something serves no other work: what is opened next asks for it again', () => {
  const { client, last, ready, others } = supervised()
  ready()
  last().say({ kind: 'without', says: 'Words of one language could not be divided.' })
  last().say(summary(0))
  expect([client.end(), last().ended, others]).toEqual([null, true, ['without']])
})

test('with its work closed a thread rests for the next one, which hears nothing of the work before; one that does not listen is ended', () => {
  const first = supervised()
  expect(first.client.end()).toBeNull()
  expect(first.last().ended).toBe(true)
  const second = supervised()
  second.ready()
  const thread = second.last()
  const before = thread.opened.epoch
  expect(second.client.end()).toBe(thread)
  expect(thread.ended).toBe(false)
  expect(thread.heard.at(-1)).toEqual({ kind: 'rest' })
  thread.say(summary(0))
  expect(second.turnovers).toEqual([])
  const turnovers: number[] = []
  const next = new PagesClient(() => thread, {
    contents: () => ({ work: 'v', doc: 'another', parts: {} as never, pictures: [] }),
    hear: () => {},
    onTurnover: message => void turnovers.push(message.summary.version),
    onFailure: () => {},
  })
  thread.say({ kind: 'ready' }, before)
  expect(thread.opened).toMatchObject({ work: 'v', doc: 'another' })
  thread.say(summary(0), before)
  expect(turnovers).toEqual([])
  thread.say(summary(0))
  expect(turnovers).toEqual([0])
  next.end()
})

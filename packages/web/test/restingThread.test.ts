/** The thread that rests between two works: which one is given to the next, and when it is ended. */
import { RestingThread, restMilliseconds } from '../src/session/restingThread.ts'
import { FakeThread } from './support/fakeThread.ts'

/** Threads as they are made, and timers that go off when the test says so. */
function resting() {
  const made: FakeThread[] = []
  const rest = new RestingThread(() => {
    const thread = new FakeThread()
    made.push(thread)
    return thread
  })
  return { made, rest }
}

const { setTimeout: later, clearTimeout: never } = globalThis
let timers: { run: () => void; after: number }[] = []
beforeEach(() => {
  timers = []
  globalThis.setTimeout = ((run: () => void, after: number) => timers.push({ run, after })) as never
  globalThis.clearTimeout = ((at: number | undefined) => at !== undefined && timers.splice(at - 1, 1, { run: () => {}, after: 0 })) as never
})
afterEach(() => Object.assign(globalThis, { setTimeout: later, clearTimeout: never }))

test('one that was begun ahead is given to the work that is opened, and to no other', () => {
  const { made, rest } = resting()
  rest.beginAhead()
  rest.beginAhead()
  expect(made).toHaveLength(1)
  expect(rest.take()).toBe(made[0])
  expect(rest.take()).toBe(made[1])
  expect(made.map(({ ended }) => ended)).toEqual([false, false])
})

test('one whose work was closed serves the next; a second one that comes back takes its place', () => {
  const { made, rest } = resting()
  const [one, two] = [rest.take(), rest.take()]
  rest.keep(one)
  rest.keep(two)
  expect(made.map(({ ended }) => ended)).toEqual([true, false])
  expect(rest.take()).toBe(two)
})

test('one that fails at rest is ended and given to nobody; while it serves, its supervisor alone hears it', () => {
  const { made, rest } = resting()
  rest.beginAhead()
  made[0]!.happen('error', { message: 'it could not be started' })
  expect(made[0]!.ended).toBe(true)
  expect(rest.take()).toBe(made[1])
  made[1]!.happen('error', { message: 'something' })
  expect(made[1]!.ended).toBe(false)
})

test('it is ended when nothing was opened for two minutes, and not once it serves again', () => {
  const { made, rest } = resting()
  rest.beginAhead()
  expect(timers.map(({ after }) => after)).toEqual([restMilliseconds])
  timers[0]!.run()
  expect(made[0]!.ended).toBe(true)
  rest.beginAhead()
  const thread = rest.take()
  for (const { run } of timers) run()
  expect(thread).toBe(made[1])
  expect(made[1]!.ended).toBe(false)
})

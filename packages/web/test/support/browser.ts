/** As much of a browser as a session needs: storage, locks between tabs, threads that a test speaks for. */
import 'fake-indexeddb/auto'
import { FakeLocks } from './fakeLocks.ts'

// Asked for as modules are read: whether the system is dark.
;(globalThis as { matchMedia?: unknown }).matchMedia ??= () => ({ matches: false, addEventListener: () => {} })

const before = Object.getOwnPropertyDescriptor(globalThis, 'navigator')

/** Every test begins with no lock held; afterwards everything is as it was. */
export function inBrowser(): void {
  beforeEach(() => Object.defineProperty(globalThis, 'navigator', { value: { locks: new FakeLocks() }, configurable: true }))
  afterAll(() => {
    if (before) Object.defineProperty(globalThis, 'navigator', before)
    else Reflect.deleteProperty(globalThis, 'navigator')
  })
}

/** Waits until something holds; what never does fails with what it is instead. */
export async function until<Value>(look: () => Value | Promise<Value>, wanted: Value): Promise<void> {
  for (let tries = 0; tries < 200; tries++) {
    if ((await look()) === wanted) return
    await new Promise(resolve => setTimeout(resolve, 10))
  }
  expect(await look()).toBe(wanted)
}

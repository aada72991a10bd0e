/** A clock of one page, to be put forward or back. Playwright’s own belongs to the browser, and other tests use that after this one. */
import type { Page } from '@playwright/test'

interface Clock {
  forward(milliseconds: number): void
  set(time: number): void
}
const clockOf = (page: Page, act: 'forward' | 'set', given: number): Promise<void> =>
  page.evaluate(({ act, given }) => (globalThis as unknown as { pageClock: Clock }).pageClock[act](given), { act, given })

/** What the page waits for comes as if so much time went by, one thing after the other. */
export const putForward = (page: Page, milliseconds: number): Promise<void> => clockOf(page, 'forward', milliseconds)
/** It is another day, and the clock goes on from there; what the page waits for comes when it would. */
export const setClock = (page: Page, time: Date): Promise<void> => clockOf(page, 'set', time.getTime())

/** For a page to which nothing was loaded yet. */
export async function withClock(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const { setTimeout, setInterval, clearTimeout, Date: RealDate } = globalThis
    interface Timer {
      due: number
      /** Null for what comes once. */
      every: number | null
      act(): void
    }
    const timers = new Map<number, Timer>()
    /** How far the clock was put forward, and how far what it shows is from that. */
    let ahead = 0
    let off = 0
    const now = (): number => RealDate.now() + ahead

    const asked =
      (begin: (act: () => void, wait?: number) => unknown, repeated: boolean) =>
      (act: (...given: unknown[]) => void, wait = 0, ...given: unknown[]): number => {
        const timer = { due: now() + wait, every: repeated ? wait : null, act: () => act(...given) }
        const id = begin(() => come(id), wait) as number
        timers.set(id, timer)
        return id
      }
    const come = (id: number): void => {
      const timer = timers.get(id)
      if (!timer) return
      if (timer.every === null) timers.delete(id)
      else timer.due = now() + timer.every
      timer.act()
    }
    const forget = (id?: number): void => {
      timers.delete(id!)
      clearTimeout(id)
    }
    class ShownDate extends RealDate {
      constructor(...given: [value: number]) {
        super(...(given.length > 0 ? given : ([ShownDate.now()] as const)))
      }
      static override now(): number {
        return now() + off
      }
    }
    const pageClock: Clock = {
      forward(milliseconds) {
        const until = now() + milliseconds
        for (;;) {
          const [id, next] = [...timers].sort(([, a], [, b]) => a.due - b.due)[0] ?? []
          if (id === undefined || !next || next.due > until) break
          ahead += Math.max(0, next.due - now())
          if (next.every === null) clearTimeout(id)
          come(id)
        }
        ahead += Math.max(0, until - now())
      },
      set(time) {
        off = time - now()
      },
    }
    Object.assign(globalThis, {
      setTimeout: asked(setTimeout, false),
      setInterval: asked(setInterval, true),
      clearTimeout: forget,
      clearInterval: forget,
      Date: ShownDate,
      pageClock,
    })
  })
}

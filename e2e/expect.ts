/**
 * Playwright's own expectations, waited for at less cost. While one does not hold yet, Playwright describes what is on the page, for the report
 * of a failure, each time it looks: in a work of a hundred pages that was a seventh of all that the browser did. So what it needs to hold is
 * waited for first; whether it holds, and what is said where it does not, is Playwright's.
 */
import { type Expect, type Locator, expect as ofPlaywright, type Page } from '@playwright/test'

type Text = string | RegExp
const isText = (expected: unknown): expected is Text => typeof expected === 'string' || expected instanceof RegExp

/** What must be there for an expectation of a place to hold, by its name; others have no such thing, or are cheap as they are. */
const needed: Record<string, (place: Locator, expected: unknown) => Locator> = {
  toBeChecked: place => place,
  toBeDisabled: place => place,
  toBeEnabled: place => place,
  toBeFocused: place => place.and(place.page().locator(':focus')),
  toContainText: (place, expected) => (isText(expected) ? place.filter({ hasText: expected }) : place),
  toHaveAttribute: place => place,
  toHaveText: (place, expected) => (isText(expected) ? place.filter({ hasText: expected }) : place),
  toHaveValue: place => place,
}

const isPlace = (subject: unknown): subject is Locator =>
  typeof subject === 'object' && subject !== null && 'filter' in subject && 'page' in subject
const isPage = (subject: unknown): subject is Page => typeof subject === 'object' && subject !== null && 'waitForURL' in subject

/** Waits for what an expectation needs; null where there is nothing to wait for. */
function need(subject: unknown, name: string, expected: unknown, timeout: number): Promise<void> | null {
  if (isPage(subject) && name === 'toHaveURL' && isText(expected)) return subject.waitForURL(expected, { waitUntil: 'commit', timeout })
  // A list is expected of several places.
  if (!isPlace(subject) || Array.isArray(expected)) return null
  if (name === 'toBeVisible') return subject.first().waitFor({ state: 'visible', timeout })
  return needed[name]?.(subject, expected).first().waitFor({ state: 'attached', timeout }) ?? null
}

/** How long an expectation has to come true, in milliseconds. */
export const usualTimeout = 15_000

interface Timed {
  timeout: number
}
const isTimed = (one: unknown): one is Timed =>
  typeof one === 'object' && one !== null && 'timeout' in one && typeof one.timeout === 'number'

/** Expects what was waited for, in the time that is left of what it has; one look is always left. */
async function expectAfter(first: Promise<void>, subject: unknown, name: string, given: unknown[], timeout: number): Promise<void> {
  const begun = Date.now()
  const came = await first.then(
    () => true,
    () => false,
  )
  const left = Math.max(1, timeout - (Date.now() - begun))
  const matchers = ofPlaywright.configure({ timeout: left, message: `within ${timeout} ms` })(subject as Locator)
  const matcher = Reflect.get(matchers, name) as (...given: unknown[]) => Promise<void>
  await matcher.apply(
    matchers,
    given.map(one => (isTimed(one) ? { ...one, timeout: left } : one)),
  )
  if (!came) console.warn(`${name} of ${subject} holds, but what e2e/expect.ts waits for did not come in ${timeout} ms.`)
}

const waited = <Matchers extends object>(matchers: Matchers, subject: unknown): Matchers =>
  new Proxy(matchers, {
    get(target, name, receiver) {
      const matcher: unknown = Reflect.get(target, name, receiver)
      if (typeof matcher !== 'function' || typeof name !== 'string') return matcher
      return (...given: unknown[]) => {
        const timeout = given.findLast(isTimed)?.timeout ?? usualTimeout
        const first = need(subject, name, given[0], timeout)
        return first ? expectAfter(first, subject, name, given, timeout) : matcher.apply(target, given)
      }
    },
  })

export const expect: Expect = new Proxy(ofPlaywright, {
  apply(target, self, given: Parameters<Expect>) {
    return waited(Reflect.apply(target, self, given) as object, given[0])
  },
})

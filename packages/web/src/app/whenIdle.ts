/**
 * Runs something when the page has nothing else to do, and in the end all the same; it is given the milliseconds that are left of that
 * moment. Browsers that cannot tell run it at once.
 */
export function whenIdle(run: (left: () => number) => void, timeout: number): void {
  if (typeof requestIdleCallback === 'function') requestIdleCallback(deadline => run(() => deadline.timeRemaining()), { timeout })
  else {
    const until = performance.now() + 10
    setTimeout(() => run(() => until - performance.now()), 0)
  }
}

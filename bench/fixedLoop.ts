function once(): number {
  const began = performance.now()
  let sum = 0
  for (let i = 0; i < 4e7; i++) sum = (Math.imul(sum, 31) + i) | 0
  return performance.now() - began + (sum === 1 ? 1 : 0)
}

/**
 * Milliseconds that a loop of always the same work takes: what it varies by, everything measured beside it varied by as well. The fastest of
 * three, for the first two in a process run before it is compiled as well as it can be.
 */
export const fixedLoop = (): number => Math.min(once(), once(), once())

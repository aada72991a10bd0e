/** Milliseconds that a loop of always the same work takes: what it varies by, everything measured beside it varied by as well. */
export function fixedLoop(): number {
  const began = performance.now()
  let sum = 0
  for (let i = 0; i < 4e7; i++) sum = (sum * 31 + i) | 0
  return performance.now() - began + (sum === 1 ? 1 : 0)
}

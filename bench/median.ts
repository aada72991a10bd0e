export const median = (times: readonly number[]): number => [...times].sort((a, b) => a - b)[times.length >> 1]!

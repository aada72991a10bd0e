export const stages: readonly string[]
export const outside: readonly string[]

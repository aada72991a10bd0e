/** Small things about this browser that are remembered where it lets us, and for this sitting where it does not. */
const here = new Map<string, string>()

export function remembered(name: string): string | null {
  try {
    return localStorage.getItem(`steady-ledger ${name}`)
  } catch {
    return here.get(name) ?? null
  }
}

/** Null forgets it. */
export function remember(name: string, value: string | null): void {
  try {
    if (value === null) localStorage.removeItem(`steady-ledger ${name}`)
    else localStorage.setItem(`steady-ledger ${name}`, value)
  } catch {
    if (value === null) here.delete(name)
    else here.set(name, value)
  }
}

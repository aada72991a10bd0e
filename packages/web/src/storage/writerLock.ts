/** One tab writes a work; others read along and can take over. Web Locks see to it, even when a tab dies. */

export interface WriterLock {
  /** Steals the lock from the tab that holds it. */
  takeOver(): void
  release(): void
}

/** Asks to be the writer of a work. `onChange` is told whether this tab may write, now and whenever that changes. */
export function askToWrite(work: string, onChange: (writer: boolean) => void): WriterLock {
  const name = `steady-ledger work ${work}`
  let end: () => void = () => {}
  let over = false
  const hold = (): Promise<void> =>
    new Promise(resolve => {
      end = resolve
      if (over) resolve()
      else onChange(true)
    })
  const queue = (): void => void navigator.locks.request(name, hold).catch(() => lost())
  /** Another tab took the lock: this one reads on and stands in line again. */
  const lost = (): void => {
    if (over) return
    onChange(false)
    queue()
  }
  void navigator.locks
    .request(name, { ifAvailable: true }, lock => {
      if (lock) return hold()
      onChange(false)
      queue()
      return undefined
    })
    .catch(() => lost())
  return {
    takeOver: () => void navigator.locks.request(name, { steal: true }, hold).catch(() => lost()),
    release: () => {
      over = true
      end()
    },
  }
}

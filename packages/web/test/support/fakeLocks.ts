/** Web Locks (W3C) as far as one name at a time is asked for: granted in order, taken where it is free, stolen. */

interface Held {
  lock: object
  stolen(): void
}
type Act = (lock: object | null) => unknown
interface Options {
  ifAvailable?: boolean
  steal?: boolean
}

export class FakeLocks {
  private readonly held = new Map<string, Held>()
  private readonly queues = new Map<string, (() => void)[]>()

  request = (name: string, ...rest: [Act] | [Options, Act]): Promise<unknown> => {
    const act = rest.at(-1) as Act
    const { ifAvailable, steal } = rest.length === 2 ? (rest[0] as Options) : {}
    return new Promise((resolve, reject) => {
      const grant = (): void => {
        const lock = {}
        this.held.set(name, { lock, stolen: () => reject(new DOMException('The lock was stolen.', 'AbortError')) })
        void Promise.resolve(lock)
          .then(act)
          .then(resolve, reject)
          .finally(() => {
            if (this.held.get(name)?.lock === lock) this.free(name)
          })
      }
      const there = this.held.get(name)
      if (!there) grant()
      else if (steal) {
        there.stolen()
        grant()
      } else if (ifAvailable) void Promise.resolve(null).then(act).then(resolve, reject)
      else this.queues.set(name, [...(this.queues.get(name) ?? []), grant])
    })
  }

  private free(name: string): void {
    this.held.delete(name)
    this.queues.get(name)?.shift()?.()
  }
}

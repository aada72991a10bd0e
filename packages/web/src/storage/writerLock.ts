/**
 * One tab writes a work; others read along and can take over. A writer that is asked saves what it holds, writes no more, and says so; only
 * then the other one begins. Web Locks see to it that a tab that dies leaves its place. No place is handed over by a clock: a tab
 * that does not answer keeps it until it answers, dies, or the author decides otherwise, and what it still wants to write then is
 * refused by the storage, for each writer has a name of its own there.
 */

type Message =
  | { kind: 'ask'; from: string }
  /** The writer has heard, and is saving. */
  | { kind: 'heard'; to: string }
  /** Everything is saved, and nothing will be written here. */
  | { kind: 'given'; to: string }
  /** Not everything could be saved. */
  | { kind: 'kept'; to: string }

export type HandOver =
  | 'asked'
  /** The writer has not answered yet. */
  | 'silent'
  /** The writer holds what it cannot save. */
  | 'refused'
  | null

export interface LockHost {
  /** This tab may write from now on. */
  begin(): void
  /** Saves everything and writes no more; false where something could not be saved, and this tab goes on writing. */
  giveUp(): Promise<boolean>
  /** Another tab took the place. */
  lost(): void
  /** How the handing over that was asked for stands. */
  onHandOver(state: HandOver): void
}

/** Until a writer that does not answer is said to be silent, and one that answered and does not get done with saving, in milliseconds. */
export const patience = { silent: 4000, saving: 15_000 }

export class WriterLock {
  /** Who this tab is, among those that have the work open, and in the records that it writes. */
  readonly name = crypto.randomUUID()
  private readonly channel: BroadcastChannel
  private readonly lock: string
  private readonly host: LockHost
  private writing = false
  private holding = false
  private over = false
  private end: () => void = () => {}
  private timer: ReturnType<typeof setTimeout> | undefined

  constructor(work: string, host: LockHost) {
    this.host = host
    this.lock = `steady-ledger work ${work}`
    this.channel = new BroadcastChannel(`steady-ledger writer ${work}`)
    this.channel.addEventListener('message', ({ data }: MessageEvent<Message>) => this.hear(data))
    void navigator.locks
      .request(this.lock, { ifAvailable: true }, lock => {
        if (lock) return this.hold()
        this.host.lost()
        this.queue()
        return undefined
      })
      .catch(() => this.stolen())
  }

  get isWriting(): boolean {
    return this.writing
  }

  /** Asks the tab that writes to hand over. */
  takeOver(): void {
    if (this.writing) return
    if (this.holding) {
      // Given to a tab that has gone since.
      this.begin()
      return
    }
    this.say('asked')
    this.channel.postMessage({ kind: 'ask', from: this.name } satisfies Message)
    this.timer = setTimeout(() => this.say('silent'), patience.silent)
  }

  /** Takes the place of a tab that does not answer, or cannot save: the author has decided so. */
  force(): void {
    this.say(null)
    this.steal()
  }

  release(): void {
    this.over = true
    this.writing = false
    clearTimeout(this.timer)
    this.channel.close()
    this.end()
  }

  private say(state: HandOver): void {
    clearTimeout(this.timer)
    this.host.onHandOver(state)
  }

  private async hear(message: Message): Promise<void> {
    if (message.kind === 'ask') {
      if (!this.holding) return
      this.channel.postMessage({ kind: 'heard', to: message.from } satisfies Message)
      const given = !this.writing || (await this.host.giveUp())
      if (given) this.writing = false
      if (!this.over) this.channel.postMessage({ kind: given ? 'given' : 'kept', to: message.from } satisfies Message)
      return
    }
    if (message.to !== this.name) return
    if (message.kind === 'heard') {
      this.say('asked')
      this.timer = setTimeout(() => this.say('silent'), patience.saving)
    } else if (message.kind === 'kept') this.say('refused')
    else {
      this.say(null)
      this.steal()
    }
  }

  private begin(): void {
    this.writing = true
    this.say(null)
    this.host.begin()
  }

  private hold(): Promise<void> {
    return new Promise(resolve => {
      this.end = resolve
      if (this.over) {
        resolve()
        return
      }
      this.holding = true
      this.begin()
    })
  }

  private queue(): void {
    void navigator.locks.request(this.lock, () => this.hold()).catch(() => this.stolen())
  }

  private steal(): void {
    void navigator.locks.request(this.lock, { steal: true }, () => this.hold()).catch(() => this.stolen())
  }

  /** Another tab has the lock: this one reads on and stands in line again. */
  private stolen(): void {
    this.holding = false
    this.writing = false
    if (this.over) return
    this.host.lost()
    this.queue()
  }
}

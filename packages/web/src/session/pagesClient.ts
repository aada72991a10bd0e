/**
 * The thread that makes pages, from the side of the page, and its supervisor: when it throws, dies or does not answer it is started again
 * and sent the work. What was computed stays in sight meanwhile. Messages of a thread that was ended are not heard, nor those about
 * a work that was opened anew since: they carry another epoch.
 */
import type { FromTurnover, OpenContents, PictureFacts, ToTurnover } from '../workers/protocol.ts'

export interface PagesHost {
  /** The work as it is now. */
  contents(): OpenContents
  hear(message: Exclude<FromTurnover, { kind: 'ready' | 'pong' | 'failed' | 'turnover' }>): void
  /** A turnover of the work as it is now. */
  onTurnover(message: Extract<FromTurnover, { kind: 'turnover' }>): void
  /** The pages are not computed, and why; empty when it is tried again. */
  onFailure(reason: string): void
}

/** As much of a thread as is needed of one. */
export interface Thread {
  postMessage(message: ToTurnover): void
  terminate(): void
  addEventListener(kind: 'message', hear: (event: { data: FromTurnover & { epoch: number } }) => void): void
  addEventListener(kind: 'error' | 'messageerror', hear: (event: { message?: string }) => void): void
}

/** Between two questions whether it is still there while it works, in milliseconds, and how many may go unanswered. */
export const supervision = { interval: 4000, mostUnanswered: 5 }
/** How often it is started again without a turnover in between. */
const mostStarts = 2

/** Of the opening that was told to a thread last, of all works: one thread may serve several. */
let epochs = 0

export class PagesClient {
  private thread!: Thread
  private epoch = 0
  private ended = false
  /** Counts the steps since the work was last opened in the thread. */
  private version = 0
  /** Messages wait until the thread has said that it listens; null since then. */
  private waiting: ToTurnover[] | null = []
  private starts = 0
  private unanswered = 0
  private timer: ReturnType<typeof setInterval> | undefined
  private given = false
  /** It makes pages without something that could not be fetched, and asks for that no more. */
  private lacks = false
  /** What views want to know after every turnover, by its kind. */
  private readonly wanted = new Map<string, ToTurnover>()
  private readonly make: () => Thread
  private readonly host: PagesHost

  constructor(make: () => Thread, host: PagesHost) {
    this.make = make
    this.host = host
    this.start()
  }

  private start(): void {
    const thread = this.make()
    this.thread = thread
    this.waiting = []
    this.unanswered = 0
    this.lacks = false
    const mine = (): boolean => this.thread === thread && !this.ended
    thread.addEventListener('message', ({ data }) => mine() && this.hear(data))
    thread.addEventListener('error', ({ message }) => mine() && this.broken(message || 'it could not be started in this browser'))
    thread.addEventListener('messageerror', () => mine() && this.broken('a message could not be read'))
    // One that served before answers at once, a new one when it listens: one that never did so is not kept for another work.
    thread.postMessage({ kind: 'hello' })
    this.open()
  }

  /** Sends the whole work, as it is now. */
  open(): void {
    this.epoch = ++epochs
    this.version = 0
    this.tell({ kind: 'open', epoch: this.epoch, ...this.host.contents() })
    for (const message of this.wanted.values()) this.tell(message)
    this.watch()
  }

  /** Starts anew after giving up, or where the author wants it. */
  restart(): void {
    this.starts = 0
    this.again()
  }

  private again(): void {
    this.given = false
    this.thread.terminate()
    this.host.onFailure('')
    this.start()
  }

  /** Whether a turnover of this version is one of the work as it is now. */
  isCurrent(version: number): boolean {
    return version === this.version
  }

  steps(steps: object[]): void {
    if (this.given) {
      // What an edit may have mended is tried again.
      this.restart()
      return
    }
    this.tell({ kind: 'steps', version: this.version, steps })
    this.version += steps.length
    this.watch()
  }

  picture(picture: PictureFacts): void {
    this.tell({ kind: 'picture', picture })
    this.watch()
  }

  /** Asked now and after every turnover, of this thread and of those that come after it. */
  want(message: Extract<ToTurnover, { kind: 'draw' | 'why' | 'search' | 'symbols' | 'indexed' }>): void {
    this.wanted.set(message.kind, message)
    this.tell(message)
  }

  /** The thread, at rest, where it can serve another work as well as a new one; null where it was ended. */
  end(): Thread | null {
    clearInterval(this.timer)
    this.ended = true
    if (this.waiting || this.given || this.lacks || this.starts > 0) {
      this.thread.terminate()
      return null
    }
    this.thread.postMessage({ kind: 'rest' })
    return this.thread
  }

  private tell(message: ToTurnover): void {
    if (this.waiting) this.waiting.push(message)
    else this.thread.postMessage(message)
  }

  /** While a turnover is owed the thread is asked whether it is there; a page that slept asks once, and is answered. */
  private watch(): void {
    if (this.timer !== undefined) return
    this.unanswered = 0
    this.timer = setInterval(() => {
      if (this.unanswered >= supervision.mostUnanswered) {
        this.broken('it did not answer any more')
        return
      }
      this.unanswered++
      if (!this.waiting) this.thread.postMessage({ kind: 'ping' })
    }, supervision.interval)
  }

  private rest(): void {
    clearInterval(this.timer)
    this.timer = undefined
  }

  private broken(reason: string): void {
    this.rest()
    if (this.starts < mostStarts) {
      this.starts++
      this.again()
      return
    }
    this.given = true
    this.thread.terminate()
    this.host.onFailure(reason)
  }

  private hear(message: FromTurnover & { epoch: number }): void {
    this.unanswered = 0
    if (message.kind === 'ready') {
      for (const early of this.waiting ?? []) this.thread.postMessage(early)
      this.waiting = null
      return
    }
    if (message.epoch !== this.epoch || message.kind === 'pong') return
    if (message.kind === 'failed') this.broken(message.message)
    else if (message.kind === 'turnover') {
      if (!this.isCurrent(message.summary.version)) return
      this.starts = 0
      this.rest()
      this.host.onTurnover(message)
    } else {
      if (message.kind === 'without') this.lacks = true
      this.host.hear(message)
    }
  }
}

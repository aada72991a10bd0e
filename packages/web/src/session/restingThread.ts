/** A thread that has nothing to do now: it has read its program, its letters and the formulas that are kept, for what comes next. */

/** As much of a thread as is needed of one. */
interface Ended {
  terminate(): void
  addEventListener(kind: 'error', hear: () => void): void
}

/** How long one rests before it is ended, in milliseconds: it holds some hundred megabytes. */
export const restMilliseconds = 120_000

export class RestingThread<Thread extends Ended> {
  private thread: Thread | null = null
  private ending: ReturnType<typeof setTimeout> | undefined

  constructor(private readonly make: () => Thread) {}

  /** The one that rests, or a new one. */
  take(): Thread {
    const thread = this.thread ?? this.begin()
    this.thread = null
    clearTimeout(this.ending)
    return thread
  }

  /** Takes back one that works as it should, and has let go of its work. */
  keep(thread: Thread): void {
    this.end()
    this.thread = thread
    this.ending = setTimeout(() => this.end(), restMilliseconds)
  }

  /** A work will be opened: what its pages need is read meanwhile. */
  beginAhead(): void {
    if (!this.thread) this.keep(this.begin())
  }

  private begin(): Thread {
    const thread = this.make()
    // One that fails while nobody hears it is not given to a work.
    thread.addEventListener('error', () => this.thread === thread && this.end())
    return thread
  }

  private end(): void {
    clearTimeout(this.ending)
    this.thread?.terminate()
    this.thread = null
  }
}

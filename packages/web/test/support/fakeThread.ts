/** A thread that does nothing by itself: a test says what it says, and looks at what it heard. */
import type { Thread } from '../../src/session/pagesClient.ts'
import type { FromTurnover, ToTurnover } from '../../src/workers/protocol.ts'

export class FakeThread implements Thread {
  readonly heard: ToTurnover[] = []
  ended = false
  private readonly hear: Record<string, ((event: never) => void)[]> = {}
  postMessage(message: ToTurnover): void {
    this.heard.push(message)
  }
  terminate(): void {
    this.ended = true
  }
  addEventListener(kind: string, hear: (event: never) => void): void {
    this.hear[kind] = [...(this.hear[kind] ?? []), hear]
  }
  happen(kind: string, event: object): void {
    for (const hear of this.hear[kind] ?? []) hear(event as never)
  }
  /** Says something about the work as it was opened last. */
  say(message: FromTurnover, epoch = this.opened.epoch): void {
    this.happen('message', { data: { ...message, epoch } })
  }
  get opened(): Extract<ToTurnover, { kind: 'open' }> {
    return this.heard.filter(message => message.kind === 'open').at(-1) ?? ({ epoch: -1 } as never)
  }
}

/** What formulas say to those who listen, written beside them when the processor has nothing else to do. */
import { mathMl } from '@steady-ledger/core/formulas/mathml.ts'
import { speakMathMl } from '@steady-ledger/core/formulas/spoken/speak.ts'
import { whenIdle } from '../app/whenIdle.ts'

/** Elements whose formula is still to be said. */
const waiting = new Map<HTMLElement, () => string>()
let asked = false

/** Time left of an idle moment under which the next formula waits for another one, in milliseconds. */
const least = 3

/** Says in an element what its formula says in a language. */
export function sayFormula(dom: HTMLElement, source: string, language: string): void {
  waiting.set(dom, () => speakMathMl(mathMl(source, true) ?? '', language) || source)
  ask()
}

function ask(): void {
  if (asked) return
  asked = true
  whenIdle(work, 2000)
}

function work(left: () => number): void {
  asked = false
  for (const [dom, words] of waiting) {
    waiting.delete(dom)
    if (dom.isConnected) dom.firstElementChild?.setAttribute('aria-label', words())
    if (left() < least) break
  }
  if (waiting.size) ask()
}

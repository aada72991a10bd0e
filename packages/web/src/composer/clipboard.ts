/** Formulas on the clipboard: as MathML, as plain typed words, and as what other programs put there. */

import { mathMl } from '@steady-ledger/core/formulas/mathml.ts'
import { readXml } from '@steady-ledger/core/formulas/tree/mathElement.ts'
import { readFormula } from '@steady-ledger/core/formulas/tree/readFormula.ts'
import { readMathMl } from '@steady-ledger/core/formulas/tree/readMathMl.ts'
import type { Row } from '@steady-ledger/core/formulas/tree/terms.ts'
import { writeMathMl } from '@steady-ledger/core/formulas/tree/writeMathMl.ts'
import { writeNotation } from '@steady-ledger/core/formulas/tree/writeNotation.ts'
import { writeWords } from '@steady-ledger/core/formulas/tree/writeWords.ts'
import { finished } from '@steady-ledger/core/formulas/typing/leave.ts'
import { endWord, typeText } from '@steady-ledger/core/formulas/typing/type.ts'
import { writingOf } from '@steady-ledger/core/formulas/typing/writing.ts'

const ownType = 'application/x-steady-ledger-formula'
/** Longer texts are no formula that someone copied. */
const longest = 20_000

export function copyFormula(data: DataTransfer, row: Row): void {
  const made = finished(row)
  const notation = writeNotation(made)
  data.setData(ownType, notation)
  data.setData('text/html', mathMl(notation, true) ?? writeMathMl(made, true))
  data.setData('text/plain', writeWords(made))
}

/** What is on the clipboard as a formula; what cannot be read is said. */
export function pastedFormula(data: DataTransfer): { row: Row } | { wrong: string } {
  const own = data.getData(ownType)
  try {
    if (own) return { row: readFormula(own) }
    const text = data.getData('text/plain')
    const html = data.getData('text/html')
    if (Math.max(text.length, html.length) > longest) return { wrong: 'What is on the clipboard is longer than a formula can be.' }
    const math = mathIn(html) ?? mathIn(text)
    if (math) return { row: readMathMl(readXml(math)) }
    if (!text.trim()) return { wrong: 'There is no formula on the clipboard, and no text.' }
    return { row: finished(endWord(typeText(writingOf([]), text.replace(/\s+/g, ' ').trim())).row) }
  } catch (error) {
    return { wrong: `What is on the clipboard cannot be read as a formula: ${(error as Error).message}` }
  }
}

/** The first formula in a text of markup, well-formed. The markup is parsed by the browser without running or loading anything of it. */
function mathIn(text: string): string | undefined {
  if (!/<(?:\w+:)?math[\s>]/i.test(text)) return undefined
  const parsed = new DOMParser().parseFromString(text.replace(/<(\/?)\w+:(m\w+)/g, '<$1$2'), 'text/html')
  const math = parsed.querySelector('math')
  return math ? new XMLSerializer().serializeToString(math) : undefined
}

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
import type { Slice } from '@tiptap/pm/model'

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

/** HTML in which formulas of other programs are formulas of ours. What of them cannot be read stays as its letters. */
export function withFormulas(html: string): string {
  if (!holdsMath.test(html)) return html
  const { body } = parsed(html)
  for (const math of body.querySelectorAll('math')) {
    try {
      const formula = document.createElement('span')
      formula.dataset.kind = 'formula'
      formula.dataset.attributes = JSON.stringify({ formula: writeNotation(readMathMl(readXml(wellFormed(math)))) })
      math.replaceWith(formula)
    } catch {
      math.replaceWith(math.textContent ?? '')
    }
  }
  return body.innerHTML
}

/** What is copied from the text, as plain text: formulas read as they are typed. */
export const plainTextOf = ({ content }: Slice): string =>
  content.textBetween(0, content.size, '\n\n', leaf => formulaWords(leaf.attrs.formula))

function formulaWords(source: unknown): string {
  if (typeof source !== 'string') return ''
  try {
    return writeWords(readFormula(source))
  } catch {
    return ''
  }
}

const holdsMath = /<(?:\w+:)?math[\s>]/i

/** Markup is parsed by the browser without running or loading anything of it. */
const parsed = (text: string): Document => new DOMParser().parseFromString(text.replace(/<(\/?)\w+:(m\w+)/g, '<$1$2'), 'text/html')

/** The first formula in a text of markup. */
function mathIn(text: string): string | undefined {
  const math = holdsMath.test(text) ? parsed(text).querySelector('math') : null
  return math ? wellFormed(math) : undefined
}

/** A formula as XML. What a program notes in it for itself is not believed: the notation least of all. */
function wellFormed(math: Element): string {
  for (const element of [math, ...math.querySelectorAll('*')])
    for (const { name } of [...element.attributes]) if (name.startsWith('data-')) element.removeAttribute(name)
  return new XMLSerializer().serializeToString(math)
}

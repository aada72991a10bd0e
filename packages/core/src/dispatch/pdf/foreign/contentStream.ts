/** Content streams (ISO 32000-1, 7.8.2): the operators of one that comes from elsewhere, with their places in it. */

export interface Operation {
  operator: string
  /** From the first operand to behind the operator, in bytes. */
  from: number
  to: number
  /** The last name among the operands, without its slash; empty where there is none. */
  name: string
}

/** What a stream is written in that cannot be read. */
export class NotContent extends Error {}

const space = new Set([0, 9, 10, 12, 13, 32])
const code = (sign: string): number => sign.charCodeAt(0)
const delimiters = new Set([...'()<>[]{}/%'].map(code))
const [open, close, less, greater, slash, percent, backslash] = [...'()<>/%\\'].map(code) as [
  number,
  number,
  number,
  number,
  number,
  number,
  number,
]
const isNumber = /^[+-]*(?:\d+\.?\d*|\.\d+)(?:-\d*)?$/
const isValue = /^(?:true|false|null)$/

/** Throws where strings do not end, or where a picture stands in the stream itself, whose bytes may look like anything. */
export function* operationsIn(bytes: Uint8Array): Generator<Operation> {
  let at = 0
  let from = -1
  let name = ''
  const regular = (): string => {
    const start = at
    while (at < bytes.length && !space.has(bytes[at]!) && !delimiters.has(bytes[at]!)) at++
    return String.fromCharCode(...bytes.subarray(start, Math.min(at, start + 200)))
  }
  while (at < bytes.length) {
    const sign = bytes[at]!
    if (space.has(sign)) at++
    else if (sign === percent) while (at < bytes.length && bytes[at] !== 10 && bytes[at] !== 13) at++
    else {
      if (from < 0) from = at
      if (sign === open) at = endOfString(bytes, at)
      else if (sign === slash) {
        at++
        name = regular()
      } else if (sign === less && bytes[at + 1] !== less) {
        while (at < bytes.length && bytes[at] !== greater) at++
        if (++at > bytes.length) throw new NotContent('a string does not end')
      } else if (delimiters.has(sign)) at++
      else {
        const word = regular()
        if (isNumber.test(word) || isValue.test(word)) continue
        if (word === 'BI') throw new NotContent('a picture in the stream')
        yield { operator: word, from, to: at, name }
        from = -1
        name = ''
      }
    }
  }
}

function endOfString(bytes: Uint8Array, from: number): number {
  let depth = 0
  for (let at = from; at < bytes.length; at++) {
    const sign = bytes[at]
    if (sign === backslash) at++
    else if (sign === open) depth++
    else if (sign === close && --depth === 0) return at + 1
  }
  throw new NotContent('a string does not end')
}

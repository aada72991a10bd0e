/** Where a line of print may end in a text: read from the items that a paragraph is set from. */

import { words } from '../../src/pages/setting.ts'
import { Items } from '../../src/type/breakLines.ts'
import { fillItems } from '../../src/type/runItems.ts'
import { readyStyles } from '../../src/work/parts/readyStyles.ts'
import { fonts } from './work.ts'

const style = readyStyles[0]!.make().body

const items = new Items()

/** UTF-16 indices in the text, behind the spaces at which a line ends. */
export function lineEndsIn(text: string): number[] {
  const run = words(text, { ...style, size: 10 })
  const chunks = fillItems(items, [run], fonts, {
    measure: 4000,
    indent: 0,
    style,
    hyphenate: false,
    language: 'en',
    exceptions: new Map(),
  })
  const ends: number[] = []
  let at = 0
  let begun = -1
  /** Goes over so many letters of a text, and over soft hyphens, which are not printed. */
  const behind = (from: number, letters: number): number => {
    let to = from
    for (let left = letters; left > 0; to++) if (text[to] !== '\u00ad') left--
    return to
  }
  for (let i = 0; i < items.count; i++) {
    const number = items.payload[i]!
    if (items.isBox(i) && number >= 0) {
      if (number === begun) continue
      begun = number
      while (
        /[ \t-\r\u0085\u2028\u2029\u00ad]/.test(text[at] ?? '') ||
        (text[at] === '\u00a0' && !chunks[number]!.shape!.text.startsWith('\u00a0'))
      )
        at++
      at = behind(at, chunks[number]!.shape!.text.length)
    } else if (items.flagged[i]) {
      const from = at - chunks[begun]!.shape!.text.length - [...text.slice(0, at)].filter(sign => sign === '\u00ad').length
      let to = behind(Math.max(0, from), number % 256)
      while (text[to] === '\u00ad') to++
      ends.push(to)
    } else if (items.isGlue(i) && number >= 0) {
      const spaces = /^[ \t-\r\u0085\u2028\u2029]*/.exec(text.slice(at))![0].length
      if (items.mayBreak(i) || (items.isPenalty(i - 1) && items.mayBreak(i - 1))) ends.push(at + spaces)
      at += spaces
    } else if (items.isPenalty(i) && items.mayBreak(i) && !items.isGlue(i + 1)) ends.push(at)
  }
  return [...new Set(ends)].filter(end => end > 0 && end < text.length)
}

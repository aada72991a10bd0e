/** Lines of plain text of a width: words that are wider stand by themselves. */

/** Words of a text filled into lines. `indent` is that of all lines but the first, which begins with `opening`. */
export function filled(text: string, width: number, opening = '', indent = ' '.repeat(opening.length)): string[] {
  const lines: string[] = []
  let line = opening
  let length = lengthOf(opening)
  let empty = true
  // No-break spaces hold their words together.
  for (const word of text.split(/[ \t\r\n]+/).filter(Boolean)) {
    const own = lengthOf(word)
    if (!empty && length + 1 + own > width) {
      lines.push(line)
      line = indent + word
      length = lengthOf(indent) + own
    } else {
      line = empty ? line + word : `${line} ${word}`
      length += own + Number(!empty)
    }
    empty = false
  }
  lines.push(line)
  return lines.map(each => each.replaceAll('\u00a0', ' ').trimEnd())
}

const segments = new Intl.Segmenter('en', { granularity: 'grapheme' })
/** Letters of Latin and Greek, numerals and common signs are one sign each: most texts have nothing else, and need not be looked through. */
const single = /^[\u0020-\u02ff\u0370-\u03ff\u1e00-\u1fff\u2010-\u2027\u2030-\u205e\u2070-\u20a0\u2190-\u23ff]*$/
/** How many signs a reader counts. */
export const lengthOf = (text: string): number => (single.test(text) ? text.length : [...segments.segment(text)].length)

export const padded = (text: string, width: number, align: 'left' | 'right' | 'centre' = 'left'): string => {
  const room = Math.max(0, width - lengthOf(text))
  const before = align === 'right' ? room : align === 'centre' ? room >> 1 : 0
  return ' '.repeat(before) + text + ' '.repeat(room - before)
}

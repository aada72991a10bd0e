/** Lines of plain text of a width: words that are wider stand by themselves. */

/** Words of a text filled into lines. `indent` is that of all lines but the first, which begins with `opening`. */
export function filled(text: string, width: number, opening = '', indent = ' '.repeat(opening.length)): string[] {
  const lines: string[] = []
  let line = opening
  let empty = true
  // No-break spaces hold their words together.
  for (const word of text.split(/[ \t\r\n]+/).filter(Boolean)) {
    const longer = empty ? line + word : `${line} ${word}`
    if (!empty && lengthOf(longer) > width) {
      lines.push(line)
      line = indent + word
    } else line = longer
    empty = false
  }
  lines.push(line)
  return lines.map(each => each.replaceAll('\u00a0', ' ').trimEnd())
}

const segments = new Intl.Segmenter('en', { granularity: 'grapheme' })
/** How many signs a reader counts. */
export const lengthOf = (text: string): number => [...segments.segment(text)].length

export const padded = (text: string, width: number, align: 'left' | 'right' | 'centre' = 'left'): string => {
  const room = Math.max(0, width - lengthOf(text))
  const before = align === 'right' ? room : align === 'centre' ? room >> 1 : 0
  return ' '.repeat(before) + text + ' '.repeat(room - before)
}

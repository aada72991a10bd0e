/** Finding words on the pages: over line ends and hyphens, regardless of capitals. */
import type { Page } from './page.ts'

/** Where a match stands, in points from the top left corner of its page: a rectangle for each word it touches. */
export interface PageMatch {
  page: number
  /** The match with some of the text around it, and where in it the match is (UTF-16 indices). */
  excerpt: string
  from: number
  to: number
  areas: { x: number; y: number; width: number; height: number }[]
}

interface Word {
  /** UTF-16 indices in the text of the page. */
  from: number
  to: number
  x: number
  y: number
  width: number
  height: number
}
interface PageText {
  text: string
  words: Word[]
}

const texts = new WeakMap<Page, PageText>()
const around = 34

function textOf(page: Page): PageText {
  let found = texts.get(page)
  if (found) return found
  found = { text: '', words: [] }
  for (const { x, y, box } of page.placed)
    for (const mark of box.marks) {
      if (mark.kind !== 'line') continue
      for (const piece of mark.line.pieces) {
        if (!('shape' in piece)) continue
        const last = found.words.at(-1)
        const left = x + mark.x + piece.x
        const baseline = y + mark.baseline
        const sameLine = last && Math.abs(last.y + last.height * 0.8 - baseline) < 1
        // Pieces that touch are one word; everything else has a space between.
        if (last && !(sameLine && left - (last.x + last.width) < piece.size * 0.1)) found.text += ' '
        const from = found.text.length
        found.text += piece.shape.text
        const width = piece.shape.width * piece.size
        found.words.push({ from, to: found.text.length, x: left, y: baseline - piece.size * 0.8, width, height: piece.size })
      }
      if (mark.line.hyphenated && found.text.endsWith('-')) {
        // The next line goes on with the same word.
        found.text = `${found.text.slice(0, -1)}\u0000`
      }
    }
  found.text = found.text.replaceAll('\u0000 ', '\u0000\u0000')
  texts.set(page, found)
  return found
}

/** All matches in order of reading, up to a limit; none for an empty query. */
export function searchPages(pages: Page[], query: string, limit: number): PageMatch[] {
  const wanted = query.trim().toLocaleLowerCase().replace(/\s+/g, ' ')
  const matches: PageMatch[] = []
  if (!wanted) return matches
  // A division at a line end may stand anywhere within the words that are looked for.
  const pattern = new RegExp(
    [...wanted].map(sign => sign.replace(/[\\^$.*+?()[\]{}|/]/g, '\\$&').replace(' ', '[ \u00a0]')).join('\u0000*'),
    'g',
  )
  for (const page of pages) {
    const { text, words } = textOf(page)
    for (const match of text.toLocaleLowerCase().matchAll(pattern)) {
      const to = match.index + match[0].length
      const start = Math.max(0, match.index - around)
      const clean = (part: string): string => part.replaceAll('\u0000', '')
      const before = clean(text.slice(start, match.index))
      const own = clean(text.slice(match.index, to))
      matches.push({
        page: page.index,
        excerpt: before + own + clean(text.slice(to, to + around)),
        from: before.length,
        to: before.length + own.length,
        areas: words.filter(word => word.from < to && word.to > match.index).map(({ x, y, width, height }) => ({ x, y, width, height })),
      })
      if (matches.length >= limit) return matches
    }
  }
  return matches
}

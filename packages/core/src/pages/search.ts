/** Finding words on the pages: over line ends, hyphens and page turns, regardless of capitals. */
import { widthOfPiece } from '../type/line.ts'
import type { Mark, Placed } from './box.ts'
import type { Page } from './page.ts'
import { onPage } from './turned.ts'

/** Where a match stands. Lengths in points from the top left corner of a page: a rectangle for each word it touches. */
export interface PageMatch {
  /** The page on which it begins. */
  page: number
  /** The match with some of the text around it, and where in it the match is (UTF-16 indices). */
  excerpt: string
  from: number
  to: number
  areas: { page: number; x: number; y: number; width: number; height: number }[]
}

interface Word {
  /** UTF-16 indices in the text it is read from. */
  from: number
  to: number
  page: number
  x: number
  y: number
  width: number
  height: number
}
interface ReadText {
  text: string
  words: Word[]
}

/** Stands for the hyphen of a divided word and the line end after it, so that indices stay what they are. */
const divided = '\u0000'
const around = 34

function read(placed: Placed[], page: number): ReadText {
  const found: ReadText = { text: '', words: [] }
  let before: { mark: Mark; right: number } | undefined
  for (const thing of placed)
    for (const mark of thing.box.marks) {
      if (mark.kind !== 'line') continue
      for (const piece of mark.line.pieces) {
        if (!('shape' in piece)) continue
        const last = found.words.at(-1)
        const left = mark.x + piece.x
        const width = widthOfPiece(piece)
        // Pieces that touch are one word; everything else has a space between.
        const touches = before?.mark === mark && !piece.spaced && Math.abs(left - before.right) < piece.size * 0.1
        if (last && !touches) found.text += ' '
        before = { mark, right: left + width }
        const from = found.text.length
        found.text += piece.shape.text
        const area = onPage(thing, { x: left, y: mark.baseline - piece.size * 0.8, width, height: piece.size })
        found.words.push({ from, to: found.text.length, page, ...area })
      }
      // The next line goes on with the same word.
      if (mark.line.hyphenated && found.text.endsWith('-')) found.text = found.text.slice(0, -1) + divided
    }
  found.text = found.text.replaceAll(`${divided} `, divided + divided)
  return found
}

const texts = new WeakMap<Page, { whole: ReadText; running: ReadText }>()

/** All that stands on a page, and of it the text that runs on to the next: floats and notes do not. */
function textsOf(page: Page): { whole: ReadText; running: ReadText } {
  let found = texts.get(page)
  if (!found) {
    const runs = ({ box }: Placed): boolean => !box.float && !box.marks.some(mark => mark.kind === 'line' && mark.tag === 'Note')
    found = { whole: read(page.placed, page.index), running: read(page.placed.filter(runs), page.index) }
    texts.set(page, found)
  }
  return found
}

/** The end of one page and the beginning of the next as one text, no longer than a match could need; `turn` is where the page turns. */
function overTurn(before: ReadText, after: ReadText, most: number): ReadText & { turn: number } {
  const cut = before.words.find(word => word.from >= before.text.length - most)?.from ?? before.text.length
  const end = before.text.slice(cut)
  const text = `${end}${end.endsWith(divided) ? divided : ' '}`
  const beginning = after.text.slice(0, most)
  return {
    text: text + beginning,
    words: [
      ...before.words.filter(({ from }) => from >= cut).map(word => ({ ...word, from: word.from - cut, to: word.to - cut })),
      ...after.words.filter(({ from }) => from < most).map(word => ({ ...word, from: word.from + text.length, to: word.to + text.length })),
    ],
    turn: end.length,
  }
}

/** All matches in order of reading, up to a limit; none for an empty query. */
export function searchPages(pages: Page[], query: string, limit: number): PageMatch[] {
  const wanted = query.trim().toLocaleLowerCase().replace(/\s+/g, ' ')
  const matches: PageMatch[] = []
  if (!wanted) return matches
  // A division at a line end may stand anywhere within the words that are looked for.
  const pattern = new RegExp(
    [...wanted].map(sign => sign.replace(/[\\^$.*+?()[\]{}|/]/g, '\\$&').replace(' ', '[ \u00a0]')).join(`${divided}*`),
    'g',
  )
  const look = ({ text, words }: ReadText, page: number, turn = -1): void => {
    for (const match of text.toLocaleLowerCase().matchAll(pattern)) {
      const to = match.index + match[0].length
      // What stands on one side of a page turn is found on its page.
      if (turn >= 0 && (match.index >= turn || to <= turn)) continue
      const clean = (part: string): string => part.replaceAll(divided, '')
      const before = clean(text.slice(Math.max(0, match.index - around), match.index))
      const own = clean(text.slice(match.index, to))
      matches.push({
        page,
        excerpt: before + own + clean(text.slice(to, to + around)),
        from: before.length,
        to: before.length + own.length,
        areas: words.filter(word => word.from < to && word.to > match.index).map(({ from: _from, to: _to, ...area }) => area),
      })
      if (matches.length >= limit) return
    }
  }
  for (const [order, page] of pages.entries()) {
    const { whole, running } = textsOf(page)
    look(whole, page.index)
    const next = pages[order + 1]
    if (next && matches.length < limit) {
      const joined = overTurn(running, textsOf(next).running, wanted.length * 2 + around)
      look(joined, page.index, joined.turn)
    }
    if (matches.length >= limit) break
  }
  return matches
}

/** Hyphens in the items of a paragraph: only a paragraph that whole words do not fill well has them. */
import type { Items } from './breakLines.ts'
import type { Fonts, HyphenPoint, Shape } from './fonts.ts'
import { divisionsOf, type Exceptions } from './hyphenation.ts'
import type { Run } from './inline.ts'
import type { Chunk } from './runItems.ts'

const hyphenCost = 60

/** Where a text may be divided, kept with its shape for the language and the exceptions last asked for. */
export function pointsOf(shape: Shape, fonts: Fonts, language: string, exceptions: Exceptions): readonly HyphenPoint[] {
  if (shape.divisions?.language === language && shape.divisions.exceptions === exceptions) return shape.divisions.points
  const word = /\p{L}{5,}/u.exec(shape.text)
  const places = word ? (exceptions.get(word[0].toLowerCase()) ?? divisionsOf(word[0], language)) : []
  const points = pointsAt(
    shape,
    places.map(place => word!.index + place),
    fonts,
  )
  shape.divisions = { language, exceptions, points }
  return points
}

/** What a text measures where it is divided at places in it, UTF-16 indices in their order. */
export function pointsAt(shape: Shape, places: readonly number[], fonts: Fonts): HyphenPoint[] {
  const face = fonts[shape.face]!
  let sum = 0
  let glyph = 0
  return places.map(at => {
    while (glyph < shape.glyphs.length && shape.clusters[glyph]! < at) sum += shape.advances[glyph++]!
    return {
      at,
      sum,
      before: face.shape(`${shape.text.slice(0, at)}-`, shape.features).width,
      after: face.shape(shape.text.slice(at), shape.features).width,
    }
  })
}

/** Fills `divided` with the items, words divided wherever they may be. Payloads of hyphens are chunk numbers times 256 plus the UTF-16 index. */
export function divideWords(
  divided: Items,
  items: Items,
  chunks: Chunk[],
  fonts: Fonts,
  { language, exceptions }: { language: string; exceptions: Exceptions },
): void {
  divided.clear(items.letterFit)
  for (let i = 0; i < items.count; i++) {
    const number = items.payload[i]!
    const chunk = number >= 0 && items.isBox(i) ? chunks[number]! : null
    if (chunk?.shape && chunk.run.divisible && !chunk.divided && chunk.shape.text.length > 4)
      boxesWithHyphens(divided, chunk.shape, chunk.run, number, pointsOf(chunk.shape, fonts, chunk.run.language ?? language, exceptions), 1)
    else divided.copy(items, i)
  }
}

/** `flagged` as in the items: whether it is the author who divides. */
export function boxesWithHyphens(
  items: Items,
  shape: Shape,
  run: Run,
  number: number,
  points: readonly HyphenPoint[],
  flagged: 1 | 2,
): void {
  let sum = 0
  for (const point of points) {
    items.word((point.sum - sum) * run.size, number)
    sum = point.sum
    items.penalty(
      hyphenCost,
      (point.before - point.sum) * run.size,
      (point.after - (shape.width - point.sum)) * run.size,
      flagged,
      number * 256 + point.at,
    )
  }
  items.word((shape.width - sum) * run.size, number)
}

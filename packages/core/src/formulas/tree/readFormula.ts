/** A formula of a work as rows and terms. */
import { readNotation } from '../mathml.ts'
import { readXml } from './mathElement.ts'
import { readMathMl } from './readMathMl.ts'
import type { Row } from './terms.ts'
import { writeNotation } from './writeNotation.ts'

/** The letters and signs of what a notation is read into, in their order: what must not be lost. */
const tokens = (mathMl: string): string =>
  [...mathMl.matchAll(/<(?:mi|mn|mo|mtext)[^>]*>([^<]*)</g)]
    .map(([, text]) => text!.replace(/&#x20(0B|61|62|63|64);|\s|&#xA0;/gi, ''))
    .join('')

/**
 * Reads the notation. A formula that would lose a letter or a sign on the way is kept as one part that can be moved, added to and
 * removed, and not taken apart. Throws where the notation cannot be read, and says why.
 */
export function readFormula(source: string): Row {
  if (!source.trim()) return []
  const read = readNotation(source)
  const row = readMathMl(readXml(read))
  return tokens(readNotation(writeNotation(row))) === tokens(read) ? row : [{ kind: 'kept', source }]
}

/** What the references, and the mentions, of a work say, in the order of the text; spaces that do not break as usual ones. */
import { textOfPieces } from '../../src/content/pieces.ts'
import { scanDivision } from '../../src/numbers/scan.ts'
import type { Turnover } from '../../src/turnover/turnover.ts'

export const saidIn = (turnover: Turnover): string[] =>
  turnover.work.doc.children.flatMap(node =>
    scanDivision(node).references.map(({ node: reference, occurrence }) =>
      textOfPieces(turnover.wordingOf(reference, occurrence)).replaceAll('\u00a0', ' '),
    ),
  )

export const mentionsIn = (turnover: Turnover): string[] =>
  turnover.work.doc.children.flatMap(node =>
    scanDivision(node).mentions.map(({ node: mention, occurrence }) =>
      textOfPieces(turnover.wordingOf(mention, occurrence)).replaceAll('\u00a0', ' '),
    ),
  )

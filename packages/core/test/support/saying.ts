/** What the references of a work say, in the order of the text; spaces that do not break as usual ones. */
import { textOfPieces } from '../../src/content/pieces.ts'
import { scanDivision } from '../../src/numbers/scan.ts'
import type { Turnover } from '../../src/turnover/turnover.ts'

export const saidIn = (turnover: Turnover): string[] =>
  turnover.work.doc.children.flatMap(node =>
    scanDivision(node).references.map(({ node: reference, occurrence }) =>
      textOfPieces(turnover.wordingOf(reference, occurrence)).replaceAll('\u00a0', ' '),
    ),
  )

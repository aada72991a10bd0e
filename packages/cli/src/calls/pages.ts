import { entriesOf } from '@steady-ledger/core/content/lists/entries.ts'
import { textOfPieces } from '@steady-ledger/core/content/pieces.ts'
import { indexRows } from '@steady-ledger/core/dispatch/indexRows.ts'
import { isGenerated } from '@steady-ledger/core/numbers/scan.ts'
import { division, plainText } from '@steady-ledger/core/work/schema.ts'
import { type Call, printJson } from '../call.ts'
import { openWork } from '../input.ts'
import { turnOver } from '../turnOver.ts'

export const pagesCall: Call = async given => {
  const { turnover } = await turnOver(await openWork(given))
  const { work, pages, pageIndexOf, ledger, textOf, rounds, settled, reserved } = turnover
  const label = (id: string): string => pages[pageIndexOf.get(id) ?? -1]?.label ?? ''
  await printJson({
    rounds,
    settled,
    reserved,
    pages: pages.map(page => ({
      label: page.label,
      side: page.side,
      blocks: [...new Set(page.placed.map(({ box }) => box.block).filter(Boolean))],
    })),
    lists: work.doc.children.filter(isGenerated).map(node => ({
      id: division(node).id,
      title: plainText(node.firstChild!),
      entries: entriesOf(node, work.doc, ledger, work.houseStyle.contents).map(({ id, number, text, identity, line }) => ({
        id,
        number,
        text: textOf(text, identity),
        // A line above others says no page.
        page: line ? '' : label(id),
      })),
    })),
    shortForms: (['abbreviations', 'symbols'] as const)
      .filter(role => work.doc.children.some(node => division(node).role === role))
      .map(role => ({
        list: role,
        entries: turnover
          .rowsOf(role)
          .map(({ id, short, full, unit, page }) => ({ id, short: textOfPieces(short), full, unit: textOfPieces(unit), page: page ?? '' })),
      })),
    indexes: indexRows(turnover),
  })
  return 0
}

import { saysFormula } from '../../numbers/item.ts'
import type { Entry } from '../../numbers/ledger.ts'
import { scanDivision } from '../../numbers/scan.ts'
import { findBlock } from '../../work/commands/sections.ts'
import { isKind } from '../../work/kinds/index.ts'
import type { Node } from '../../work/schema.ts'
import { divisionCheck } from '../check.ts'
import type { Remedy } from '../finding.ts'

/** A reference by number to something that has neither a number nor words to be called by. */
export const refersToUnnumbered = divisionCheck('refersToUnnumbered', {
  title: 'References by number to what carries none',
  weight: 'shouldMend',
  *look({ division, turnover: { ledger, work } }) {
    for (const { node, targets, holder } of scanDivision(division).references) {
      if (!isKind(node, 'reference') || node.attrs.wording === 'page') continue
      for (const target of targets) {
        const entry = ledger.byId.get(target)
        if (!entry || entry.number || (entry.item.text?.textContent.trim() && !saysFormula(entry.item))) continue
        yield {
          message: `A reference says “${entry.names.one}” and no number: what it leads to carries none.`,
          advice: 'Number what it leads to, or say it in words of your own.',
          place: holder,
          ...(isSetWithout(work.doc, entry) ? { remedy: numberIt(target) } : {}),
        }
      }
    }
  },
})

const numberIt = (block: string): Remedy => ({
  does: 'setAttribute',
  block,
  attribute: 'numbered',
  expected: false,
  value: true,
  says: 'Number it',
})

/** Whether its author set it to stand without a number: what has none for other reasons gets none by being told to. */
const isSetWithout = (doc: Node, { id, item }: Entry): boolean =>
  item.kind === 'series' && doc.nodeAt(findBlock(doc, id))?.attrs.numbered === false

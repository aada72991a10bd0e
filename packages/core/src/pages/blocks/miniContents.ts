import { sectionEntries } from '../../content/lists/entries.ts'
import type { NodeOfKind } from '../../work/kinds/index.ts'
import type { Node } from '../../work/schema.ts'
import { box, space } from '../box.ts'
import type { BlockHandler, Place, Setting } from '../setting.ts'
import { generatedList } from './generatedList.ts'

/** Space around the list, in lines of the body. */
const around = 0.7

/** What stands in the division that holds it. */
export const miniEntries = ({ attrs: { depth } }: Node & NodeOfKind<'miniContents'>, { ledger }: Setting, { division }: Place) =>
  sectionEntries(ledger, division, depth)

/** The headings of a division at its head, between spaces. */
export const miniContents: BlockHandler<'miniContents'> = (node, setting, place) => {
  const { id } = node.attrs
  const gap = space(setting.houseStyle.body.leading * around)
  return [box(0, [], { block: id, begins: [id] }), gap, ...generatedList(id, miniEntries(node, setting, place), setting), gap]
}

/** Plain items for the engine of numbers, without a document. */
import type { NumberedItem } from '../../src/numbers/item.ts'
import type { KindName } from '../../src/work/kinds/index.ts'

const base = { label: '', text: null }

/** An item of a kind; `series` names the series (or block) it is of, `level` that of a heading, `partOf` what it is a part of. */
export function anItem(id: string, kind: string, { series = '', level = 0, partOf = '', numbered = true } = {}): NumberedItem {
  const common = { ...base, id, numbered }
  switch (kind) {
    case 'heading':
      return { ...common, kind, block: 'heading', level, rules: 'main', startAt: null, listed: null, shortTitle: '' }
    case 'member':
      return { ...common, kind, block: 'panel', partOf }
    case 'note':
      return { ...common, kind, block: 'note', other: false }
    default:
      return { ...common, kind: 'series', block: series as KindName, series, shortText: null, tag: '' }
  }
}

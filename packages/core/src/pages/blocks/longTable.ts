/** A table that breaks over pages: between its rows; on every further page a line says what goes on, and the head rows stand again. */
import { continuedHead } from '../../content/captions.ts'
import { headRuns } from '../../type/inline.ts'
import type { HouseStyle } from '../../work/parts/houseStyle.ts'
import { seriesRule } from '../../work/parts/scheme.ts'
import { type Box, box, costs, lineBoxes, type StripItem, space } from '../box.ts'
import { type Setting, setWords } from '../setting.ts'
import { moved } from './caption.ts'
import { rulesOf, unsaid } from './grid.ts'
import type { PlacedGrid, SetTable } from './table.ts'

export function longTable(set: SetTable, setting: Setting): StripItem[] {
  const { float } = setting.houseStyle
  const { id, caption, parts, notes, above } = set
  const captionBox = (before: number, more: Partial<Box>): Box =>
    box(caption.height + float.captionGap, before ? caption.marks.map(mark => moved(mark, 0, before)) : caption.marks, {
      block: id,
      notes: caption.notes,
      ...more,
    })
  const continued = continuedBoxes(set.id, set.series, setting, set.x)
  const cut = parts.map(part => partBoxes(part, id, continued, setting.houseStyle.tableRules))
  const last = cut.at(-1)?.body ?? []
  // The notes stay with the last rows.
  if (notes.height) last.push(box(notes.height, notes.marks, { block: id, notes: notes.notes }))
  const beforeNotes = notes.height ? last.at(-2) : undefined
  if (beforeNotes) beforeNotes.breakAfter = Infinity
  const end = last.at(-1)
  if (end) end.breakAfter = above ? 0 : Infinity
  const first = above ? captionBox(0, { begins: [id], breakAfter: Infinity }) : null
  const closing = above ? null : captionBox(float.captionGap, {})
  const strip = cut.flatMap(({ heads, body }) => [...heads, ...body])
  if (!first && strip[0]) strip[0].begins = [id, ...strip[0].begins]
  return [space(float.before), ...(first ? [first] : []), ...strip, ...(closing ? [closing] : []), space(float.after)]
}

/** The rows of a part: what heads it, and what may be cut; each row brings what has to stand again before it on a new page. */
function partBoxes(
  { id, head, rows, width, x }: PlacedGrid,
  tableId: string,
  continued: readonly Box[],
  rules: HouseStyle['tableRules'],
): { heads: Box[]; body: Box[] } {
  const boxes = rows.map((row, index) =>
    box(row.height, [...rulesOf(rows, index, width, rules).map(rule => moved(rule, x, 0)), ...row.marks.map(mark => moved(mark, x, 0))], {
      block: tableId,
      notes: row.notes,
      breakAfter: row.heads ? Infinity : costs.insideTable,
    }),
  )
  const heads = boxes.filter((_, index) => rows[index]?.heads)
  const body = boxes.filter((_, index) => !rows[index]?.heads)
  const repeated = [...continued, ...heads.map(({ height, marks }) => box(height, marks.map(unsaid)))]
  body.forEach((row, index) => {
    if (index > 0) row.repeated = repeated
  })
  // A row alone under its head, or alone at the head of a page, is not a table.
  for (const row of [body[0], body.at(-2)]) if (row && body.length > 2) row.breakAfter = costs.widow
  const words = head.height
    ? [box(head.height, head.marks, { block: tableId, begins: id === tableId ? [] : [id], notes: head.notes, breakAfter: Infinity })]
    : []
  return { heads: [...words, ...heads], body }
}

/** “Table 3.1, continued”, and the space below it; nothing for what has no number. */
export function continuedBoxes(id: string, series: string, setting: Setting, x = 0): Box[] {
  const { caption: style, float } = setting.houseStyle
  const entry = setting.ledger.byId.get(id)
  const head = continuedHead(entry, seriesRule(setting.scheme, series), setting.words)
  const runs = headRuns(head, style).map(({ whole: _whole, ...run }) => run)
  const lines = runs.length ? setWords(runs, setting, style, setting.measure) : []
  return [...lineBoxes(lines, { ...style, x, tag: 'Artifact', block: id }), box(float.captionGap, [])]
}

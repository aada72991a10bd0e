import type { Node } from 'prosemirror-model'
import { captionHead } from '../../content/captions.ts'
import { headRuns } from '../../type/inline.ts'
import { isKind } from '../../work/kinds/index.ts'
import { captionStyle } from '../../work/parts/houseStyle.ts'
import { seriesRule } from '../../work/parts/scheme.ts'
import { type Placement, seriesOf } from '../../work/schema.ts'
import { type Box, lineBoxes, type Mark, type StripItem, space } from '../box.ts'
import { type Setting, setText } from '../setting.ts'

/** The caption of a figure or table as one stack of marks, from its own top left corner. `measure` in points. */
export function captionStack(node: Node, setting: Setting, measure = setting.measure): { marks: Mark[]; height: number; notes: string[] } {
  const style = captionStyle(setting.houseStyle, seriesOf(node))
  const entry = setting.ledger.byId.get(node.attrs.id)
  const rule = seriesRule(setting.scheme, seriesOf(node))
  const text = node.firstChild!
  const { id } = node.attrs
  const head = captionHead(entry, rule, text.content.size > 0)
  if (head.length === 0 && text.content.size === 0) return { marks: [], height: 0, notes: [] }
  const lines = setText(text, setting, { style, measure, leadIn: headRuns(head, style), identity: `${id}.0` })
  const within = { within: [`${holderOf(node)} ${id}`, `Caption ${id}`] }
  return stack(lineBoxes(lines, { ...style, x: 0, tag: 'Caption', block: id, ...within }))
}

/** The structure element that holds a captioned block and its caption. */
const holderOf = (node: Node): string => (isKind(node, 'table') ? 'Table' : isKind(node, 'figure') ? 'Figure' : 'Div')

/** Boxes on top of each other as one list of marks. */
export function stack(boxes: { height: number; marks: Mark[]; notes: readonly string[] }[]): {
  marks: Mark[]
  height: number
  notes: string[]
} {
  const marks: Mark[] = []
  const notes: string[] = []
  let height = 0
  for (const box of boxes) {
    for (const mark of box.marks) marks.push(moved(mark, 0, height))
    notes.push(...box.notes)
    height += box.height
  }
  return { marks, height, notes }
}

export function moved(mark: Mark, right: number, down: number): Mark {
  if (mark.kind === 'line' || mark.kind === 'formula') return { ...mark, x: mark.x + right, baseline: mark.baseline + down }
  return { ...mark, x: mark.x + right, y: mark.y + down }
}

/** A figure or table as the strip takes it: a float, or, held where it is, a block between spaces that moves the break instead. */
export function stood(block: Box, node: Node, series: string, setting: Setting): StripItem[] {
  const placement = node.attrs.placement as Placement
  const { float } = setting.houseStyle
  if (placement === 'here') return [space(float.before), block, space(float.after)]
  return [{ ...block, float: { series, placement: placement === 'turned' ? 'page' : placement, before: float.before, after: float.after } }]
}

import type { Node } from 'prosemirror-model'
import { isKind } from '../../work/kinds/index.ts'
import { seriesRule } from '../../work/parts/scheme.ts'
import { seriesOf } from '../../work/schema.ts'
import { box, type Mark, type StripItem, space } from '../box.ts'
import type { BlockHandler, Setting } from '../setting.ts'
import { captionStack, moved, stood } from './caption.ts'
import { continuedBoxes } from './longTable.ts'
import { textOf } from './statement.ts'

/** Space between the frame and what it holds, in em of the body, and the thickness of the frame in points. */
const padding = 0.9
const thick = 0.5

/** Text in a frame under a caption of its own. One that no page can hold is set between two rules, and pages turn within it. */
export const textBox: BlockHandler<'box'> = (node, setting, place) => {
  const pad = setting.houseStyle.body.size * padding
  const inner: Setting = { ...setting, measure: setting.measure - 2 * pad }
  const caption = captionStack(node, inner, inner.measure)
  const gap = caption.height ? setting.houseStyle.float.captionGap : 0
  const above = seriesRule(setting.scheme, seriesOf(node)).captionPlace !== 'below'
  const text = textOf(node, [], setting.houseStyle.body, inner, place)
  // Space around lists and displays is for the text around them; here the frame gives it.
  while (text.at(-1)?.kind === 'space') text.pop()
  while (text[0]?.kind === 'space') text.shift()
  const captionBox = box(caption.height, caption.marks, { block: node.attrs.id, notes: caption.notes })
  for (const item of text) if (item.kind === 'box') item.marks = item.marks.map(mark => inDiv(mark, item.block, node.attrs.id))
  const strip: StripItem[] = above ? [captionBox, space(gap), ...text] : [...text, space(gap), captionBox]
  const held = strip.reduce((sum, item) => sum + (item.kind === 'fill' ? 0 : item.height), 0)
  const height = held + 2 * pad
  if (height + roomForNotes(node, setting) > setting.height) {
    const continued = setting.ledger.byId.get(node.attrs.id)?.number ? continuedBoxes(node.attrs.id, seriesOf(node), setting) : []
    for (const item of text.slice(1)) if (item.kind === 'box') item.repeated = continued
    return betweenRules(strip, node.attrs.id, setting)
  }
  const marks: Mark[] = frame(setting.measure, height)
  const notes: string[] = []
  const begins: string[] = [node.attrs.id]
  let y = pad
  for (const item of strip) {
    if (item.kind === 'fill') continue
    if (item.kind === 'box') {
      marks.push(...item.marks.map(mark => moved(mark, pad, y)))
      notes.push(...item.notes)
      begins.push(...item.begins)
    }
    y += item.height
  }
  return stood(box(height, marks, { block: node.attrs.id, begins, notes }), node, seriesOf(node), setting)
}

/**
 * About the height that the notes of a box ask for at the foot of its page: one whose notes would have to go over to the next is parted. It is
 * told from their letters alone, so that it is the same whatever references in them say.
 */
function roomForNotes(node: Node, { houseStyle: { note: style }, measure }: Setting): number {
  let lines = 0
  node.descendants(inner => {
    if (isKind(inner, 'note')) lines += Math.ceil(((inner.textContent.length + 4) * style.size * 0.52) / measure)
  })
  // Lines that begin with a raised number may be higher than others.
  return lines && (lines + 1.5) * style.leading * 1.25
}

/** What stands in a box is held by it, for readers that listen. */
function inDiv(mark: Mark, block: string, id: string): Mark {
  if (mark.kind === 'rule' || (mark.kind === 'line' && mark.tag === 'Artifact')) return mark
  const own = mark.within ?? (mark.kind === 'line' ? [`${mark.tag === 'Lbl' ? 'P' : mark.tag} ${block}`] : [`P ${block}`])
  return { ...mark, within: [`Div ${id}`, ...own] }
}

const frame = (width: number, height: number): Mark[] => [
  { kind: 'rule', x: 0, y: 0, width, height: thick },
  { kind: 'rule', x: 0, y: height - thick, width, height: thick },
  { kind: 'rule', x: 0, y: 0, width: thick, height },
  { kind: 'rule', x: width - thick, y: 0, width: thick, height },
]

function betweenRules(strip: StripItem[], id: string, { measure, houseStyle: { float } }: Setting): StripItem[] {
  const rule = (begins: string[], more: object): StripItem =>
    box(thick + 6, [{ kind: 'rule', x: 0, y: 3, width: measure, height: thick }], { block: id, begins, ...more })
  return [space(float.before), rule([id], { breakAfter: Infinity }), ...strip, rule([], { breakBefore: Infinity }), space(float.after)]
}

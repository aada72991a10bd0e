import { strongOf } from '../../type/faces.ts'
import type { Node } from '../../work/schema.ts'
import { wordsIn } from '../../work/words.ts'
import { lineBoxes, type StripItem, space } from '../box.ts'
import { type Setting, setWords, words } from '../setting.ts'
import { pinned } from './paragraph.ts'

/** The keywords of the work behind what they are called; nothing where it has none. */
export function keywords(node: Node, setting: Setting): StripItem[] {
  const { body, paragraphGap } = setting.houseStyle
  if (setting.keywords.length === 0) return []
  const style = { ...body, align: 'left' as const }
  const runs = [
    words(`${wordsIn(setting.language).keywords} `, style, { face: strongOf(style.face) }),
    words(setting.keywords.join(', '), style),
  ]
  const boxes = lineBoxes(setWords(runs, setting, style, setting.measure), {
    ...style,
    x: 0,
    tag: 'P',
    block: node.attrs.id,
    begins: [node.attrs.id],
  })
  const gap = space(Math.max(paragraphGap, body.leading * 0.7))
  return [gap, ...pinned(boxes, node.attrs.pin), gap]
}

import { keywordsLine } from '../../content/captions.ts'
import { keywordsOf } from '../../content/keywords.ts'
import { headRuns } from '../../type/inline.ts'
import { lineBoxes, space } from '../box.ts'
import { type BlockHandler, setWords } from '../setting.ts'
import { pinned } from './paragraph.ts'

/** The keywords of the work behind what they are called; nothing where it has none. */
export const keywords: BlockHandler<'keywords'> = (node, setting) => {
  const { body, paragraphGap } = setting.houseStyle
  const listed = keywordsOf(node.attrs.own, setting.keywords)
  if (listed.length === 0) return []
  const style = { ...body, align: 'left' as const }
  const runs = headRuns(keywordsLine(listed, setting.words), style).map(({ whole: _whole, ...run }) => run)
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

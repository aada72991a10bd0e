import { isKind } from '../../work/kinds/index.ts'
import { divisionCheck } from '../check.ts'

export const emptyParagraph = divisionCheck('emptyParagraph', {
  title: 'Empty paragraphs',
  weight: 'worthALook',
  *look({ division }) {
    // A division that holds nothing yet begins with one empty paragraph; that one is an invitation, not a mistake.
    if (division.childCount === 2) return
    for (const block of division.children) {
      if (!isKind(block, 'paragraph') || block.content.size > 0) continue
      const { id } = block.attrs
      yield {
        message: 'An empty paragraph prints as an empty line.',
        advice: 'Spacing comes from the house style; remove the paragraph.',
        place: id || division.attrs.id,
        remedy: { does: 'removeEmpty', block: id, says: 'Remove it' },
      }
    }
  },
})

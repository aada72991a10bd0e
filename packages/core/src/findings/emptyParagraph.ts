import { division } from '../work/schema.ts'
import type { Check, Finding } from './finding.ts'

export const emptyParagraph: Check = {
  name: 'emptyParagraph',
  title: 'Empty paragraphs',
  look: ({ work }) =>
    work.doc.children.flatMap((node, index) => {
      const found: Omit<Finding, 'check'>[] = []
      // A division that holds nothing yet begins with one empty paragraph; that one is an invitation, not a mistake.
      const begins = node.childCount === 2
      node.forEach(block => {
        if (block.type.name !== 'paragraph' || block.textContent.trim() || block.childCount > 0 || begins) return
        found.push({
          weight: 'worthALook',
          message: 'An empty paragraph prints as an empty line.',
          advice: 'Spacing comes from the house style; remove the paragraph.',
          place: block.attrs.id || division(node).id,
          division: index,
          remedy: { kind: 'removeBlock', block: block.attrs.id, says: 'Remove it' },
        })
      })
      return found
    }),
}

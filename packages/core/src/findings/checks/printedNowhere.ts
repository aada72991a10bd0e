import { isKind, type KindName, kindOf, traitsOf } from '../../work/kinds/index.ts'
import type { Node } from '../../work/schema.ts'
import { workCheck } from '../check.ts'

/** Whether a block has something to say on paper: words, a picture, a formula. */
function says(block: Node): boolean {
  let found = Boolean(traitsOf(block).picture) || isKind(block, 'equation')
  block.descendants(node => {
    if (node.isText ? node.text?.trim() : isKind(node, 'formula')) found = true
    return !found
  })
  return found
}

/** What a block is called where it is told of one that is nowhere. */
const nameOf = (kind: KindName): string => kind.replace(/[A-Z]/g, letter => ` ${letter.toLowerCase()}`)

export const printedNowhere = workCheck('printedNowhere', {
  title: 'What is printed nowhere',
  weight: 'mustMend',
  *look({ turnover: { work, pageIndexOf } }) {
    for (const [index, division] of work.doc.children.entries())
      for (const [at, block] of division.children.entries()) {
        const { id } = block.attrs
        // What has no id yet cannot be asked for; the editor gives it one.
        if (at === 0 || !id || pageIndexOf.has(id) || !says(block)) continue
        // Parts of a list, a row, a statement stand under their own ids.
        let stands = false
        block.descendants(node => {
          if (node.attrs.id && pageIndexOf.has(node.attrs.id)) stands = true
          return !stands
        })
        if (!stands)
          yield {
            message: `This ${nameOf(kindOf(block))} stands on no page.`,
            advice: 'This should not be. Its words are safe in the galley; undo the last change, and tell the makers of the program.',
            place: id,
            division: index,
          }
      }
  },
})

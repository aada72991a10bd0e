import { piecesOn } from '../../pages/reach.ts'
import { points } from '../../work/definition.ts'
import { isKind } from '../../work/kinds/index.ts'
import { pageCheck } from '../check.ts'

export const tinyLetters = pageCheck('tinyLetters', {
  title: 'Letters too small to read',
  weight: 'shouldMend',
  options: { smallest: points({ from: 1, to: 20, usual: 5, title: 'Smallest letters', group: 'checks', shownIn: 'pt' }) },
  remedyFor: block =>
    isKind(block, 'table') && block.attrs.placement !== 'turned'
      ? {
          does: 'setAttribute',
          block: block.attrs.id,
          attribute: 'placement',
          expected: block.attrs.placement,
          value: 'turned',
          says: 'Turn it on a page of its own',
        }
      : undefined,
  *look(page, { smallest }) {
    const sizes = new Map<string, number>()
    // What is raised or lowered is smaller on purpose.
    for (const { block, piece } of piecesOn(page))
      if (piece.rise === 0 && piece.size < smallest) sizes.set(block, Math.min(piece.size, sizes.get(block) ?? smallest))
    for (const [block, size] of sizes)
      yield {
        message: `On page ${page.label} letters are set ${size.toFixed(1)} pt small, so that all of it fits beside each other.`,
        advice: 'Fewer columns, shorter words, a wider page, or the table turned on its page give them more room.',
        block,
      }
  },
})

import type { Page } from '../../pages/page.ts'
import { points } from '../../work/definition.ts'
import { workCheck } from '../check.ts'
import { divisionOf } from '../divisionOf.ts'

/** The smallest letters of each block on a page, in points. */
function smallestOn({ placed }: Page): Map<string, number> {
  const sizes = new Map<string, number>()
  for (const { box } of placed)
    for (const mark of box.marks) {
      if (mark.kind !== 'line') continue
      // What is raised or lowered is smaller on purpose.
      for (const piece of mark.line.pieces)
        if ('shape' in piece && piece.rise === 0) sizes.set(box.block, Math.min(piece.size, sizes.get(box.block) ?? Infinity))
    }
  return sizes
}
const kept = new WeakMap<Page, Map<string, number>>()

export const tinyLetters = workCheck('tinyLetters', {
  title: 'Letters too small to read',
  weight: 'shouldMend',
  options: { smallest: points({ from: 1, to: 20, usual: 5, title: 'Smallest letters', group: 'checks', shownIn: 'pt' }) },
  *look({ turnover, options: { smallest } }) {
    const told = new Set<string>()
    for (const page of turnover.pages) {
      let sizes = kept.get(page)
      if (!sizes) kept.set(page, (sizes = smallestOn(page)))
      for (const [block, size] of sizes) {
        const place = block || page.division
        if (size >= smallest || told.has(place)) continue
        told.add(place)
        yield {
          message: `On page ${page.label} letters are set ${size.toFixed(1)} pt small, so that all of it fits beside each other.`,
          advice: 'Fewer columns, shorter words or a wider page give them more room.',
          place,
          division: divisionOf(turnover.work.doc, place),
        }
      }
    }
  },
})

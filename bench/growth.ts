/**
 * Growth of the full turnover over works of 30, 300 and 3,000 pages, in a process of its own: what other measurements left on the heap would be counted
 * as growth. The machine is shared and disturbed in waves, so each sample is the same number of pages and takes as long as the others: a hundred works
 * of 30 pages, ten of 300, one of 3,000, by turns; the best of each counts. Prints milliseconds a page for each size as JSON.
 */
import { generateWork } from '../demo/src/generate.ts'
import { readFonts } from '../packages/cli/src/host.ts'
import { createTypesetter } from '../packages/core/src/formulas/converter.ts'
import { readPatterns } from '../packages/core/src/languages/patterns.ts'
import { TurnoverEngine } from '../packages/core/src/turnover/turnover.ts'
import { openFonts } from '../packages/core/src/type/fonts.ts'
import { schema } from '../packages/core/src/work/schema.ts'

// What words are divided by is there before anything is timed.
await readPatterns(['en-gb'])

const fonts = openFonts(readFonts())
const formulas = createTypesetter()
const sizes = [30, 300, 3000].map(pages => {
  const work = generateWork(pages, 2)
  // Formulas first, so that only the growth of the turnover is seen.
  const made = new TurnoverEngine(fonts, formulas).run(work).pages.length
  return { pages, json: work.doc.toJSON(), work, made, best: Number.POSITIVE_INFINITY }
})

for (let round = 0; round < 3; round++)
  for (const size of sizes) {
    let sum = 0
    for (let run = 0; run < 3000 / size.pages; run++) {
      const work = { ...size.work, doc: schema.nodeFromJSON(size.json) }
      const began = performance.now()
      new TurnoverEngine(fonts, formulas).run(work)
      sum += performance.now() - began
    }
    size.best = Math.min(size.best, sum / (3000 / size.pages) / size.made)
  }
process.stdout.write(JSON.stringify(sizes.map(({ pages, made, best }) => ({ pages, made, perPage: best }))))

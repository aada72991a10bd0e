/** Peak memory of a process that does what the worker does with the 300-page work: opens it, turns it over, and again after each of some keys. */
import { generateWork } from '../demo/src/generate.ts'
import { readFonts } from '../packages/cli/src/host.ts'
import { createTypesetter } from '../packages/core/src/formulas/converter.ts'
import { readPatterns } from '../packages/core/src/languages/patterns.ts'
import { TurnoverEngine } from '../packages/core/src/turnover/turnover.ts'
import { openFonts } from '../packages/core/src/type/fonts.ts'
import { typing } from './typing.ts'

// What words are divided by is there before anything is timed.
await readPatterns(['en-gb'])

const work = generateWork(300, 1)
const engine = new TurnoverEngine(openFonts(readFonts()), createTypesetter())
engine.run(work)
for (const edited of typing(work, 15)) engine.run(edited)
process.stdout.write(String(process.resourceUsage().maxRSS * 1024))

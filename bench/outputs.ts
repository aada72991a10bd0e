/** Every output of the 300-page work, after its turnover: milliseconds and bytes of each, of all together, and the peak of memory, as JSON. */
import { generateWork } from '../demo/src/generate.ts'
import { readDrawingProgram, readFonts, readMathFace } from '../packages/cli/src/host.ts'
import { dispatchAll } from '../packages/core/src/dispatch/dispatchAll.ts'
import { outputs } from '../packages/core/src/dispatch/outputs.ts'
import { createTypesetter } from '../packages/core/src/formulas/converter.ts'
import { readPatterns } from '../packages/core/src/languages/patterns.ts'
import { TurnoverEngine } from '../packages/core/src/turnover/turnover.ts'
import { openFonts } from '../packages/core/src/type/fonts.ts'

export interface OutputTimes {
  each: Record<string, { milliseconds: number[]; bytes: number }>
  all: number
  memory: number
}

await readPatterns(['en-gb'])
const work = generateWork(300, 1)
const fonts = openFonts(readFonts())
const turnover = new TurnoverEngine(fonts, createTypesetter()).run(work)
const source = { work, turnOver: async () => ({ turnover, fonts }), drawingProgram: readDrawingProgram, mathFace: readMathFace }
const writing = { date: new Date(946684800000) }
const each: OutputTimes['each'] = {}
for (const output of outputs) {
  const milliseconds: number[] = []
  let bytes = 0
  for (let run = 0; run < 3; run++) {
    const began = performance.now()
    bytes = (await output.write(source, writing)).length
    milliseconds.push(performance.now() - began)
  }
  each[output.name] = { milliseconds, bytes }
}
const began = performance.now()
await dispatchAll(outputs, source, writing)
const times: OutputTimes = { each, all: performance.now() - began, memory: process.resourceUsage().maxRSS * 1024 }
process.stdout.write(JSON.stringify(times))

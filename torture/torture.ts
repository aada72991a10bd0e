/** `npm run torture [-- --seconds N] [-- --seed S]`: tries everything of `torments.ts` in turn, and prints how much was tried and what broke. */
import { parseArgs } from 'node:util'
import fc from 'fast-check'
import { torments } from './torments.ts'

const { values } = parseArgs({ options: { seconds: { type: 'string', default: '300' }, seed: { type: 'string' } } })
const seconds = Number(values.seconds)
const seed = values.seed === undefined ? Date.now() & 0x7fffffff : Number(values.seed)
if (!(seconds > 0) || !Number.isInteger(seed)) {
  process.stderr.write('--seconds takes a number above 0, --seed a whole number.\n')
  process.exit(2)
}

let broken = 0
for (const { name, property } of torments) {
  const interruptAfterTimeLimit = (seconds * 1000) / torments.length
  const details = await fc.check(property, { seed, numRuns: 10_000_000, interruptAfterTimeLimit, endOnFailure: false })
  process.stdout.write(
    `${name}: ${details.numRuns.toLocaleString('en-GB')} tried, seed ${seed}${details.counterexample ? ', BROKEN' : ''}\n`,
  )
  if (!details.counterexample) continue
  broken++
  process.stdout.write(`  ${fc.defaultReportMessage(details)?.slice(0, 4000)}\n`)
}
process.exitCode = broken ? 1 : 0

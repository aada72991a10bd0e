/**
 * `npm run torture [-- --seconds N] [-- --kills N] [-- --seed S] [-- --no-properties]`: tries everything of `torments.ts` in turn, then the properties
 * of the unit tests as often as they are meant to be tried, then kills the browser of somebody who writes, and prints how much was tried and what broke.
 */
import { spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { parseArgs } from 'node:util'
import fc from 'fast-check'
import { createServer, listen } from '../packages/server/src/server.ts'
import { kill } from './kills.ts'
import { torments } from './torments.ts'

const { values } = parseArgs({
  options: {
    seconds: { type: 'string', default: '300' },
    kills: { type: 'string', default: '200' },
    seed: { type: 'string' },
    properties: { type: 'boolean', default: true },
  },
  allowNegative: true,
})
const seconds = Number(values.seconds)
const kills = Number(values.kills)
const seed = values.seed === undefined ? Date.now() & 0x7fffffff : Number(values.seed)
if (!(seconds >= 0) || !Number.isInteger(kills) || kills < 0 || !Number.isInteger(seed)) {
  process.stderr.write('--seconds takes a number from 0, --kills and --seed whole numbers.\n')
  process.exit(2)
}

let broken = 0
if (seconds > 0)
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

if (values.properties) tryProperties()
if (kills > 0) await killBrowsers()

/** The suite tries a third of them, on what is drawn every time: see packages/core/test/support/tries.ts. */
function tryProperties(): void {
  const env = { ...process.env, TRIES: 'all', SEED: String(seed) }
  const { status, stderr } = spawnSync('npm', ['run', '-s', 'unit', '--', '--silent'], { env, encoding: 'utf8', maxBuffer: 1 << 28 })
  process.stdout.write(`properties of the unit tests: all tries, seed ${seed}${status === 0 ? '' : ', BROKEN'}\n`)
  if (status === 0) return
  broken++
  process.stdout.write(stderr)
}

async function killBrowsers(): Promise<void> {
  const dist = new URL('../packages/web/dist', import.meta.url).pathname
  if (!existsSync(`${dist}/index.html`)) {
    process.stdout.write('killed browsers: not tried, for the application is not built (npm run build)\n')
    return
  }
  const { server, port } = await listen(createServer(dist), 4800)
  let state = (Math.abs(seed) % 2_147_483_646) + 1
  const random = (): number => {
    state = (state * 48_271) % 2_147_483_647
    return state / 2_147_483_647
  }
  try {
    const { words, said, more } = await kill({ address: `http://localhost:${port}/`, rounds: kills, random })
    process.stdout.write(
      `killed browsers: ${kills} kills, seed ${seed}; ${words} words are there in order: ${said} that were said to be saved, none of which was lost, and ${more} that were kept before it was said\n`,
    )
  } catch (error) {
    broken++
    process.stdout.write(`killed browsers, seed ${seed}: BROKEN\n  ${(error as Error).message}\n`)
  } finally {
    server.close()
    server.closeAllConnections()
  }
}
process.exitCode = broken ? 1 : 0

/**
 * What works came to when they were last looked at: a change that is to change nothing leaves every byte as it is, and one that is
 * to change something shows what it reaches. `RECORD=1 npm run unit -- recorded` writes them anew.
 */
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import fc from 'fast-check'
import { generateWork } from '../../../demo/src/generate.ts'
import { demoWorks } from '../../../demo/src/index.ts'
import type { Work } from '../src/work/work.ts'
import { type Checksums, checksumsOf } from './support/checksums.ts'
import { works } from './support/randomWorks.ts'

const file = new URL('./fixtures/recorded.json', import.meta.url)
const recorded: Record<string, Checksums> = existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : {}
const now: Record<string, Checksums> = {}

const compare = async (name: string, work: Work): Promise<void> => {
  now[name] = await checksumsOf(work)
  if (!process.env.RECORD) expect({ [name]: now[name] }).toEqual({ [name]: recorded[name] })
}

test('the demo works', async () => {
  await compare('thesis', await demoWorks.thesis())
  await compare('paper', await demoWorks.paper())
  await compare('paper in columns', await demoWorks.columns())
})
test('a generated work of 80 pages', async () => compare('generated 80', generateWork(80, 1)))
test.each(fc.sample(works, { numRuns: 50, seed: 20261125 }).map((work, i): [number, Work] => [i, work]))('random work %i', (i, work) =>
  compare(`random ${i}`, work),
)

afterAll(() => {
  if (process.env.RECORD) writeFileSync(file, `${JSON.stringify(now, null, 1)}\n`)
})

/** Numbers in office texts live: counted anew by the rules of the standard they are what they show, and what the ledger says. */
import fc from 'fast-check'
import { demoWorks } from '../../../demo/src/index.ts'
import type { Turnover } from '../src/turnover/turnover.ts'
import { works } from './support/randomWorks.ts'
import { type OfficeField, readOffice } from './support/readOffice.ts'
import { written } from './support/readOutputs.ts'
import { newEngine } from './support/work.ts'

const evenly = (text: string): string => text.replaceAll('\u00a0', ' ')
const wrong = (fields: readonly OfficeField[]): string[] =>
  fields
    .filter(({ comes, shows }) => comes !== null && evenly(comes) !== evenly(shows))
    .map(({ instruction, shows, comes }) => `${instruction}: shows “${shows}”, comes to “${comes}”`)

async function wrongIn(turnover: Turnover): Promise<string[]> {
  const office = readOffice(await written('docx', turnover))
  return wrong(office.fields)
}

describe.each(Object.keys(demoWorks) as (keyof typeof demoWorks)[])('%s', name => {
  let turnover: Turnover
  let bytes: Uint8Array
  beforeAll(async () => {
    turnover = newEngine().run(await demoWorks[name]())
    bytes = await written('docx', turnover)
  })

  test('every field comes to what it shows', () => {
    const { fields } = readOffice(bytes)
    expect(wrong(fields)).toEqual([])
    // Most of what refers is asked for, and not written.
    const asked = fields.filter(({ instruction }) => /^(REF|SEQ|PAGEREF)/.test(instruction)).length
    expect(asked).toBeGreaterThan(name === 'thesis' ? 300 : 40)
  })

  test('pages that fields show are those of the ledger', () => {
    const { fields } = readOffice(bytes)
    const labels = new Set(turnover.pages.map(({ label }) => label))
    const pages = fields.filter(({ instruction }) => instruction.startsWith('PAGEREF'))
    expect(pages.filter(({ shows }) => !labels.has(shows))).toEqual([])
    expect(pages.length).toBeGreaterThan(name === 'thesis' ? 50 : 0)
  })
})

test('random works come to what they show', async () => {
  await fc.assert(
    fc.asyncProperty(works, async work => expect(await wrongIn(newEngine().run(work))).toEqual([])),
    { numRuns: 50, includeErrorInReport: true },
  )
})

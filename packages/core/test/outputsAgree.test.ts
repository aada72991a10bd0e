/** Every output says what the ledger says: read back by other readers, on the demo works and on random ones. */
import fc from 'fast-check'
import { generateWork } from '../../../demo/src/generate.ts'
import { demoWorks } from '../../../demo/src/index.ts'
import { asPrinted } from '../src/content/citations/asPrinted.ts'
import { entriesOf } from '../src/content/lists/entries.ts'
import { plainTextOf } from '../src/content/plainText.ts'
import type { Turnover } from '../src/turnover/turnover.ts'
import { division } from '../src/work/schema.ts'
import { alike } from './support/cheaply.ts'
import { works } from './support/randomWorks.ts'
import { officeOutput } from './support/readOffice.ts'
import { openTextOutput } from './support/readOpenText.ts'
import { evenly, numbersIn, readers, saidAt, textsIn, wordCounts, written } from './support/readOutputs.ts'
import { lengthOf, tries } from './support/tries.ts'
import { demoTurnover, newEngine } from './support/work.ts'

const allReaders = { ...readers, docx: officeOutput, odt: openTextOutput }
type Name = keyof typeof allReaders
const names = Object.keys(allReaders) as Name[]

/** Everything in which an output says another thing than the ledger, or does not say it. */
async function wrongIn(name: Name, turnover: Turnover): Promise<string[]> {
  const output = allReaders[name](await written(name, turnover))
  const wrong: string[] = []
  for (const { id, kind, says } of numbersIn(turnover)) {
    const found = output.at(id)
    // A list whose items have their numbers from the list, and titles that nobody prints, are found by their texts alone.
    if (found === null) wrong.push(`${kind} ${id} (${says}) has no place`)
    else if (!found.includes(says)) wrong.push(`${kind} ${id}: “${says}” is not in “${found.slice(0, 60)}”`)
  }
  for (const { holder, says } of saidAt(turnover)) {
    const found = output.at(holder) ?? output.all
    for (const text of says) if (!found.includes(text)) wrong.push(`in ${holder}: “${text}” is not in “${found.slice(0, 80)}”`)
  }
  for (const text of textsIn(turnover)) if (!output.all.includes(text)) wrong.push(`lost: “${text}”`)
  const doc = asPrinted(turnover.work)
  for (const node of doc.children) {
    const { id } = division(node)
    for (const { number, text, identity, id: target, line } of entriesOf(node, doc, turnover.ledger, turnover.work.houseStyle.contents)) {
      const list = output.at(`${id}-list`) ?? output.all
      const words = evenly(plainTextOf(text, identity, turnover.wordingOf)).split('□')
      const page = line ? '' : (turnover.pageOf(target)?.label ?? '')
      for (const said of [number, page, ...words].map(evenly)) if (!list.includes(said)) wrong.push(`list ${id}: “${said}” of ${target}`)
    }
  }
  return [
    ...wrong,
    ...output.doubled.map(id => `${id} stands twice`),
    ...output.dangling.map(id => `a link leads to ${id}, which is nowhere`),
  ]
}

describe.each(Object.keys(demoWorks) as (keyof typeof demoWorks)[])('%s', work => {
  let turnover: Turnover
  beforeAll(async () => {
    turnover = await demoTurnover(work)
  })

  test.each(names)('%s says every number, reference, list entry and word of it', async name => {
    expect(await wrongIn(name, turnover)).toEqual([])
  })

  test('plain text loses no word, and no line is wider than was asked', async () => {
    const text = new TextDecoder().decode(await written('text', turnover, { width: 64 }))
    const said = wordCounts([text])
    for (const [word, times] of wordCounts(textsIn(turnover)))
      expect([word, said.get(word) ?? 0, times]).toEqual([word, expect.any(Number), expect.any(Number)])
    expect([...wordCounts(textsIn(turnover))].filter(([word, times]) => (said.get(word) ?? 0) < times)).toEqual([])
  })
})

test('a generated work says the same in every output', async () => {
  const turnover = newEngine().run(generateWork(lengthOf(25, 80), 3))
  for (const name of names) expect([name, await wrongIn(name, turnover)]).toEqual([name, []])
})

test('the same work and date give the same bytes', async () => {
  const turnover = await demoTurnover('paper')
  for (const name of [...names, 'text', 'json'] as const)
    alike([name, await written(name, turnover, {})], [name, await written(name, turnover, {})])
})

test('random works say the same in every output', async () => {
  await fc.assert(
    fc.asyncProperty(works, async work => {
      const turnover = newEngine().run(work)
      for (const name of names) expect([name, await wrongIn(name, turnover)]).toEqual([name, []])
    }),
    { numRuns: tries(50), includeErrorInReport: true },
  )
})

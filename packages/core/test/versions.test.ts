/** Files of every version that ever was: each was written by the program of its time, and opens with the numbers that it had then. */
import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { strFromU8, unzipSync } from 'fflate'
import { numberWork } from '../src/numbers/ledger.ts'
import type { TSchema } from '../src/work/definition.ts'
import { readBundle, writeBundle } from '../src/work/file/bundle.ts'
import { migrated } from '../src/work/file/migrations/index.ts'
import { currentVersion, houseStyleFromJson, partFrom, workFromJson, workToJson } from '../src/work/file/workFile.ts'
import { emptyParts, type PartName, partNames, parts } from '../src/work/parts/index.ts'
import { newWork } from '../src/work/work.ts'
import { alike } from './support/cheaply.ts'

const bytesOf = (version: number): Uint8Array => readFileSync(new URL(`./fixtures/version${version}.ledger.zip`, import.meta.url))
const jsonOf = (version: number): Record<string, unknown> => JSON.parse(strFromU8(unzipSync(bytesOf(version))['work.json']!))

/** What steps from a version to the current one make of its file. A step is never changed: a new version is a new step. */
const frozen: Record<number, string> = {
  1: '4e863888df6f4124',
  2: '615145e6a2531615',
  3: 'a7216af17e014d19',
  4: '8226f800bafa3c2e',
  5: '19045fec5b722829',
  6: '70ae972955001061',
  7: '0d652d0cf87c7498',
  8: '7357d9500bf82976',
  9: '3dca75f15efb378b',
}

/** Numbers of the paper in these files, in the order of the text, items of lists among them. */
const numbersThen =
  '1|1|2|1|2.1|(1)|2.2|2|3|(2)|(3)|3|1|1.|2.|3.|4.|4|4|(4)|2|5|3|5|2|6|4|6|(5)|3|5|7|6|7|7.1|8|(6)|8|4|9|8.1|9|Appendix A|(7)'.split('|')

test.each([1, 2, 3, 4, 5, 6, 7, 8, 9])('version %i', version => {
  const json = jsonOf(version)
  expect(json.version).toBe(version)
  const current = migrated(structuredClone(json))
  expect(createHash('sha256').update(JSON.stringify(current)).digest('hex').slice(0, 16)).toBe(frozen[version])
  const work = readBundle(bytesOf(version))
  const numbers = numberWork(work.doc, work.scheme).entries.map(({ number }) => number)
  expect(numbers.filter(number => number !== '')).toEqual(numbersThen)
  const again = readBundle(writeBundle(work))
  expect(again.doc.eq(work.doc)).toBe(true)
  for (const part of partNames) expect(again[part]).toEqual(work[part])
})

test('a field of a part that a file does not know yet is as in an empty work', () => {
  let count = 0
  const work = newWork('paper', 'A paper', () => `n${count++}`)
  const file = JSON.parse(workToJson(work))
  const without = (value: Record<string, unknown>, [name, ...inner]: string[]): Record<string, unknown> => {
    const { [name!]: left, ...rest } = value
    if (left === undefined) return value
    return inner.length ? { ...rest, [name!]: without(left as Record<string, unknown>, inner) } : rest
  }
  /** Where fields stand in a part, records by key left out. */
  const fieldsOf = ({ properties = {} }: TSchema): string[][] =>
    Object.entries(properties as Record<string, TSchema>).flatMap(([name, field]) => [
      [name],
      ...fieldsOf(field).map(inner => [name, ...inner]),
    ])
  const fields = partNames.flatMap(part => fieldsOf(parts[part].definition).map(field => [part, ...field]))
  expect(fields.length).toBeGreaterThan(100)
  const empty = emptyParts('paper')
  // The kind of a work decides what is usual for all the rest.
  for (const field of fields.filter(names => names.join() !== 'settings,kind')) {
    const [part] = field as [PartName]
    alike([field, partFrom(without(file, field), part, 'paper')], [field, empty[part]])
  }
  // Parts are read one by one; a file that knows none of them is a work all the same.
  const read = workFromJson(
    JSON.stringify({ ...file, ...Object.fromEntries(partNames.map(part => [part, undefined])), settings: file.settings }),
    new Map(),
  )
  for (const part of partNames) expect(read[part]).toEqual(empty[part])
  const { houseStyle } = file
  const style = { format: 'steady-ledger-house-style', version: currentVersion, houseStyle: without(houseStyle, ['display', 'after']) }
  expect(houseStyleFromJson(JSON.stringify(style)).display).toEqual({
    ...houseStyle.display,
    after: emptyParts('thesis').houseStyle.display.after,
  })
})

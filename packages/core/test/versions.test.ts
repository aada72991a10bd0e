/** Files of every version that ever was: each was written by the program of its time, and opens with the numbers that it had then. */
import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { strFromU8, unzipSync } from 'fflate'
import { numberWork } from '../src/numbers/ledger.ts'
import { readBundle, writeBundle } from '../src/work/file/bundle.ts'
import { migrated } from '../src/work/file/migrations/index.ts'
import { partNames } from '../src/work/parts/index.ts'

const bytesOf = (version: number): Uint8Array => readFileSync(new URL(`./fixtures/version${version}.ledger.zip`, import.meta.url))
const jsonOf = (version: number): Record<string, unknown> => JSON.parse(strFromU8(unzipSync(bytesOf(version))['work.json']!))

/** What steps from a version to the current one make of its file. A step is never changed: a new version is a new step. */
const frozen: Record<number, string> = { 1: '51c33a9fcca75017', 2: 'bd93f9871eabb657', 3: '0072f6bbb94de232', 4: '8550d88ade826237' }

/** Numbers of the paper in these files, in the order of the text, items of lists among them. */
const numbersThen =
  '1|1|2|1|2.1|(1)|2.2|2|3|(2)|(3)|3|1|1.|2.|3.|4.|4|4|(4)|2|5|3|5|2|6|4|6|(5)|3|5|7|6|7|7.1|8|(6)|8|4|9|8.1|9|Appendix A|(7)'.split('|')

test.each([1, 2, 3, 4])('version %i', version => {
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

/** Archives from anywhere: what is read is what was written, or it is refused in a sentence. */
import fc from 'fast-check'
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate'
import { generateWork } from '../../../demo/src/generate.ts'
import { readBundle, writeBundle } from '../src/work/file/bundle.ts'
import { crc32 } from '../src/work/file/crc32.ts'
import { plainSentence, Refusal } from '../src/work/file/refusal.ts'
import { workToJson } from '../src/work/file/workFile.ts'

const work = generateWork(1, 3)
const bundle = writeBundle(work)
const text = strFromU8(unzipSync(bundle)['work.json']!)
const opened = (bytes: Uint8Array): string => workToJson(readBundle(bytes))

/** A copy with some bytes changed. */
function changed(bytes: Uint8Array, change: (view: DataView, copy: Uint8Array) => void): Uint8Array {
  const copy = bytes.slice()
  change(new DataView(copy.buffer), copy)
  return copy
}
const find = (bytes: Uint8Array, signature: number, from = 0): number => {
  const view = new DataView(bytes.buffer, bytes.byteOffset)
  for (let at = from; at + 4 <= bytes.length; at++) if (view.getUint32(at, true) === signature) return at
  throw new Error('There is none.')
}
const directoryOf = (bytes: Uint8Array): number => find(bytes, 0x02014b50)
const svg = strToU8('<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><rect width="9" height="9"/></svg>')
const two = zipSync({ 'work.json': strToU8(text), 'pictures/a.svg': svg })

test('a bundle is read as it was written, with a comment behind it as well', () => {
  expect(opened(bundle)).toBe(text)
  const commented = Uint8Array.from([...bundle.subarray(0, -2), 3, 0, 65, 66, 67])
  expect(opened(commented)).toBe(text)
})

test.each<[string, Uint8Array, RegExp]>([
  ['a size that lies', changed(bundle, view => view.setUint32(directoryOf(bundle) + 24, 10, true)), /“work\.json” is not what it was/],
  [
    'a size that promises more',
    changed(bundle, view => view.setUint32(directoryOf(bundle) + 24, text.length + 9, true)),
    /not what it was/,
  ],
  ['another checksum', changed(bundle, view => view.setUint32(directoryOf(bundle) + 16, 7, true)), /not what it was/],
  [
    'other content',
    changed(zipSync({ 'work.json': [strToU8(text), { level: 0 }] }), (_, copy) => void (copy[500]! ^= 1)),
    /not what it was/,
  ],
  ['a password', changed(bundle, view => view.setUint16(directoryOf(bundle) + 8, 1, true)), /locked with a password/],
  ['an unknown way of packing', changed(bundle, view => view.setUint16(directoryOf(bundle) + 10, 99, true)), /damaged/],
  [
    'one entry over another',
    changed(two, view => {
      const second = find(two, 0x02014b50, directoryOf(two) + 4)
      view.setUint32(second + 42, 0, true)
    }),
    /damaged/,
  ],
  [
    'the same name twice',
    (() => {
      const twice = zipSync({ 'pictures/a.svg': svg, 'pictures/b.svg': svg, 'work.json': strToU8(text) })
      return changed(twice, (_, copy) => {
        for (let at = 0; at < copy.length - 14; at++) if (strFromU8(copy.subarray(at, at + 14)) === 'pictures/b.svg') copy[at + 9] = 97
      })
    })(),
    /holds “pictures\/a\.svg” twice/,
  ],
  ['another file', zipSync({ 'work.json': strToU8(text), 'a\u202egpj.exe': svg }), /does not belong in a bundle: “a<U\+202E>gpj\.exe”/],
  ['much white space', zipSync({ 'work.json': new Uint8Array(90_000_000).fill(32) }), /more than any bundle may/],
])('%s is refused', (_name, bytes, message) => {
  expect(() => readBundle(bytes)).toThrow(message)
  expect(() => readBundle(bytes)).toThrow(Refusal)
})

test('whatever is changed in a bundle, it opens as it was or not at all', () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.nat(two.length - 1), fc.integer({ min: 1, max: 255 })), { minLength: 1, maxLength: 4 }),
      fc.nat(60),
      (flips, cut) => {
        const bytes = changed(two, (_, copy) => {
          for (const [at, by] of flips) copy[at]! ^= by
        }).subarray(0, two.length - (cut < 50 ? 0 : cut * 9))
        let read: string | undefined
        try {
          read = opened(bytes)
        } catch (error) {
          expect(error).toBeInstanceOf(Refusal)
          expect((error as Error).message.length).toBeLessThanOrEqual(200)
        }
        if (read !== undefined) expect(read).toBe(opened(two))
      },
    ),
    { numRuns: 600 },
  )
})

test('what another reader unpacks has the checksum that it says', () => {
  expect(crc32(strToU8('123456789'))).toBe(0xcbf43926)
  expect(crc32(new Uint8Array())).toBe(0)
  expect(strFromU8(unzipSync(bundle)['work.json']!)).toBe(text)
})

test('a sentence of a refusal names signs that draw nothing, and ends', () => {
  expect(plainSentence(' two\nlines\u202e and\u0007 more ')).toBe('two lines<U+202E> and<U+0007> more')
  expect([...plainSentence('word '.repeat(200))]).toHaveLength(200)
})

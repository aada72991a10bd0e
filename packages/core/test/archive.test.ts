/** Archives from anywhere: what is read is what was written, or it is refused in a sentence. */
import fc from 'fast-check'
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate'
import { generateWork } from '../../../demo/src/generate.ts'
import { readBundle, writeBundle } from '../src/work/file/bundle.ts'
import { contentsName, contentsOf } from '../src/work/file/contents.ts'
import { crc32 } from '../src/work/file/crc32.ts'
import { plainSentence, Refusal } from '../src/work/file/refusal.ts'
import { salvage } from '../src/work/file/salvage.ts'
import { workToJson } from '../src/work/file/workFile.ts'
import { tries } from './support/tries.ts'
import { zipOfMuch } from './support/zipOfMuch.ts'

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
const two = zipSync({ 'work.json': strToU8(JSON.stringify({ ...JSON.parse(text), pictures: ['a.svg'] })), 'pictures/a.svg': svg })

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
  [
    'a text from another bundle',
    zipSync({ ...unzipSync(bundle), 'work.json': strToU8(text.replace('"title"', '"title" ')) }),
    /“work\.json” is not what it was when it was written/,
  ],
  [
    'a picture more than was put in',
    zipSync({ ...unzipSync(bundle), 'pictures/a.svg': svg }),
    /“pictures\/a\.svg”, which was not put into it/,
  ],
  [
    'a picture less',
    zipSync({
      'work.json': strToU8(text),
      [contentsName]: contentsOf(
        new Map([
          ['work.json', strToU8(text)],
          ['pictures/b.svg', svg],
        ]),
      ),
    }),
    /lacks “pictures\/b\.svg”/,
  ],
  [
    'a list of contents that is none',
    zipSync({ 'work.json': strToU8(text), [contentsName]: strToU8('all of it\n') }),
    /list of what the bundle holds/,
  ],
  ['another file', zipSync({ 'work.json': strToU8(text), 'a\u202egpj.exe': svg }), /does not belong in a bundle: “a<U\+202E>gpj\.exe”/],
  ['much white space', zipOfMuch({ 'work.json': new Uint8Array(90_000_000).fill(32) }), /more than any bundle may/],
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
    { numRuns: tries(600) },
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

describe('what can be read of a bundle that cannot be opened', () => {
  const json = () => ({ ...JSON.parse(text), pictures: [] })
  const pack = (file: object, more: Record<string, Uint8Array> = {}): Uint8Array =>
    zipSync({ 'work.json': strToU8(JSON.stringify(file)), ...more })
  test('all of it, where only the directory is gone', () => {
    const found = salvage(two.subarray(0, directoryOf(two) + 20))
    expect(found).toMatchObject({ missing: [] })
    expect(found!.work.doc.eq(readBundle(two).doc)).toBe(true)
    expect([...found!.work.pictures.keys()]).toEqual(['a.svg'])
  })
  test('everything but a picture that is torn, which is named', () => {
    const head = find(two, 0x04034b50, 4)
    const torn = changed(two, (_, copy) => void (copy[head + 60]! ^= 255))
    expect(() => readBundle(torn)).toThrow()
    const found = salvage(torn)!
    expect(found.work.doc.eq(readBundle(two).doc)).toBe(true)
    expect([...found.work.pictures.keys()]).toEqual([])
  })
  test('all divisions but one that is wrong, and parts but one that is wrong', () => {
    const file = json()
    const count = file.doc.content.length
    file.doc.content[0].content.push({ type: 'poem' })
    file.houseStyle.sink = -1
    file.pictures = ['gone.svg']
    const found = salvage(pack(file))!
    expect(found.work.doc.childCount).toBe(count - 1)
    expect(found.missing).toEqual(['a division that cannot be read', 'the house style', 'the picture “gone.svg”'])
    expect(readBundle(writeBundle(found.work)).doc.eq(found.work.doc)).toBe(true)
  })
  test('a division that says the same ids again is left out', () => {
    const file = json()
    file.doc.content.push(file.doc.content[0])
    expect(salvage(pack(file))).toMatchObject({ missing: ['a division that cannot be read'] })
  })
  test.each<[string, Uint8Array]>([
    ['no archive', strToU8('hello')],
    ['an archive of something else', zipSync({ 'a.txt': strToU8('hello') })],
    ['a text that is none', zipSync({ 'work.json': strToU8('{"format":"steady-ledger-work"') })],
    ['a newer work', pack({ ...json(), version: 999 })],
  ])('nothing of %s', (_name, bytes) => expect(salvage(bytes)).toBeNull())
  test('whatever is changed, what is read can be kept', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(two.length - 1), fc.nat(255)), { maxLength: 5 }), fc.nat(two.length), (flips, cut) => {
        const bytes = two.slice(0, cut)
        for (const [at, byte] of flips) if (at < cut) bytes[at] = byte
        const found = salvage(bytes)
        if (found) expect(readBundle(writeBundle(found.work)).doc.eq(found.work.doc)).toBe(true)
      }),
      { numRuns: 200 },
    )
  })
})

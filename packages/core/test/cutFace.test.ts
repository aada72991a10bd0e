/** Faces cut to the signs that are used. */
import { readMathFace } from '../../cli/src/host.ts'
import { packedFace } from '../src/dispatch/html/cutFace.ts'
import { fonts } from './support/work.ts'

const signs = (text: string): Set<number> => new Set([...text].map(sign => sign.codePointAt(0)!))
const cut = async (text: string): Promise<Uint8Array> => packedFace(fonts.serif.bytes, signs(text), (await readMathFace()).subsetter)

test('the last cut is kept, and is never taken for the cut to other signs', async () => {
  const few = await cut('lake')
  expect(await cut('kale')).toBe(few)
  const many = await cut('The lake was mixed to its ground.')
  expect(many.length).toBeGreaterThan(few.length)
  const again = await cut('lake')
  expect(again).not.toBe(few)
  expect(again).toEqual(few)
})

test('each face has a cut of its own', async () => {
  const upright = await cut('lake')
  const { subsetter } = await readMathFace()
  expect(packedFace(fonts.serifItalic.bytes, signs('lake'), subsetter)).not.toEqual(upright)
  expect(await cut('lake')).toBe(upright)
})

test('one program cuts as many faces as are asked for, each as if it were the first, in the memory that it has', async () => {
  const first = await cut('sill')
  const { subsetter } = await readMathFace()
  const room = subsetter.memory.buffer.byteLength
  const faces = [fonts.serif, fonts.serifItalic, fonts.serifBold, fonts.mono]
  for (let round = 0; round < 40; round++)
    packedFace(faces[round % 4]!.bytes, signs(`sill ${String.fromCodePoint(0x61 + (round % 26))}`), subsetter)
  expect(await cut('sill')).toEqual(first)
  // Four faces of some hundred kilobytes: kept forty times they would be many megabytes.
  expect(subsetter.memory.buffer.byteLength - room).toBeLessThan(4 * 1024 * 1024)
})

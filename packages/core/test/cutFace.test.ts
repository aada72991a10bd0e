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

/** Drawings in dots, for office texts: the same dots as the library makes, told in fewer bytes. */
import { initWasm, Resvg } from '@resvg/resvg-wasm'
import { convertIndexedToRgb, decode } from 'fast-png'
import { readDrawingProgram } from '../../cli/src/host.ts'
import { rasteriserOf } from '../src/dispatch/ooxml/rasterise.ts'
import type { Picture } from '../src/work/work.ts'
import { fonts } from './support/work.ts'

const drawing = (inner: string): Picture => ({
  name: 'a.svg',
  type: 'image/svg+xml',
  bytes: new TextEncoder().encode(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 60 40">${inner}</svg>`),
  width: 60,
  height: 40,
})
const few = drawing('<rect width="30" height="20" fill="#7aa"/><circle cx="40" cy="20" r="15" fill="#0f5a58" opacity="0.4"/>')
const many = drawing(
  '<defs><linearGradient id="g"><stop stop-color="#f00"/><stop offset="0.5" stop-color="#0f0"/><stop offset="1" stop-color="#00f"/></linearGradient></defs><rect width="60" height="40" fill="url(#g)"/>',
)
const rasterise = rasteriserOf(readDrawingProgram, fonts)

/** Red, green, blue and opacity of each dot. */
const dots = (png: Uint8Array): Uint8Array => {
  const read = decode(png)
  return Uint8Array.from(read.palette ? convertIndexedToRgb(read) : read.data)
}
const byLibrary = ({ bytes }: Picture, width: number): Uint8Array =>
  new Resvg(new TextDecoder().decode(bytes), { fitTo: { mode: 'width', value: width } }).render().asPng()

beforeAll(async () => {
  // The library is begun once a thread, by whoever draws first.
  await rasterise(few, 60).catch(() => initWasm(readDrawingProgram() as never))
})

test.each([
  ['of few colours, some of them seen through', few, 300],
  ['of many', many, 300],
])('a drawing %s has the dots that the library draws', async (_what, picture, width) => {
  const made = await rasterise(picture, width)
  const expected = byLibrary(picture, width)
  expect(decode(made)).toMatchObject({ width, height: (width * 2) / 3 })
  const [own, theirs] = [dots(made), dots(expected)]
  expect(own.length).toBe(theirs.length)
  // A colour that is seen through is rounded by each in its own way.
  expect(own.reduce((most, value, at) => Math.max(most, Math.abs(value - theirs[at]!)), 0)).toBeLessThanOrEqual(1)
})

test('few colours are told by a table of them, and take fewer bytes', async () => {
  const made = await rasterise(few, 300)
  expect(decode(made).palette?.length).toBeLessThanOrEqual(256)
  expect(made.length).toBeLessThan(byLibrary(few, 300).length * 0.7)
})

/** Drawings as pictures of dots, by resvg (compiled to WebAssembly, MPL 2.0), for programs that know no drawings. */
import { encode, type IndexedColors } from 'fast-png'
import { strFromU8 } from 'fflate'
import type { Fonts } from '../../type/fonts.ts'
import type { Picture } from '../../work/work.ts'

/** Draws a drawing so many dots wide, as a PNG. */
export type Rasterise = (drawing: Picture, width: number) => Promise<Uint8Array>

let begun: Promise<void> | null = null

/** `program` gives the bytes of resvg's program; letters are drawn in the faces of the work. */
export function rasteriserOf(program: () => Promise<Uint8Array>, fonts: Fonts): Rasterise {
  return async ({ bytes, name }, width) => {
    const { initWasm, Resvg } = await import('@resvg/resvg-wasm')
    begun ??= program().then(read => initWasm(read as Uint8Array<ArrayBuffer>))
    // One that could not be read is asked for anew by the next drawing.
    await begun.catch(error => {
      begun = null
      throw error
    })
    const { serif, serifItalic, serifBold, sans, sansSemibold, mono } = fonts
    const drawn = new Resvg(strFromU8(bytes), {
      fitTo: { mode: 'width', value: width },
      font: {
        fontBuffers: [serif, serifItalic, serifBold, sans, sansSemibold, mono].map(face => face.bytes),
        defaultFontFamily: 'Source Sans 3',
        sansSerifFamily: 'Source Sans 3',
        serifFamily: 'Source Serif 4',
      },
    })
    try {
      const rendered = drawn.render()
      const png = pngOf(rendered)
      rendered.free()
      return png
    } catch {
      throw new Error(`The drawing “${name}” cannot be drawn in dots.`)
    } finally {
      drawn.free()
    }
  }
}

/** Of few colours, as drawings are, by a table of them: half as long, and in half of the time. */
function pngOf(rendered: { width: number; height: number; readonly pixels: Uint8Array; asPng(): Uint8Array }): Uint8Array {
  const { width, height, pixels } = rendered
  const byTable = indexed(pixels)
  // As tightly as usual would save a fiftieth and take half as long again.
  return byTable ? encode({ width, height, depth: 8, channels: 1, ...byTable }, { zlib: { level: 4 } }) : rendered.asPng()
}

/** Which colour of a table each pixel has, of four bytes a pixel whose colours are multiplied by their opacity; null where there are more than 256. */
function indexed(pixels: Uint8Array): { data: Uint8Array; palette: IndexedColors } | null {
  // A whole pixel at a time: what its bytes say is asked once a colour.
  const colours = new Uint32Array(pixels.buffer, pixels.byteOffset, pixels.length / 4)
  const data = new Uint8Array(colours.length)
  const palette: number[][] = []
  const places = new Map<number, number>()
  let last = -1
  let place = 0
  for (let at = 0; at < colours.length; at++) {
    const colour = colours[at]!
    if (colour !== last) {
      last = colour
      const found = places.get(colour)
      place = found ?? palette.length
      if (found === undefined) {
        if (place === 256) return null
        places.set(colour, place)
        const first = at * 4
        const opacity = pixels[first + 3]!
        const whole = (part: number): number => (opacity ? Math.min(255, Math.round((part * 255) / opacity)) : 0)
        palette.push([whole(pixels[first]!), whole(pixels[first + 1]!), whole(pixels[first + 2]!), opacity])
      }
    }
    data[at] = place
  }
  if (palette.every(([, , , opacity]) => opacity === 255)) return { data, palette: palette.map(colour => colour.slice(0, 3)) }
  // A PNG says how far colours are seen through in the order of its table, and leaves out those at its end that are not.
  const order = palette.map((_, own) => own).sort((a, b) => palette[a]![3]! - palette[b]![3]! || a - b)
  const moved = new Uint8Array(256)
  for (const [to, own] of order.entries()) moved[own] = to
  for (let at = 0; at < data.length; at++) data[at] = moved[data[at]!]!
  return { data, palette: order.map(own => palette[own]!) }
}

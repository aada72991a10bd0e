/** Drawings as pictures of dots, by resvg (compiled to WebAssembly, MPL 2.0), for programs that know no drawings. */
import { strFromU8 } from 'fflate'
import type { Fonts } from '../../type/fonts.ts'
import type { Picture } from '../../work/work.ts'

/** Draws a drawing so many dots wide, as a PNG. */
export type Rasterise = (drawing: Picture, width: number) => Promise<Uint8Array>

let begun: Promise<void> | null = null

/** What was drawn already, by the faces it was drawn in and the bytes of the drawing: nobody changes either. */
const drawnIn = new WeakMap<Fonts, WeakMap<Uint8Array, Map<number, Uint8Array>>>()

/** `program` gives the bytes of resvg's program; letters are drawn in the faces of the work. A drawing takes a tenth of a second, and is drawn once. */
export function rasteriserOf(program: () => Promise<Uint8Array>, fonts: Fonts): Rasterise {
  const draw = drawing(program, fonts)
  const drawn = drawnIn.get(fonts) ?? new WeakMap<Uint8Array, Map<number, Uint8Array>>()
  drawnIn.set(fonts, drawn)
  return async (picture, width) => {
    const byWidth = drawn.get(picture.bytes) ?? new Map<number, Uint8Array>()
    drawn.set(picture.bytes, byWidth)
    const before = byWidth.get(width)
    if (before) return before
    const dots = await draw(picture, width)
    byWidth.set(width, dots)
    return dots
  }
}

function drawing(program: () => Promise<Uint8Array>, fonts: Fonts): Rasterise {
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
      const png = rendered.asPng()
      rendered.free()
      return png
    } catch {
      throw new Error(`The drawing “${name}” cannot be drawn in dots.`)
    } finally {
      drawn.free()
    }
  }
}

/**
 * The colour space that the colours of a page are meant in, as an ICC profile (ICC.1:2001-04, version 2.4): the red, green and blue of
 * IEC 61966-2-1 with its tone curve. Written by us: a few numbers of that standard, adapted to the white that profiles are based on.
 */

const sampled = 1024
/** Columns of the matrix from linear red, green and blue to the connection space. */
const colours = { rXYZ: [0.43607, 0.22249, 0.01392], gXYZ: [0.38515, 0.71687, 0.09708], bXYZ: [0.14307, 0.06061, 0.7141] }
const white = [0.9642, 1, 0.8249]

const linear = (value: number): number => (value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4)

class Bytes {
  private readonly bytes: number[] = []
  get length(): number {
    return this.bytes.length
  }
  text(text: string): this {
    for (const letter of text) this.bytes.push(letter.charCodeAt(0))
    return this
  }
  long(value: number): this {
    this.bytes.push((value >>> 24) & 255, (value >>> 16) & 255, (value >>> 8) & 255, value & 255)
    return this
  }
  short(value: number): this {
    this.bytes.push((value >>> 8) & 255, value & 255)
    return this
  }
  /** A signed number with sixteen binary places. */
  fixed(value: number): this {
    return this.long(Math.round(value * 65_536))
  }
  nothing(count: number): this {
    for (let i = 0; i < count; i++) this.bytes.push(0)
    return this
  }
  add(other: Bytes): this {
    this.bytes.push(...other.bytes)
    return this
  }
  whole(): Uint8Array {
    return Uint8Array.from(this.bytes)
  }
}

const point = (values: readonly number[]): Bytes => {
  const bytes = new Bytes().text('XYZ ').nothing(4)
  for (const value of values) bytes.fixed(value)
  return bytes
}
const words = (text: string): Bytes => new Bytes().text('text').nothing(4).text(text).nothing(1)
const description = (text: string): Bytes =>
  new Bytes()
    .text('desc')
    .nothing(4)
    .long(text.length + 1)
    .text(text)
    // Without names in other scripts.
    .nothing(1 + 8 + 2 + 1 + 67)

function curve(): Bytes {
  const bytes = new Bytes().text('curv').nothing(4).long(sampled)
  for (let i = 0; i < sampled; i++) bytes.short(Math.round(linear(i / (sampled - 1)) * 65_535))
  return bytes
}

export const colourSpaceName = 'sRGB IEC61966-2.1'

export function colourProfile(): Uint8Array {
  const tone = curve()
  const tags: [signature: string, data: Bytes][] = [
    ['desc', description(colourSpaceName)],
    ['cprt', words('No rights reserved')],
    ['wtpt', point(white)],
    ...Object.entries(colours).map(([name, values]): [string, Bytes] => [name, point(values)]),
    ['rTRC', tone],
    ['gTRC', tone],
    ['bTRC', tone],
  ]
  const table = new Bytes().long(tags.length)
  const data = new Bytes()
  const first = 128 + 4 + tags.length * 12
  const places = new Map<Bytes, number>()
  for (const [signature, bytes] of tags) {
    if (!places.has(bytes)) {
      data.nothing((4 - (data.length % 4)) % 4)
      places.set(bytes, first + data.length)
      data.add(bytes)
    }
    table.text(signature).long(places.get(bytes)!).long(bytes.length)
  }
  data.nothing((4 - (data.length % 4)) % 4)
  const header = new Bytes()
    .long(first + data.length)
    .nothing(4)
    .long(0x02400000)
    .text('mntrRGB XYZ ')
    // A day that is the same for everyone: the file is the same, byte for byte.
    .short(2000)
    .short(1)
    .short(1)
    .nothing(6)
    .text('acsp')
    .nothing(28)
  for (const value of white) header.fixed(value)
  header.nothing(128 - header.length)
  return header.add(table).add(data).whole()
}

/** Numbers of a binary file, read and written with their highest byte first. Reading past the end throws. */

export class ByteReader {
  at = 0
  private readonly view: DataView
  private readonly all: Uint8Array

  constructor(bytes: Uint8Array) {
    this.all = bytes
    this.view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  }

  skip(count: number): void {
    this.at += count
  }
  uint8(): number {
    return this.view.getUint8(this.at++)
  }
  uint16(): number {
    return this.view.getUint16((this.at += 2) - 2)
  }
  int16(): number {
    return this.view.getInt16((this.at += 2) - 2)
  }
  uint32(): number {
    return this.view.getUint32((this.at += 4) - 4)
  }
  tag(): string {
    return String.fromCharCode(...this.bytes(4))
  }
  bytes(count: number): Uint8Array {
    if (this.at + count > this.all.length) throw new RangeError('The file ends too soon.')
    return this.all.subarray(this.at, (this.at += count))
  }
  /** What was read since a place. */
  since(from: number): Uint8Array {
    if (this.at > this.all.length) throw new RangeError('The file ends too soon.')
    return this.all.subarray(from, this.at)
  }

  /** Seven bits a byte, the last without its highest (WOFF 2.0, 4.1). */
  base128(): number {
    let value = 0
    for (let i = 0; i < 5; i++) {
      const byte = this.uint8()
      value = value * 128 + (byte & 127)
      if (byte < 128) return value
    }
    throw new RangeError('A number is longer than it may be.')
  }

  /** Small numbers in one byte, larger ones in two or three (WOFF 2.0, 4.1). */
  uint255(): number {
    const code = this.uint8()
    if (code === 253) return this.uint16()
    if (code === 255) return this.uint8() + 253
    if (code === 254) return this.uint8() + 506
    return code
  }
}

export class ByteWriter {
  private buffer = new Uint8Array(1024)
  length = 0

  private room(count: number): void {
    if (this.length + count <= this.buffer.length) return
    const larger = new Uint8Array(Math.max(this.buffer.length * 2, this.length + count))
    larger.set(this.buffer)
    this.buffer = larger
  }
  uint8(value: number): void {
    this.room(1)
    this.buffer[this.length++] = value
  }
  uint16(value: number): void {
    this.uint8((value >> 8) & 255)
    this.uint8(value & 255)
  }
  uint32(value: number): void {
    this.uint16(value >>> 16)
    this.uint16(value & 0xffff)
  }
  bytes(bytes: Uint8Array): void {
    this.room(bytes.length)
    this.buffer.set(bytes, this.length)
    this.length += bytes.length
  }
  /** Zeroes up to a multiple of so many bytes. */
  pad(to: number): void {
    while (this.length % to) this.uint8(0)
  }
  done(): Uint8Array {
    return this.buffer.slice(0, this.length)
  }
}

/** Parts behind each other, with as many line feeds between them as asked for. */
export function joinBytes(parts: readonly Uint8Array[], between = 0): Uint8Array {
  const whole = new Uint8Array(parts.reduce((sum, part) => sum + part.length + between, 0)).fill(10)
  let at = 0
  for (const part of parts) {
    whole.set(part, at)
    at += part.length + between
  }
  return whole
}

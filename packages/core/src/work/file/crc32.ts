const table = Uint32Array.from({ length: 256 }, (_, byte) => {
  let value = byte
  for (let bit = 0; bit < 8; bit++) value = value & 1 ? 0xedb88320 ^ (value >>> 1) : value >>> 1
  return value
})

/** The checksum of zip archives and PNG chunks: CRC-32 of ISO/IEC 3309. */
export function crc32(bytes: Uint8Array): number {
  let value = 0xffffffff
  for (const byte of bytes) value = table[(value ^ byte) & 0xff]! ^ (value >>> 8)
  return ~value >>> 0
}

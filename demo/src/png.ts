/** A PNG (ISO/IEC 15948) written by hand, so that the demo has a picture made of pixels: an echogram of layers that waves run through. */
import { joinBytes } from '@steady-ledger/core/work/file/byteStreams.ts'
import { crc32 } from '@steady-ledger/core/work/file/crc32.ts'
import { zlibSync } from 'fflate'
import { seeded } from './generate.ts'

export function grainPng(width: number, height: number): Uint8Array {
  const random = seeded(77)
  const rows = new Uint8Array((width + 1) * height)
  for (let y = 0; y < height; y++) {
    rows[y * (width + 1)] = 0
    for (let x = 0; x < width; x++) rows[y * (width + 1) + 1 + x] = tone(x / width, y / height, random())
  }
  const header = new Uint8Array(13)
  const view = new DataView(header.buffer)
  view.setUint32(0, width)
  view.setUint32(4, height)
  header.set([8, 0, 0, 0, 0], 8)
  return joinBytes([
    Uint8Array.of(137, 80, 78, 71, 13, 10, 26, 10),
    chunk('IHDR', header),
    chunk('IDAT', zlibSync(rows, { level: 6 })),
    chunk('IEND', new Uint8Array()),
  ])
}

/** Grey of a point: layers, waves along them, the bed, and coarse noise in few steps so that the file stays small. */
function tone(x: number, y: number, noise: number): number {
  const bed = 0.86 + 0.05 * Math.sin(x * 5) + 0.02 * Math.sin(x * 21)
  if (y > bed) return y < bed + 0.02 ? 30 : 90
  const wave = 0.03 * Math.sin(x * 34) * Math.exp(-((x - 0.55) ** 2) * 9)
  const layer = Math.exp(-(((y - 0.34 - wave) / 0.035) ** 2)) + 0.6 * Math.exp(-(((y - 0.58 - wave * 0.6) / 0.03) ** 2))
  return Math.round((238 - layer * 130 - (noise > 0.82 ? 24 : 0)) / 8) * 8
}

function chunk(name: string, data: Uint8Array): Uint8Array {
  const whole = new Uint8Array(12 + data.length)
  const view = new DataView(whole.buffer)
  view.setUint32(0, data.length)
  for (let i = 0; i < 4; i++) whole[4 + i] = name.charCodeAt(i)
  whole.set(data, 8)
  view.setUint32(8 + data.length, crc32(whole.subarray(4, 8 + data.length)))
  return whole
}

/** Cyclic redundancy check of ISO 3309, bit by bit. */

/** The drawings of the demo works: charts and a map of an invented lake, as SVG made from made-up numbers. */
import type { Picture } from '@steady-ledger/core/work/work.ts'

const ink = '#20333a'
const colours = ['#0f5a58', '#8e2f2a', '#8a5a0a', '#4a6a9a']
const dashes = ['', '6 4', '2 3', '9 3 2 3']
const usualFrame = { width: 520, height: 300, left: 62, right: 18, top: 20, bottom: 48 }

export interface Curve {
  name: string
  /** y for each x, in the units of the axes. */
  points: [number, number][]
  dots?: boolean
  bars?: boolean
}
export interface ChartOptions {
  x: { title: string; from: number; to: number; marks: number[]; names?: string[] }
  y: { title: string; from: number; to: number; marks: number[] }
  curves: Curve[]
  /** Of the drawing, in its own units; letters are 13 high. Narrower for one that stands beside another. */
  size?: { width: number; height: number }
}

const round = (value: number): string => (Math.round(value * 10) / 10).toString()
const escape = (text: string): string => text.replace(/[&<>"]/g, sign => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[sign]!)
const text = (x: number, y: number, words: string, more = ''): string =>
  `<text x="${round(x)}" y="${round(y)}" font-family="Source Sans 3" font-size="13" fill="${ink}" ${more}>${escape(words)}</text>`

/** A chart with axes, curves told apart by colour and dash, and its key. */
export function plot({ x, y, curves, size }: ChartOptions): string {
  const frame = { ...usualFrame, ...size }
  const across = (value: number): number => frame.left + ((value - x.from) / (x.to - x.from)) * (frame.width - frame.left - frame.right)
  const up = (value: number): number =>
    frame.height - frame.bottom - ((value - y.from) / (y.to - y.from)) * (frame.height - frame.top - frame.bottom)
  const parts: string[] = []
  for (const mark of y.marks) {
    parts.push(
      `<line x1="${frame.left}" x2="${frame.width - frame.right}" y1="${round(up(mark))}" y2="${round(up(mark))}" stroke="#d8d2c4" stroke-width="0.8"/>`,
    )
    parts.push(text(frame.left - 8, up(mark) + 4, String(mark), 'text-anchor="end"'))
  }
  x.marks.forEach((mark, i) => {
    parts.push(
      `<line x1="${round(across(mark))}" x2="${round(across(mark))}" y1="${frame.height - frame.bottom}" y2="${frame.height - frame.bottom + 5}" stroke="${ink}" stroke-width="1"/>`,
    )
    parts.push(text(across(mark), frame.height - frame.bottom + 19, x.names?.[i] ?? String(mark), 'text-anchor="middle"'))
  })
  parts.push(
    `<path d="M ${frame.left} ${frame.top} V ${frame.height - frame.bottom} H ${frame.width - frame.right}" fill="none" stroke="${ink}" stroke-width="1.2"/>`,
  )
  parts.push(text((frame.left + frame.width - frame.right) / 2, frame.height - 10, x.title, 'text-anchor="middle"'))
  parts.push(
    text(0, 0, y.title, `text-anchor="middle" transform="translate(16 ${(frame.top + frame.height - frame.bottom) / 2}) rotate(-90)"`),
  )
  curves.forEach((curve, i) => {
    const colour = colours[i % colours.length]!
    if (curve.bars)
      for (const [px, py] of curve.points)
        parts.push(
          `<rect x="${round(across(px) - 11)}" y="${round(up(py))}" width="22" height="${round(up(y.from) - up(py))}" fill="${colour}"/>`,
        )
    else if (curve.dots)
      for (const [px, py] of curve.points) parts.push(`<circle cx="${round(across(px))}" cy="${round(up(py))}" r="3.2" fill="${colour}"/>`)
    else {
      const line = curve.points.map(([px, py], k) => `${k ? 'L' : 'M'} ${round(across(px))} ${round(up(py))}`).join(' ')
      parts.push(
        `<path d="${line}" fill="none" stroke="${colour}" stroke-width="1.8"${dashes[i] ? ` stroke-dasharray="${dashes[i]}"` : ''}/>`,
      )
    }
  })
  if (curves.length > 1)
    curves.forEach((curve, i) => {
      const left = frame.left + 14 + i * 120
      parts.push(
        `<line x1="${left}" x2="${left + 24}" y1="11" y2="11" stroke="${colours[i % colours.length]}" stroke-width="2"${dashes[i] ? ` stroke-dasharray="${dashes[i]}"` : ''}/>`,
      )
      parts.push(text(left + 30, 15, curve.name))
    })
  return svg(frame.width, frame.height, parts)
}

export const svg = (width: number, height: number, parts: string[]): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}">\n${parts.join('\n')}\n</svg>\n`

export const label = text

export function drawing(name: string, source: string): Picture {
  const [, width, height] = /viewBox="0 0 (\d+) (\d+)"/.exec(source)!
  return { name, type: 'image/svg+xml', bytes: new TextEncoder().encode(source), width: Number(width), height: Number(height) }
}

/** A made-up record for generated works. */
export function chart(name: string, { title, seed }: { title: string; seed: number }): Picture {
  const wave = (k: number): [number, number][] =>
    Array.from({ length: 60 }, (_, i) => [i, 12 + 5 * Math.sin(i / (6 + k) + seed + k) + 2 * Math.sin(i / 2.3 + seed)])
  return drawing(
    name,
    plot({
      x: { title, from: 0, to: 60, marks: [0, 15, 30, 45, 60] },
      y: { title: 'Temperature (°C)', from: 0, to: 20, marks: [0, 5, 10, 15, 20] },
      curves: [
        { name: 'west', points: wave(0) },
        { name: 'east', points: wave(3) },
      ],
    }),
  )
}

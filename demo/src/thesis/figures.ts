/** The drawings of the thesis: every curve is made from a few made-up numbers, the same in every run. */
import type { Picture } from '@steady-ledger/core/work/work.ts'
import { type ChartOptions, type Curve, drawing, label, plot, svg } from '../charts.ts'
import { seeded } from '../generate.ts'
import { grainPng } from '../png.ts'

const range = (from: number, to: number, step: number): number[] =>
  Array.from({ length: Math.floor((to - from) / step) + 1 }, (_, i) => from + i * step)
const curve = (name: string, xs: number[], y: (x: number) => number, more: Partial<Curve> = {}): Curve => ({
  name,
  points: xs.map((x): [number, number] => [x, y(x)]),
  ...more,
})
const scatter = (name: string, count: number, seed: number, at: (random: () => number) => [number, number]): Curve => {
  const random = seeded(seed)
  return { name, points: Array.from({ length: count }, () => at(random)), dots: true }
}
const months = ['May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct']
const season = { title: 'Month', from: 0, to: 6, marks: [0.5, 1.5, 2.5, 3.5, 4.5, 5.5], names: months }
const logistic = (x: number): number => 1 / (1 + Math.exp(-x))

/** Of the drawings that stand side by side. */
const beside = { width: 350, height: 260 }

const charts: Record<string, ChartOptions> = {
  'air-temperature': {
    x: season,
    y: { title: 'Daily mean (°C)', from: 0, to: 24, marks: [0, 6, 12, 18, 24] },
    curves: [
      curve('shore', range(0, 6, 0.05), x => 9 + 8.5 * Math.sin((x - 0.6) * 0.62) + 1.3 * Math.sin(x * 11)),
      curve('raft', range(0, 6, 0.05), x => 8.4 + 8.3 * Math.sin((x - 0.8) * 0.61) + 0.6 * Math.sin(x * 11 + 0.4)),
    ],
  },
  'passing-half': {
    x: { title: 'Time (h)', from: 0, to: 12, marks: [0, 6, 12] },
    y: { title: 'Depth (m)', from: 5, to: 20, marks: [5, 10, 15, 20] },
    size: beside,
    curves: [curve('thermocline', range(0, 12, 0.1), x => 14.2 + 3 * Math.cos((x * Math.PI) / 6)), curve('crest', [0, 12], () => 14.2)],
  },
  'passing-little': {
    x: { title: 'Time (h)', from: 0, to: 12, marks: [0, 6, 12] },
    y: { title: 'Depth (m)', from: 5, to: 20, marks: [5, 10, 15, 20] },
    size: beside,
    curves: [curve('thermocline', range(0, 12, 0.1), x => 11 + 4.9 * Math.cos((x * Math.PI) / 6)), curve('crest', [0, 12], () => 14.2)],
  },
  hypsography: {
    x: { title: 'Area below depth (km²)', from: 0, to: 12, marks: [0, 3, 6, 9, 12] },
    y: { title: 'Height above deepest point (m)', from: 0, to: 40, marks: [0, 10, 20, 30, 40] },
    curves: [
      curve('west', range(0, 6.2, 0.1), x => 40 * (x / 6.2) ** 0.7),
      curve('middle', range(0, 3.1, 0.1), x => 16 + 24 * (x / 3.1) ** 0.6),
      curve('east', range(0, 2.4, 0.1), x => 9 + 31 * (x / 2.4) ** 0.8),
    ],
  },
  'wind-rose-speed': {
    x: { title: 'Wind speed (m/s)', from: 0, to: 14, marks: [0, 2, 4, 6, 8, 10, 12, 14] },
    y: { title: 'Hours in the season', from: 0, to: 1000, marks: [0, 250, 500, 750, 1000] },
    curves: [
      {
        name: 'hours',
        bars: true,
        points: [
          [1, 820],
          [3, 940],
          [5, 690],
          [7, 410],
          [9, 190],
          [11, 80],
          [13, 22],
        ],
      },
    ],
  },
  'thermistor-drift': {
    size: beside,
    x: { title: 'Days in the water', from: 0, to: 160, marks: [0, 40, 80, 120, 160] },
    y: { title: 'Offset (mK)', from: -10, to: 30, marks: [-10, 0, 10, 20, 30] },
    curves: [
      curve('sensor 7', range(0, 160, 4), x => 0.16 * x + 1.4 * Math.sin(x / 7)),
      curve('others', range(0, 160, 4), x => 0.012 * x + 0.8 * Math.sin(x / 5)),
    ],
  },
  calibration: {
    size: beside,
    x: { title: 'Bath temperature (°C)', from: 0, to: 24, marks: [0, 6, 12, 18, 24] },
    y: { title: 'Residual (mK)', from: -6, to: 6, marks: [-6, -3, 0, 3, 6] },
    curves: [scatter('residuals', 44, 5, random => [random() * 23 + 0.5, (random() + random() - 1) * 4])],
  },
  'surface-flux': {
    x: { title: 'Week of the season', from: 0, to: 26, marks: [0, 5, 10, 15, 20, 25] },
    y: { title: 'Net flux into the lake (W/m²)', from: -160, to: 160, marks: [-120, -60, 0, 60, 120] },
    curves: [curve('net flux', range(0, 26, 0.5), x => 118 * Math.cos((x - 4) * 0.13) - 12 + 16 * Math.sin(x * 1.9))],
  },
  'heat-content': {
    x: season,
    y: { title: 'Heat content (MJ/m²)', from: 300, to: 1100, marks: [300, 500, 700, 900, 1100] },
    curves: [
      curve('west', range(0, 6, 0.1), x => 420 + 560 * Math.exp(-(((x - 3.7) / 2) ** 2))),
      curve('east', range(0, 6, 0.1), x => 390 + 430 * Math.exp(-(((x - 3.2) / 1.9) ** 2))),
    ],
  },
  'budget-residual': {
    x: season,
    y: { title: 'Residual (W/m²)', from: -30, to: 30, marks: [-30, -15, 0, 15, 30] },
    curves: [
      curve('west', range(0, 6, 0.06), x => 6 * Math.sin(x * 4) + 3 * Math.sin(x * 9.7)),
      curve('east', range(0, 6, 0.06), x => 9 * Math.sin(x * 3.1 + 1) + 5 * Math.sin(x * 8.3) - (x > 3.4 && x < 3.8 ? 12 : 0)),
    ],
  },
  'sill-exchange': {
    x: { title: 'Hours after the wind drops', from: 0, to: 48, marks: [0, 12, 24, 36, 48] },
    y: { title: 'Flow over the sill (m³/s)', from: -30, to: 60, marks: [-30, 0, 30, 60] },
    curves: [
      curve('upper', range(0, 48, 0.5), x => 48 * Math.exp(-x / 22) * Math.cos(x / 5.2)),
      curve('lower', range(0, 48, 0.5), x => -26 * Math.exp(-x / 24) * Math.cos(x / 5.2 - 0.5)),
    ],
  },
  'fetch-directions': {
    x: { title: 'Wind direction (degrees from north)', from: 0, to: 360, marks: [0, 90, 180, 270, 360] },
    y: { title: 'Fetch (km)', from: 0, to: 8, marks: [0, 2, 4, 6, 8] },
    curves: [
      curve('west', range(0, 360, 5), x => 2.1 + 4.9 * Math.exp(-(((x - 230) / 34) ** 2)) + 2.2 * Math.exp(-(((x - 50) / 30) ** 2))),
      curve('middle', range(0, 360, 5), x => 1.2 + 1.5 * Math.abs(Math.sin((x * Math.PI) / 180))),
      curve('east', range(0, 360, 5), x => 1 + 1.3 * Math.exp(-(((x - 245) / 40) ** 2))),
    ],
  },
  'thermocline-depth': {
    x: season,
    y: { title: 'Depth of the thermocline (m)', from: 0, to: 24, marks: [0, 6, 12, 18, 24] },
    curves: [
      curve('west', range(0, 6, 0.1), x => 4 + 2.3 * x + 6 * logistic((x - 4.6) * 4)),
      curve('east', range(0, 6, 0.1), x => 3.2 + 1.3 * x + 3 * logistic((x - 5.2) * 5)),
    ],
  },
  'tilt-storm': {
    x: { title: 'Hours of the storm of 14 August', from: 0, to: 36, marks: [0, 6, 12, 18, 24, 30, 36] },
    y: { title: 'Depth of the 12 °C surface (m)', from: 4, to: 20, marks: [4, 8, 12, 16, 20] },
    curves: [
      curve('windward', range(0, 36, 0.4), x => 11 - 4.6 * logistic((x - 8) / 1.5) * Math.cos(Math.max(0, x - 15) / 3.3)),
      curve('leeward', range(0, 36, 0.4), x => 11 + 5.2 * logistic((x - 9) / 1.5) * Math.cos(Math.max(0, x - 15) / 3.3)),
    ],
  },
  wedderburn: {
    x: season,
    y: { title: 'Index W', from: 0, to: 12, marks: [0, 3, 6, 9, 12] },
    curves: [
      curve('west', range(0, 6, 0.05), x => Math.max(0.3, 5 + 4 * Math.sin(x * 0.7) + 2 * Math.sin(x * 6.1))),
      curve('east', range(0, 6, 0.05), x => Math.max(0.6, 8 + 2.6 * Math.sin(x * 0.7 + 0.4) + 1.1 * Math.sin(x * 5.3))),
    ],
  },
  dissipation: {
    x: { title: 'Depth (m)', from: 0, to: 30, marks: [0, 10, 20, 30] },
    y: { title: 'log₁₀ of dissipation (W/kg)', from: -10, to: -5, marks: [-10, -9, -8, -7, -6, -5] },
    curves: [
      curve('storm', range(0, 30, 0.5), x => -6 - 2.6 * logistic((x - 10) / 2) + 0.2 * Math.sin(x * 1.7)),
      curve('calm', range(0, 30, 0.5), x => -7.4 - 2 * logistic((x - 6) / 1.6) + 0.2 * Math.sin(x * 2.1)),
    ],
  },
  'index-profiles': {
    x: { title: 'Mixing index', from: 0, to: 1, marks: [0, 0.25, 0.5, 0.75, 1] },
    y: { title: 'Height above bed (m)', from: 0, to: 40, marks: [0, 10, 20, 30, 40] },
    curves: [
      curve('June', range(0, 1, 0.02), x => 40 - 12 * (1 - x) ** 0.5 - 24 * (1 - x) ** 4),
      curve('August', range(0, 1, 0.02), x => 40 - 20 * (1 - x) ** 0.7 - 16 * (1 - x) ** 3),
      curve('October', range(0, 1, 0.02), x => 40 - 37 * (1 - x) ** 1.2),
    ],
  },
  'index-against-observed': {
    x: { title: 'Mixing index from wind and stratification', from: 0, to: 1, marks: [0, 0.25, 0.5, 0.75, 1] },
    y: { title: 'Observed share of mixed volume', from: 0, to: 1, marks: [0, 0.25, 0.5, 0.75, 1] },
    curves: [
      scatter('weeks', 60, 11, random => {
        const x = random()
        return [x, Math.min(1, Math.max(0, x * 0.94 + 0.03 + (random() - 0.5) * 0.18))]
      }),
    ],
  },
  'index-sensitivity': {
    x: { title: 'Change of a parameter (%)', from: -40, to: 40, marks: [-40, -20, 0, 20, 40] },
    y: { title: 'Change of the index (%)', from: -30, to: 30, marks: [-30, -15, 0, 15, 30] },
    curves: [
      curve('wind', range(-40, 40, 2), x => 0.62 * x),
      curve('sill', range(-40, 40, 2), x => -0.28 * x),
      curve('area', range(-40, 40, 2), x => 0.1 * x),
    ],
  },
  'forecast-skill': {
    x: { title: 'Days ahead', from: 0, to: 14, marks: [0, 2, 4, 6, 8, 10, 12, 14] },
    y: { title: 'Skill', from: 0, to: 1, marks: [0, 0.25, 0.5, 0.75, 1] },
    curves: [curve('index', range(0, 14, 0.25), x => 0.93 * Math.exp(-x / 11)), curve('season mean', range(0, 14, 0.25), () => 0.34)],
  },
  'turnover-dates': {
    x: { title: 'Year of the record', from: 0, to: 10, marks: [1, 3, 5, 7, 9] },
    y: { title: 'Turnover, days after 1 October', from: 0, to: 60, marks: [0, 15, 30, 45, 60] },
    curves: [
      {
        name: 'observed',
        dots: true,
        points: [
          [1, 31],
          [2, 26],
          [3, 38],
          [4, 33],
          [5, 41],
          [6, 29],
          [7, 44],
          [8, 36],
          [9, 47],
        ],
      },
      curve('forecast', range(1, 9, 0.5), x => 27 + 2 * x + 2 * Math.sin(x * 2)),
    ],
  },
}

/** The lake from above: three basins between two sills, moorings, the raft and the wind. Invented from shore to shore. */
function map(): string {
  const ink = '#20333a'
  return svg(520, 300, [
    '<rect x="0" y="0" width="520" height="300" fill="#f4efe2"/>',
    '<path d="M 34 196 C 30 120 96 66 176 74 C 214 78 226 104 252 110 C 282 116 296 92 330 96 C 362 100 366 120 390 124 C 430 120 486 96 494 146 C 500 196 452 222 412 204 C 392 196 380 182 358 188 C 330 198 318 214 284 206 C 258 200 244 206 216 222 C 150 262 42 272 34 196 Z" fill="#cfe0e2" stroke="#20333a" stroke-width="1.4"/>',
    '<path d="M 74 186 C 76 134 122 104 172 110 C 204 116 208 150 196 180 C 168 222 80 232 74 186 Z" fill="#a9c8cd" stroke="#6a9299" stroke-width="0.8"/>',
    '<path d="M 104 178 C 106 150 134 134 164 138 C 182 144 180 164 172 178 C 156 198 108 204 104 178 Z" fill="#7fadb5" stroke="#5a868e" stroke-width="0.8"/>',
    '<path d="M 412 164 C 416 142 456 134 472 152 C 478 174 444 190 424 182 Z" fill="#a9c8cd" stroke="#6a9299" stroke-width="0.8"/>',
    '<path d="M 274 140 C 292 128 330 128 338 146 C 336 166 300 176 280 164 Z" fill="#bcd5d8" stroke="#6a9299" stroke-width="0.8"/>',
    '<path d="M 246 108 L 240 206" stroke="#8e2f2a" stroke-width="1.6" stroke-dasharray="5 4" fill="none"/>',
    '<path d="M 376 122 L 372 188" stroke="#8e2f2a" stroke-width="1.6" stroke-dasharray="5 4" fill="none"/>',
    ...[
      [140, 166, 'W1'],
      [196, 144, 'W2'],
      [304, 150, 'M1'],
      [446, 162, 'E1'],
    ].map(([x, y, name]) => `<circle cx="${x}" cy="${y}" r="4" fill="${ink}"/>${label(Number(x) + 7, Number(y) + 4, String(name))}`),
    '<path d="M 100 276 L 158 244 M 158 244 l -12 1 M 158 244 l -7 10" stroke="#0f5a58" stroke-width="2" fill="none"/>',
    label(34, 292, 'prevailing wind'),
    label(216, 98, 'west sill'),
    label(356, 112, 'east sill'),
    '<path d="M 400 272 H 490 M 400 267 v 10 M 490 267 v 10 M 445 269 v 6" stroke="#20333a" stroke-width="1.2" fill="none"/>',
    label(430, 290, '2 km'),
    '<path d="M 482 62 V 28 M 482 28 l -5 10 M 482 28 l 5 10" stroke="#20333a" stroke-width="1.4" fill="none"/>',
    label(477, 76, 'N'),
  ])
}

function mooring(): string {
  const rows: string[] = [
    '<path d="M 40 40 H 360" stroke="#6a9299" stroke-width="1.4"/>',
    '<path d="M 150 40 C 150 16 190 16 190 40 Z" fill="#8a5a0a"/>',
    '<path d="M 170 40 V 240" stroke="#20333a" stroke-width="1.5"/>',
  ]
  for (let i = 0; i < 10; i++) {
    const y = 58 + i * 18
    rows.push(`<rect x="164" y="${y}" width="12" height="7" fill="#0f5a58"/>`)
    if (i % 2 === 0) rows.push(label(188, y + 8, `thermistor, ${(1 + i * 3.5).toFixed(1)} m`))
  }
  rows.push(
    '<rect x="146" y="240" width="48" height="22" fill="#20333a"/>',
    label(206, 256, 'anchor, 180 kg'),
    '<path d="M 20 262 C 110 252 230 268 380 258" stroke="#8a6a4a" stroke-width="2" fill="none"/>',
    label(206, 30, 'subsurface float'),
  )
  return svg(400, 280, rows)
}

/** The mark of the university: a hill over two waves. */
const mark = (): string =>
  svg(120, 120, [
    '<circle cx="60" cy="60" r="55" fill="none" stroke="#0f5a58" stroke-width="3"/>',
    '<path d="M 18 70 Q 44 22 60 34 Q 78 48 102 70" fill="none" stroke="#0f5a58" stroke-width="4"/>',
    '<path d="M 20 82 q 10 -9 20 0 t 20 0 t 20 0 t 20 0" fill="none" stroke="#0f5a58" stroke-width="3"/>',
    '<path d="M 32 95 q 9 -8 18 0 t 18 0 t 18 0" fill="none" stroke="#0f5a58" stroke-width="3"/>',
  ])

/** They are drawn once, however often the thesis is made: nobody changes a picture. */
let drawn: Map<string, Picture> | undefined
export const thesisPictures = (): Map<string, Picture> => new Map((drawn ??= drawAll()))

function drawAll(): Map<string, Picture> {
  const pictures = new Map<string, Picture>()
  const add = (picture: Picture): void => void pictures.set(picture.name, picture)
  add(drawing('lake-map.svg', map()))
  add(drawing('mark.svg', mark()))
  add(drawing('mooring.svg', mooring()))
  for (const [name, options] of Object.entries(charts)) add(drawing(`${name}.svg`, plot(options)))
  add({ name: 'echogram.png', type: 'image/png', bytes: grainPng(1400, 620), width: 1400, height: 620 })
  return pictures
}

/** Figures of the budgets: `npm run bench` prints them and writes the table of docs/benchmarks.md. Times in milliseconds, medians of several runs. */

import { execFileSync } from 'node:child_process'
import { readFileSync, writeFileSync } from 'node:fs'
import os from 'node:os'
import { generateWork } from '../demo/src/generate.ts'
import { turnOver } from '../packages/cli/src/turnOver.ts'
import { browserPrint } from './browserPrint.ts'
import type { CitationTimes } from './citations.ts'
import { fixedLoop } from './fixedLoop.ts'
import { type KeySitting, keyToFrame } from './keyToFrame.ts'
import { median } from './median.ts'
import { openings } from './opening.ts'
import type { OutputTimes } from './outputs.ts'
import type { TurnoverTimes } from './turnover.ts'

const inItsOwnProcess = (script: string): string =>
  execFileSync(process.execPath, [new URL(script, import.meta.url).pathname], { encoding: 'utf8' })

/** Times, in milliseconds, are also told in fixed loops, so that runs on machines of other speeds can be compared. */
const rows: { cells: [measure: string, value: string, must: string, should: string]; milliseconds: number[] }[] = []
const row = (measure: string, value: string, must = '', should = '', ...milliseconds: number[]): void => {
  rows.push({ cells: [measure, value, must, should], milliseconds })
  process.stdout.write(`${measure}: ${value}${must ? `  (must ${must}, should ${should})` : ''}\n`)
}
const ms = (value: number): string =>
  value < 100 ? `${value.toFixed(1)} ms` : value < 10_000 ? `${Math.round(value)} ms` : `${(value / 1000).toFixed(1)} s`

/** The median, and the fastest. */
const told = (samples: number[]): string => `${ms(median(samples))} (${ms(Math.min(...samples))})`

/** How long a fixed loop takes, between the measurements: what it varies by, everything else varied by as well. */
const loops: number[] = []
function steady(): void {
  loops.push(fixedLoop(), fixedLoop(), fixedLoop())
}
steady()

// First, while nothing else is at work in this process.
const sittings = [await keyToFrame(), await keyToFrame(), await keyToFrame()].filter(sitting => sitting !== null)
if (sittings.length) {
  const [p50, p95] = [sittings.map(sitting => sitting.p50), sittings.map(sitting => sitting.p95)]
  row(
    'key press to letter on screen in the galley, 300-page work, p50 / p95',
    `${told(p50)} / ${told(p95)}`,
    '32 ms',
    '16 ms',
    median(p50),
    median(p95),
  )
  const of = (figure: keyof KeySitting): number[] => sittings.map(sitting => sitting[figure])
  for (const [figure, measure] of [
    ['perLetter', 'how long the page is at work for a letter, with all that follows it, 300-page work'],
    ['box', 'key press to the command box on screen, 300-page work'],
    ['pages', 'press on the tab to the page where the cursor is on screen, 300-page work'],
  ] as const)
    row(measure, told(of(figure)), '', '', median(of(figure)))
}

steady()
// Three processes, some seconds apart: the machine is disturbed in waves.
const runs = [1, 2, 3].map(() => JSON.parse(inItsOwnProcess('./turnover.js')) as TurnoverTimes)
const pooled = (of: (run: TurnoverTimes) => number[]): number[] => runs.flatMap(of)
const times = {
  cold: pooled(run => [run.cold]),
  cached: pooled(run => run.cached),
  keys: pooled(run => run.keys),
  numbersCold: pooled(run => run.numbersCold),
  numbersAfterEdit: pooled(run => run.numbersAfterEdit),
  pdf: pooled(run => run.pdf),
}
const { pages, rounds, pdfBytes } = runs[0]!
row('300-page work: pages made, rounds', `${pages}, ${rounds}`)
row('full turnover, everything cold', told(times.cold), '7 s', '4 s', median(times.cold))
row('full turnover, formulas cached, cold otherwise', told(times.cached), '1.5 s', '0.8 s', median(times.cached))
row('turnover after one keystroke in the middle', told(times.keys), '150 ms', '40 ms', median(times.keys))
row(
  'numbers and references alone, all of them cold / those of the chapter after an edit',
  `${told(times.numbersCold)} / ${told(times.numbersAfterEdit)}`,
  '60 ms / 8 ms',
  '20 ms / 2 ms',
  median(times.numbersCold),
  median(times.numbersAfterEdit),
)
row('PDF written', `${told(times.pdf)}, ${(pdfBytes / 1e6).toFixed(1)} MB`, '3 s', '1.5 s', median(times.pdf))

steady()
const cited = JSON.parse(inItsOwnProcess('./citations.js')) as CitationTimes
const citedIn = (times: Record<string, number[]>, style: string): number[][] =>
  Object.entries(times).flatMap(([name, own]) => (name === style || name.endsWith(`, ${style}`) ? [own] : []))
const citingStyles = ['numbers', 'authorAndYear', 'notes']
row(
  '600 citations of 400 sources formatted, cold: by number / author and year / in notes',
  citingStyles.map(style => told(citedIn(cited.cold, style)[0]!)).join(' / '),
  '1.5 s',
  '',
  ...citingStyles.map(style => median(citedIn(cited.cold, style)[0]!)),
)
for (const [order, name] of Object.keys(cited.edits)
  .filter(key => key.endsWith(', numbers'))
  .map(key => key.slice(0, -', numbers'.length))
  .entries())
  row(
    `the same after an edit, ${name}`,
    citingStyles.map(style => told(citedIn(cited.edits, style)[order]!)).join(' / '),
    '50 ms',
    '',
    ...citingStyles.map(style => median(citedIn(cited.edits, style)[order]!)),
  )

steady()
const dispatched = JSON.parse(inItsOwnProcess('./outputs.js')) as OutputTimes
for (const [name, { milliseconds, bytes }] of Object.entries(dispatched.each))
  if (name !== 'pdf')
    row(
      `output “${name}” after the turnover, 300-page work`,
      `${told(milliseconds)}, ${(bytes / 1e6).toFixed(1)} MB`,
      name === 'keeping' ? '' : '2 s',
      name === 'keeping' ? '' : '1 s',
      median(milliseconds),
    )
row('all outputs together, from one make-up of pages', ms(dispatched.all), '12 s', '7 s', dispatched.all)
row(
  'the same: peak memory of a process that turned the work over and wrote them',
  `${Math.round(dispatched.memory / 1e6)} MB`,
  '900 MB',
  '500 MB',
)

steady()
const opened = await openings(3)
if (opened) {
  row('over the wire until the shelf is drawn', `${Math.round(opened.shelfBytes / 1000)} KB`, '200 KB')
  row(
    'from the click to text on the screen, demo thesis / 300-page work',
    `${told(opened.demoText)} / ${told(opened.bigText)}`,
    '400 ms',
    '',
    median(opened.demoText),
    median(opened.bigText),
  )
  row('a page of the 300-page work as it was last time, from the address', told(opened.lastPage), '', '', median(opened.lastPage))
  row(
    '300-page work in balance in the browser against Node, formulas cached',
    `${ms(Math.min(...opened.balance))} against ${ms(Math.min(...times.cached))}: ${(Math.min(...opened.balance) / Math.min(...times.cached)).toFixed(2)} ×`,
    '1.2 ×',
  )
}

steady()
const printed = await browserPrint((await turnOver(generateWork(300, 1))).turnover)
if (printed) {
  // Best of three on both sides: what the machine can do when nothing else disturbs it.
  const own = Math.min(...times.cached) + Math.min(...times.pdf)
  row(
    'turnover and PDF, formulas cached, against the browser’s own print of the same work as a web page',
    `${ms(own)} against ${ms(printed.milliseconds)}: ${(own / printed.milliseconds).toFixed(2)} × (its file ${(printed.bytes / 1e6).toFixed(1)} MB)`,
    '0.5 ×',
    '0.2 ×',
  )
}

steady()
const growth = JSON.parse(inItsOwnProcess('./growth.js')) as { pages: number; perPage: number }[]
row(
  'growth of the full turnover, time a page at 30 : 300 : 3,000 pages',
  growth.map(({ perPage }) => (perPage / growth[1]!.perPage).toFixed(2)).join(' : '),
  'within 20 %',
  'within 5 %',
)
const peak = Number(inItsOwnProcess('./memory.js'))
row('peak memory of a process that opens the work and types in it', `${Math.round(peak / 1e6)} MB`, '700 MB', '300 MB')

steady()
const extremes = JSON.parse(inItsOwnProcess('./extremes.js')) as { times: { name: string; milliseconds: number }[]; peak: number }
row(
  `works of one thing alone, each cold: ${extremes.times.map(({ name }) => name).join(' / ')}`,
  extremes.times.map(({ milliseconds }) => ms(milliseconds)).join(' / '),
  '3 s',
  '',
  ...extremes.times.map(({ milliseconds }) => milliseconds),
)
row('peak memory of a process that makes up all of these', `${Math.round(extremes.peak / 1e6)} MB`, '700 MB')

steady()
row(
  'a fixed loop between the measurements, fastest / slowest: how disturbed the run was',
  `${ms(Math.min(...loops))} / ${ms(Math.max(...loops))}`,
)

const machine = `${os.cpus()[0]?.model ?? 'unknown processor'}, ${os.cpus().length} cores, Node ${process.version}`
const loop = Math.min(...loops)
const inLoops = (times: number[]): string => times.map(time => (time / loop).toFixed(time < loop ? 2 : 1)).join(' / ')
const table = rows.map(({ cells, milliseconds }) => `| ${[...cells, inLoops(milliseconds)].join(' | ')} |`).join('\n')
// What was written about the figures, from the first heading on, stays: it says of which day and machine it is.
const file = 'docs/benchmarks.md'
const [, ...sections] = readFileSync(file, 'utf8').split(/^(?=## )/m)
writeFileSync(
  file,
  `# Benchmarks

Written by \`npm run bench\` on ${new Date().toISOString().slice(0, 10)}, ${machine}. A shared machine: times vary by a factor of two within seconds (medians are told, with the fastest of all samples in brackets, from three processes or sittings); ratios are
steadier, and so are times told in units of the fastest fixed loop of the run (last row), which say the same on a machine of another speed. The work is the generated one of 300 pages (\`steady-ledger generate --pages 300 --seed 1\`): 100,000 words, 200 figures, 100 tables, 600
display and 1,500 inline equations, 1,500 references, 800 notes.

| measure | found | must reach | should reach | in fixed loops |
| --- | --- | --- | --- | --- |
${table}

${sections.join('')}`,
)

/**
 * Turnovers of the 300-page work, its numbers and its PDF, in a process of its own: what other measurements left on the heap would be
 * cleared away on their time. Prints milliseconds as JSON.
 */
import { setFlagsFromString } from 'node:v8'
import { runInNewContext } from 'node:vm'
import { generateWork } from '../demo/src/generate.ts'
import { readFonts } from '../packages/cli/src/host.ts'
import { turnOver } from '../packages/cli/src/turnOver.ts'
import { type ReferenceToWord, wordReference } from '../packages/core/src/content/references/wordReference.ts'
import { writePdf } from '../packages/core/src/dispatch/pdf/writePdf.ts'
import { createTypesetter } from '../packages/core/src/formulas/converter.ts'
import { readPatterns } from '../packages/core/src/languages/patterns.ts'
import { numberWork, type WorkLedger } from '../packages/core/src/numbers/ledger.ts'
import { scanDivision } from '../packages/core/src/numbers/scan.ts'
import { TurnoverEngine } from '../packages/core/src/turnover/turnover.ts'
import { openFonts } from '../packages/core/src/type/fonts.ts'
import { type Node, schema } from '../packages/core/src/work/schema.ts'
import type { Work } from '../packages/core/src/work/work.ts'
import { typing } from './typing.ts'

// What words are divided by is there before anything is timed.
await readPatterns(['en-gb'])

export interface TurnoverTimes {
  pages: number
  rounds: number
  cold: number
  cached: number[]
  keys: number[]
  numbersCold: number[]
  numbersAfterEdit: number[]
  pdf: number[]
  pdfBytes: number
}

setFlagsFromString('--expose-gc')
const collectGarbage = runInNewContext('gc') as () => void

const timed = <T>(run: () => T): [number, T] => {
  const began = performance.now()
  const value = run()
  return [performance.now() - began, value]
}
/** The same work with nodes of its own: nothing kept for the old ones helps. */
const afresh = (work: Work): Work => ({ ...work, doc: schema.nodeFromJSON(work.doc.toJSON()) })

const work = generateWork(300, 1)
const coldBegan = performance.now()
const { turnover: first, formulas: set } = await turnOver(work)
const cold = performance.now() - coldBegan
const { pages, rounds } = first
const formulas = createTypesetter()
formulas.takeIn(set.handOut())

const cached = Array.from({ length: 7 }, () => afresh(work)).map(
  made => timed(() => new TurnoverEngine(openFonts(readFonts()), formulas).run(made))[0],
)

const fonts = openFonts(readFonts())
const engine = new TurnoverEngine(fonts, formulas)
engine.run(work)
const keys = [...typing(work, 15)].map(edited => timed(() => engine.run(edited))[0])

/** What the references of some divisions say; their pages are left open. */
const word = (divisions: readonly Node[], under: WorkLedger): void => {
  for (const node of divisions)
    for (const { node: reference, before } of scanDivision(node).references) {
      const { targets, wording, was } = reference.attrs as ReferenceToWord
      wordReference({ targets, wording, was }, { ledger: under, language: 'en-GB', pageOf: () => undefined, before })
    }
}
// Made and cleared up beforehand, so that the collector has nothing to do but what numbering leaves to it.
const fresh = Array.from({ length: 25 }, () => afresh(work))
collectGarbage()
const numbersCold = fresh.map(made => timed(() => word(made.doc.children, numberWork(made.doc, made.scheme)))[0])
let ledger = numberWork(work.doc, work.scheme)
let numbered = work.doc
const numbersAfterEdit = [...typing(work, 15)].map(edited => {
  const changed = edited.doc.children.filter(node => !numbered.children.includes(node))
  const [time] = timed(() => {
    ledger = numberWork(edited.doc, edited.scheme, ledger)
    word(changed, ledger)
  })
  numbered = edited.doc
  return time
})

const turnover = engine.run(work)
const pdf: number[] = []
let pdfBytes = 0
for (let i = 0; i < 5; i++) {
  const began = performance.now()
  pdfBytes = (await writePdf(turnover, fonts, { date: new Date(0) })).length
  pdf.push(performance.now() - began)
}
const times: TurnoverTimes = {
  pages: pages.length,
  rounds,
  cold,
  cached,
  keys,
  numbersCold,
  numbersAfterEdit,
  pdf,
  pdfBytes,
}
process.stdout.write(JSON.stringify(times))

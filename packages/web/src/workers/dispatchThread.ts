/** Writes files of exactly the work that was sent, with a turnover of its own where they hold pages; ended from outside to cancel. */

import mathFaceUrl from '@fontsource/stix-two-math/files/stix-two-math-latin-400-normal.woff2?url'
import drawingUrl from '@resvg/resvg-wasm/index_bg.wasm?url'
import { type Dispatched, dispatchAll } from '@steady-ledger/core/dispatch/dispatchAll.ts'
import type { Subsetter } from '@steady-ledger/core/dispatch/html/cutFace.ts'
import type { MathFaceParts } from '@steady-ledger/core/dispatch/html/mathFace.ts'
import { outputOf } from '@steady-ledger/core/dispatch/outputs.ts'
import { formulasToSet } from '@steady-ledger/core/formulas/setAhead.ts'
import { type Turnover, TurnoverEngine } from '@steady-ledger/core/turnover/turnover.ts'
import { type FallbackName, type Fonts, openFonts } from '@steady-ledger/core/type/fonts.ts'
import { readPatternsFor } from '@steady-ledger/core/type/languagesIn.ts'
import { namesOwnFaces, withOwnFaces } from '@steady-ledger/core/type/ownFaces.ts'
import { facesWanted } from '@steady-ledger/core/type/signsIn.ts'
import { schema } from '@steady-ledger/core/work/schema.ts'
import { sharingWith } from '@steady-ledger/core/work/sharing.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import subsetterUrl from 'harfbuzzjs/dist/harfbuzz-subset.wasm?url'
import { database } from '../storage/database.ts'
import { fetchFonts } from './fonts.ts'
import { createLateTypesetter, fetchConverter, needsConverter } from './lateFormulas.ts'
import type { FromDispatch, ToDispatch } from './protocol.ts'

const say = (message: FromDispatch): void => postMessage(message)

/** Milliseconds between two words about how far it is. */
const saysEvery = 60

async function write({ outputs: names, work: id, doc, parts, pictures, date, ...chosen }: ToDispatch): Promise<Dispatched[]> {
  const outputs = names.map(outputOf).filter(output => output !== undefined)
  if (outputs.length < names.length) throw new Error('This program cannot write such a file.')
  const given: Work = {
    ...parts,
    doc: schema.nodeFromJSON(JSON.parse(doc)),
    pictures: new Map(pictures.map(picture => [picture.name, picture])),
  }
  if (last?.id !== id) last = null
  const work = last ? sharingWith(last.work, given) : given
  const { keepsakes, withWork, spokenFormulas, width } = chosen
  const several = outputs.length > 1
  let says = 'Writing'
  let said = 0
  return dispatchAll(
    outputs,
    { work, turnOver: () => turnOver(id, work), drawingProgram, mathFace },
    {
      date: new Date(date),
      ...(keepsakes ? { keepsakes } : {}),
      ...(spokenFormulas ? { spokenFormulas } : {}),
      ...(width ? { width } : {}),
      withWork: withWork ?? false,
      onProgress: (done, of) => {
        const now = performance.now()
        if (now - said < saysEvery) return true
        said = now
        say({ kind: 'progress', says, done, of })
        return true
      },
    },
    ({ title }, done) => {
      if (several) says = `${title}, ${done + 1} of ${outputs.length}`
      say({ kind: 'progress', says, done: several ? done : 0, of: several ? outputs.length : 1 })
    },
  )
}

/** What a file asks for beside the work, fetched from the application's own server. */
async function fetched(address: string, what: string): Promise<Uint8Array> {
  const answer = await fetch(address)
  if (!answer.ok) throw new Error(`${what} could not be fetched. Try again when the server can be reached.`)
  return new Uint8Array(await answer.arrayBuffer())
}
const drawingProgram = (): Promise<Uint8Array> => fetched(drawingUrl, 'The program that draws pictures')
async function fetchMathFace(): Promise<MathFaceParts> {
  const [face, program] = await Promise.all([
    fetched(mathFaceUrl, 'The face of the formulas'),
    fetched(subsetterUrl, 'The program that cuts faces'),
  ])
  const { instance } = await WebAssembly.instantiate(program as Uint8Array<ArrayBuffer>)
  return { face, subsetter: instance.exports as unknown as Subsetter }
}
let mathFaceParts: Promise<MathFaceParts> | null = null
/** Once for all outputs; what could not be fetched is asked for again. */
const mathFace = (): Promise<MathFaceParts> =>
  (mathFaceParts ??= fetchMathFace().catch(error => {
    mathFaceParts = null
    throw error
  }))

const formulas = createLateTypesetter()
/** The work that was made up here last, and what with: one that is written again is made up of what is as it was. */
let last: { id: string; work: Work; engine: TurnoverEngine } | null = null

/** The engine that made up the work last, where it has all faces that are asked for; else a new one. */
async function engineFor(work: Work): Promise<TurnoverEngine> {
  const { families } = work.houseStyle
  const same = last !== null && JSON.stringify(last.work.houseStyle.families) === JSON.stringify(families)
  if (last && same && !namesOwnFaces(families) && facesWanted(work, last.engine.fonts).size === 0) return last.engine
  const opened = async (more: Iterable<FallbackName> = []) => openFonts(withOwnFaces(await fetchFonts(families, more), work))
  let fonts = await opened()
  const others = facesWanted(work, fonts)
  if (others.size) fonts = await opened(others)
  return new TurnoverEngine(fonts, formulas)
}

async function turnOver(id: string, work: Work): Promise<{ turnover: Turnover; fonts: Fonts }> {
  if (formulasToSet(work.doc, formulas).length) formulas.takeIn((await database.formulas.toArray()).map(({ key, box }) => [key, box]))
  if (needsConverter(work.doc, formulas)) await fetchConverter()
  await readPatternsFor(work).catch(error => {
    console.warn('Words of a language are not divided.', error)
    say({
      kind: 'without',
      says: 'Words of one language are not divided in this file: how was not to be fetched. Write it again when the server can be reached.',
    })
  })
  const engine = await engineFor(work)
  const steps = engine.steps(work)
  let step = steps.next()
  while (!step.done) {
    say({ kind: 'progress', says: 'Making up pages', ...step.value })
    step = steps.next()
  }
  last = { id, work, engine }
  return { turnover: step.value, fonts: engine.fonts }
}

addEventListener('message', async ({ data }: MessageEvent<ToDispatch>) => {
  try {
    say({ kind: 'written', files: await write(data) })
  } catch (error) {
    say({ kind: 'failed', message: (error as Error).message })
  }
})

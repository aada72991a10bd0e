/** Writes files of exactly the work that was sent, with a turnover of its own where they hold pages; ended from outside to cancel. */

import mathFaceUrl from '@fontsource/stix-two-math/files/stix-two-math-latin-400-normal.woff2?url'
import drawingUrl from '@resvg/resvg-wasm/index_bg.wasm?url'
import { type Dispatched, dispatchAll } from '@steady-ledger/core/dispatch/dispatchAll.ts'
import type { Subsetter } from '@steady-ledger/core/dispatch/html/cutFace.ts'
import type { MathFaceParts } from '@steady-ledger/core/dispatch/html/mathFace.ts'
import { outputOf } from '@steady-ledger/core/dispatch/outputs.ts'
import { type Turnover, TurnoverEngine } from '@steady-ledger/core/turnover/turnover.ts'
import { type FallbackName, type Fonts, openFonts } from '@steady-ledger/core/type/fonts.ts'
import { readPatternsFor } from '@steady-ledger/core/type/languagesIn.ts'
import { withOwnFaces } from '@steady-ledger/core/type/ownFaces.ts'
import { facesWanted } from '@steady-ledger/core/type/signsIn.ts'
import { schema } from '@steady-ledger/core/work/schema.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import subsetterUrl from 'harfbuzzjs/dist/harfbuzz-subset.wasm?url'
import { database } from '../storage/database.ts'
import { fetchFonts } from './fonts.ts'
import { createLateTypesetter, fetchConverter, needsConverter } from './lateFormulas.ts'
import type { FromDispatch, ToDispatch } from './protocol.ts'

const say = (message: FromDispatch): void => postMessage(message)

/** Milliseconds between two words about how far it is. */
const saysEvery = 60

async function write({ outputs: names, doc, parts, pictures, date, ...chosen }: ToDispatch): Promise<Dispatched[]> {
  const outputs = names.map(outputOf).filter(output => output !== undefined)
  if (outputs.length < names.length) throw new Error('This program cannot write such a file.')
  const work: Work = {
    ...parts,
    doc: schema.nodeFromJSON(JSON.parse(doc)),
    pictures: new Map(pictures.map(picture => [picture.name, picture])),
  }
  const { keepsakes, withWork, spokenFormulas, width } = chosen
  const several = outputs.length > 1
  let says = 'Writing'
  let said = 0
  return dispatchAll(
    outputs,
    { work, turnOver: () => turnOver(work), drawingProgram, mathFace },
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

async function turnOver(work: Work): Promise<{ turnover: Turnover; fonts: Fonts }> {
  const formulas = createLateTypesetter()
  formulas.takeIn((await database.formulas.toArray()).map(({ key, box }) => [key, box]))
  if (needsConverter(work.doc, formulas)) await fetchConverter()
  await readPatternsFor(work).catch(error => console.warn('Words of a language are not divided.', error))
  const opened = async (more: Iterable<FallbackName> = []) =>
    openFonts(withOwnFaces(await fetchFonts(work.houseStyle.families, more), work))
  let fonts = await opened()
  const others = facesWanted(work, fonts)
  if (others.size) fonts = await opened(others)
  const steps = new TurnoverEngine(fonts, formulas).steps(work)
  let step = steps.next()
  while (!step.done) {
    say({ kind: 'progress', says: 'Making up pages', ...step.value })
    step = steps.next()
  }
  return { turnover: step.value, fonts }
}

addEventListener('message', async ({ data }: MessageEvent<ToDispatch>) => {
  try {
    say({ kind: 'written', files: await write(data) })
  } catch (error) {
    say({ kind: 'failed', message: (error as Error).message })
  }
})

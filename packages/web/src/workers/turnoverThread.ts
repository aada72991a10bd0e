/**
 * Turns the open work over whenever it changes. It mirrors the document from the steps of the page, works in slices, and drops a
 * turnover that an edit has overtaken; what was computed for it stays in the caches.
 */

import type { KeptCitations } from '@steady-ledger/core/content/citations/citationEngine.ts'
import type { Citations } from '@steady-ledger/core/content/citations/citations.ts'
import { formulasToSet, worthHelp } from '@steady-ledger/core/formulas/setAhead.ts'
import { drawPage } from '@steady-ledger/core/pages/drawing.ts'
import type { Page } from '@steady-ledger/core/pages/page.ts'
import { searchPages } from '@steady-ledger/core/pages/search.ts'
import { type Turnover, TurnoverEngine, type TurnoverProgress } from '@steady-ledger/core/turnover/turnover.ts'
import { type Families, usualFamilies } from '@steady-ledger/core/type/families.ts'
import { type FallbackName, type Fonts, openFonts } from '@steady-ledger/core/type/fonts.ts'
import { patternsMissingFor, readPatternsFor } from '@steady-ledger/core/type/languagesIn.ts'
import { namesOwnFaces, withOwnFaces } from '@steady-ledger/core/type/ownFaces.ts'
import { facesWanted } from '@steady-ledger/core/type/signsIn.ts'
import { division, schema } from '@steady-ledger/core/work/schema.ts'
import { sharingWith } from '@steady-ledger/core/work/sharing.ts'
import { afterSteps } from '@steady-ledger/core/work/steps/workStep.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import type { Step as StepType } from 'prosemirror-transform'
import { Step } from 'prosemirror-transform'
import { database } from '../storage/database.ts'
import { fetchFonts } from './fonts.ts'
import { LastPages, lastCitations } from './keepLastPages.ts'
import { createLateTypesetter, fetchConverter, needsConverter } from './lateFormulas.ts'
import type { FromTurnover, PictureFacts, ToTurnover } from './protocol.ts'
import { setFormulas } from './setFormulas.ts'
import { summaryOf } from './summaryOf.ts'

const sliceMilliseconds = 12
/** How long typing must rest before pages are made up, and how long they wait at the most. */
const pause = 110
const patience = 900
const progressAfter = 400
const mostKeptFormulas = 20_000
const mostMatches = 2000

/** Which opening of a work everything that is said is about. */
let epoch = 0
const say = (message: FromTurnover): void => postMessage({ ...message, epoch })
const noBytes = new Uint8Array()
const asFar = (picture: PictureFacts) => ({ ...picture, bytes: picture.bytes ?? noBytes })

const formulas = createLateTypesetter()
let engine: TurnoverEngine
let fonts: Fonts
/** The faces for signs that others lack that were fetched, or cannot be. */
const others = new Set<FallbackName>()

/** Everything is set in these faces from now on; what was set in others is set anew. */
function setIn(opened: Fonts): void {
  fonts = opened
  beginAnew()
}

/** What the citations of the work said in its last sitting. */
let cited: KeptCitations | null = null

function beginAnew(): void {
  engine = new TurnoverEngine(fonts, formulas)
  if (cited) engine.citing.takeIn(cited)
}

/** The families that were asked for last, null where faces were a work’s own; and those of the faces that are open. */
let families: Families | null = usualFamilies
let opened: Families = usualFamilies
const sameFamilies = (a: Families | null, b: Families): boolean => JSON.stringify(a) === JSON.stringify(b)

/** Tells the author what the pages are made without. */
const without =
  (says: string) =>
  (error: unknown): void => {
    console.warn(says, error)
    say({ kind: 'without', says })
  }

async function setInFaces(wanted: Families): Promise<void> {
  const files = await fetchFonts(wanted, others)
  setIn(openFonts(work ? withOwnFaces(files, work) : files))
}

async function fetchOtherFonts(wanted: readonly FallbackName[]): Promise<void> {
  for (const name of wanted) others.add(name)
  await setInFaces(opened)
}

async function fetchFamilies(wanted: Families): Promise<void> {
  families = wanted
  await setInFaces(wanted)
  opened = wanted
}

let work: Work | null = null
let version = 0
let latest: Turnover | null = null
let running: { steps: Generator<TurnoverProgress, Turnover>; began: number; said: number } | null = null
let wanted: number[] = []
/** What is kept for the next sitting. */
let lastPages: LastPages | null = null

const channel = new MessageChannel()
channel.port1.onmessage = () => slice()
const soon = (): void => channel.port2.postMessage(null)

/** How many are at work on formulas that no cache knows, or on what has to be fetched: pages are made when they are through. */
let settingFormulas = 0

/** Citations of a work that this thread does not know say what they said last time, where that is still right. */
async function citationsThenPages(id: string): Promise<void> {
  const kept = await lastCitations(id)
  if (openedId !== id) return
  cited = kept
  if (cited) engine.citing.takeIn(cited)
  await formulasThenPages()
}

async function formulasThenPages(): Promise<void> {
  const wanted = work ? formulasToSet(work.doc, formulas) : []
  if (wanted.length >= worthHelp) {
    settingFormulas++
    let said = performance.now()
    await setFormulas(wanted, formulas, (done, of) => {
      const now = performance.now()
      if (now - said < 100) return
      said = now
      say({ kind: 'progress', of: 'formulas', done, all: of })
    }).catch(error => console.warn('Formulas are set with the pages, in this thread alone.', error)) // Where workers cannot have workers.
    settingFormulas--
    void keepFormulas()
  }
  begin()
}

function begin(): void {
  if (!work || settingFormulas > 0) return
  if (needsConverter(work.doc, formulas)) {
    void fetchThenPages(fetchConverter())
    return
  }
  if (!sameFamilies(families, work.houseStyle.families)) {
    void fetchThenPages(
      fetchFamilies(work.houseStyle.families).catch(
        without('The letters of the house style could not be fetched: the pages stay in those they had until the work is opened again.'),
      ),
    )
    return
  }
  const lacking = [...facesWanted(work, fonts)].filter(name => !others.has(name))
  if (lacking.length) {
    void fetchThenPages(
      fetchOtherFonts(lacking).catch(
        without('Faces for rare signs could not be fetched: such signs are frames until the work is opened again.'),
      ),
    )
    return
  }
  if (patternsMissingFor(work).length > 0) {
    void fetchThenPages(
      readPatternsFor(work).catch(
        without('Words of one language could not be divided: how was not to be fetched. Open the work again to have them divided.'),
      ),
    )
    return
  }
  const idle = running === null
  running = { steps: engine.steps(work), began: running?.began ?? performance.now(), said: 0 }
  if (idle) soon()
}

let pausing: ReturnType<typeof setTimeout> | undefined
let firstEdit = 0

/** While letters come fast they are waited for, though never for long: two processors are shared with the hands on the keys. */
function beginSoon(): void {
  const now = performance.now()
  if (pausing === undefined) firstEdit = now
  clearTimeout(pausing)
  const wait = Math.max(0, Math.min(pause, firstEdit + patience - now))
  pausing = setTimeout(() => {
    pausing = undefined
    begin()
  }, wait)
  // What was under way is for a text that is no longer there.
  running = null
}

function fail({ message }: Error): void {
  running = null
  say({ kind: 'failed', message })
}

/** For the first formula that no cache knows, and the first words of a language. */
async function fetchThenPages(fetched: Promise<void>): Promise<void> {
  settingFormulas++
  try {
    await fetched
    settingFormulas--
    begin()
  } catch (error) {
    settingFormulas--
    fail(error as Error)
  }
}

/** Works for a few milliseconds, then lets messages in. */
function slice(): void {
  if (!running || !work) return
  const until = performance.now() + sliceMilliseconds
  try {
    for (;;) {
      const step = running.steps.next()
      if (step.done) {
        finish(step.value, performance.now() - running.began)
        return
      }
      const now = performance.now()
      if (now - running.began > progressAfter && now - running.said > 100) {
        running.said = now
        say({ kind: 'progress', of: 'pages', done: step.value.done, all: step.value.of })
      }
      if (now > until) break
    }
  } catch (error) {
    fail(error as Error)
    return
  }
  soon()
}

/** What the page knows of citations already. */
let saidCitations: Citations | null = null

function finish(turnover: Turnover, milliseconds: number): void {
  running = null
  latest = turnover
  // The pages in sight come first; what is to be said about all of them follows.
  draw()
  const summary = summaryOf(turnover, version, milliseconds)
  say({ kind: 'turnover', summary: { ...summary, citations: saidCitations === turnover.citations ? null : turnover.citations } })
  saidCitations = turnover.citations
  lastPages?.keepSoon(summary, turnover.pages, opened, () => engine.citing.handOut())
  explain()
  if (query) search()
  tellSymbols()
  tellIndexed()
  void keepFormulas()
}

/** The pages whose drawings the page has, as they were sent. */
let sent = new Map<number, Page>()

function draw(): void {
  if (!latest) return
  const { pages } = latest
  const there = wanted.filter(index => pages[index])
  const drawings = there.flatMap(index => (sent.get(index) === pages[index] ? [] : [drawPage(pages[index]!, opened)]))
  if (drawings.length === 0 && there.length === sent.size && there.every(index => sent.has(index))) return
  sent = new Map(there.map(index => [index, pages[index]!]))
  say({ kind: 'drawn', pages: there, drawings })
}

/** The page somebody wants explained, or -1, and the words somebody looks for: both are answered anew after every turnover. */
let asked = -1
let query = ''

function explain(): void {
  if (latest && asked >= 0) say({ kind: 'reasons', page: asked, reasons: engine.why(asked) })
}

function search(): void {
  if (latest) say({ kind: 'found', query, matches: searchPages(latest.pages, query, mostMatches) })
}

let termWanted = ''
function tellIndexed(): void {
  if (!termWanted || !latest) return
  const { doc } = latest.work
  const indexes = doc.children.filter(node => division(node).role === 'index').map(node => latest!.indexOf(division(node).id))
  say({ kind: 'indexed', term: termWanted, entry: indexes.flat().find(({ id }) => id === termWanted) ?? null })
}

let symbolsWanted = false
function tellSymbols(): void {
  if (symbolsWanted && latest) say({ kind: 'symbols', symbols: latest.symbols() })
}

async function keepFormulas(): Promise<void> {
  const fresh = formulas.handOut()
  if (fresh.length === 0) return
  try {
    await database.formulas.bulkPut(fresh.map(([key, box]) => ({ key, box })))
    if ((await database.formulas.count()) > mostKeptFormulas) await database.formulas.clear()
  } catch {
    // A full storage costs time at the next opening and nothing else.
  }
}

/** Which work was opened last, and what it was when it was closed: opened again, what was computed for it holds wherever it is as it was. */
let openedId = ''
let closed: Work | null = null

/** Whether it is another work than the one before. */
function open(message: Extract<ToTurnover, { kind: 'open' }>): boolean {
  const pictures = new Map(message.pictures.map(picture => [picture.name, asFar(picture)]))
  epoch = message.epoch
  const read = { ...message.parts, pictures, doc: schema.nodeFromJSON(JSON.parse(message.doc)) }
  const before = openedId === message.work ? (work ?? closed) : null
  if (!before) {
    cited = null
    beginAnew()
  }
  work = before ? sharingWith(before, read) : read
  // Files of one name may be others than they were.
  if (families && namesOwnFaces(families) && work.pictures !== before?.pictures) families = null
  closed = null
  openedId = message.work
  version = 0
  saidCitations = null
  sent = new Map()
  lastPages = new LastPages(message.work)
  return before === null
}

/** The next work finds what a new thread has; the same one what it left. */
function rest(): void {
  closed = work
  clearTimeout(pausing)
  pausing = undefined
  lastPages?.wait()
  lastPages = null
  work = null
  latest = null
  running = null
  wanted = []
  asked = -1
  query = ''
  termWanted = ''
  symbolsWanted = false
}

function apply(steps: object[], from: number): void {
  if (!work) return
  if (from !== version) {
    throw new Error('the pages lost track of the text')
  }
  let { doc } = work
  const read: StepType[] = steps.map(json => Step.fromJSON(schema, json))
  for (const step of read) {
    const { doc: next, failed } = step.apply(doc)
    if (!next) throw new Error(failed ?? 'A step does not apply.')
    doc = next
  }
  version += steps.length
  work = { ...afterSteps(work, read), doc }
}

function hear(message: ToTurnover): void {
  switch (message.kind) {
    case 'open':
      if (open(message)) void citationsThenPages(message.work)
      else void formulasThenPages()
      break
    case 'steps':
      lastPages?.wait()
      apply(message.steps, message.version)
      beginSoon()
      break
    case 'picture':
      if (work) work = { ...work, pictures: new Map(work.pictures).set(message.picture.name, asFar(message.picture)) }
      begin()
      break
    case 'draw':
      wanted = message.pages
      draw()
      break
    case 'ping':
      say({ kind: 'pong' })
      break
    case 'hello':
      say({ kind: 'ready' })
      break
    case 'rest':
      rest()
      break
    case 'why':
      asked = message.page
      explain()
      break
    case 'indexed':
      termWanted = message.term
      tellIndexed()
      break
    case 'symbols':
      symbolsWanted = message.wanted
      tellSymbols()
      break
    case 'search':
      query = message.query
      search()
  }
}

setIn(openFonts(await fetchFonts()))
try {
  formulas.takeIn((await database.formulas.toArray()).map(({ key, box }) => [key, box]))
} catch {
  // Without kept formulas everything is set anew: slower, and right all the same.
}
addEventListener('message', ({ data }: MessageEvent<ToTurnover>) => hear(data))

/**
 * The simulated hand-in office under `/office`: what it holds to, the counter where files are handed in, and the state of what was taken.
 * It answers the pages of this server alone.
 */
import { createHash } from 'node:crypto'
import path from 'node:path'
import busboy from 'busboy'
import express from 'express'
import type { HandInAnswer, Objection, OfficeFacts, OfficeRefusal, Submission } from '../../../core/src/dispatch/handIn/answers.ts'
import { type Declaration, declaration } from '../../../core/src/dispatch/handIn/declaration.ts'
import { keeps } from '../../../core/src/work/definition.ts'
import { Book, type Entry } from './book.ts'
import { readInThread } from './reading.ts'
import { NotReadable, type PdfFacts } from './readSubmission.ts'
import { objectionsTo, remarksOn, usualRules } from './rules.ts'
import { standingOf } from './timetable.ts'

export interface OfficeSettings {
  /** The folder of its book. */
  folder: string
  secondsPerDay?: number
  rules?: Partial<OfficeFacts['rules']>
  read?: (bytes: Uint8Array) => Promise<PdfFacts>
  now?: () => Date
}

/** How many may wait at the counter while one is read. */
const mostWaiting = 3
const mostDeclared = 400_000

/** Why nothing was done, with the status that says whose matter it is. */
class Refused extends Error {
  readonly status: number
  constructor(status: number, message: string) {
    super(message)
    this.status = status
  }
}

interface HandedIn {
  file: string
  bytes: Buffer
  declared: Declaration
}

export function officeRoutes({
  folder,
  secondsPerDay = 10,
  rules: ownRules,
  read = readInThread,
  now = () => new Date(),
}: OfficeSettings): express.Router {
  const rules = { ...usualRules, ...ownRules }
  const book = new Book(path.join(folder, 'office-book.json'))
  let atCounter = 0
  let reading: Promise<unknown> = Promise.resolve()
  const routes = express.Router()
  routes.use((_request, response, next) => {
    response.set('Cache-Control', 'no-store')
    next()
  })

  routes.get('/', (_request, response) => {
    const facts: OfficeFacts = { office: 'Steady Ledger’s hand-in office', rules, secondsPerDay }
    response.json(facts)
  })

  routes.get('/submissions/:number', async (request, response) => {
    const entry = await book.find(request.params.number)
    if (!entry) throw new Refused(404, 'The office’s book holds no submission of this number.')
    response.json(submissionOf(entry, now(), secondsPerDay))
  })

  routes.post('/submissions', async (request, response) => {
    if (!isFromHere(request)) throw new Refused(403, 'The office takes files from pages of this program alone.')
    if (atCounter > mostWaiting) {
      await readAway(request)
      throw new Refused(503, 'The office is busy: others are being looked at. Hand it in again in a moment.')
    }
    atCounter++
    try {
      const handedIn = await receive(request, rules.mostBytes)
      const looking = reading.then(() => lookAt(handedIn, () => response.destroyed))
      reading = looking.catch(() => {})
      response.json(await looking)
    } finally {
      atCounter--
    }
  })

  async function lookAt({ file, bytes, declared }: HandedIn, isGone: () => boolean): Promise<HandInAnswer> {
    const checksum = createHash('sha256').update(bytes).digest('hex')
    const before = await book.withChecksum(checksum)
    if (before) return { taken: true, receipt: receiptOf(before), again: true }
    const refused = (rule: string, says: string): HandInAnswer => ({ taken: false, objections: [{ rule, says, pages: [] }] })
    let facts: PdfFacts
    try {
      facts = await read(bytes)
    } catch (error) {
      if (error instanceof NotReadable) return refused('File', error.message)
      throw error
    }
    const given = { facts, declared, file, rules }
    const objections: Objection[] = objectionsTo(given)
    if (objections.length > 0) return { taken: false, objections }
    // Whoever went away has taken the file back.
    if (isGone()) throw new Refused(400, 'The file was taken back.')
    const entered = await book.enter({ file, bytes: bytes.length, checksum, pages: facts.pages.length, remarks: remarksOn(given) }, now())
    return { taken: true, receipt: receiptOf(entered.entry), again: entered.again }
  }

  routes.use((error: unknown, _request: express.Request, response: express.Response, next: express.NextFunction) => {
    if (response.headersSent) return next(error)
    const refusal: OfficeRefusal =
      error instanceof Refused
        ? { refused: error.message }
        : { refused: 'The office could not keep its book. Nothing was taken; hand it in again later.' }
    if (!(error instanceof Refused)) process.stderr.write(`Hand-in office: ${(error as Error).message.split('\n')[0]}\n`)
    // What is still being sent is not read to its end.
    response
      .set('Connection', 'close')
      .status(error instanceof Refused ? error.status : 500)
      .json(refusal)
  })
  return routes
}

/** Whoever is still sending would not hear an answer. */
const readAway = (request: express.Request): Promise<void> =>
  new Promise(resolve => void request.resume().once('end', resolve).once('close', resolve))

/** Browsers say where a request comes from; a page of somebody else’s is not served. */
function isFromHere({ headers }: express.Request): boolean {
  const { origin, host } = headers
  return origin === `http://${host}` && (headers['sec-fetch-site'] ?? 'same-origin') === 'same-origin'
}

const receiptOf = ({ number, at, checksum, pages }: Entry) => ({ number, at, checksum, pages })

function submissionOf(entry: Entry, now: Date, secondsPerDay: number): Submission {
  const { state, since, next } = standingOf(new Date(entry.at), entry.remarks.length > 0, now, secondsPerDay)
  return {
    receipt: receiptOf(entry),
    file: entry.file,
    state,
    since: since.toISOString(),
    next: next?.toISOString() ?? null,
    remarks: state === 'returned' ? entry.remarks : [],
  }
}

/** Takes a form with `declaration` (JSON) and `pdf`: whole, or not at all. */
function receive(request: express.Request, mostBytes: number): Promise<HandedIn> {
  const tooLarge = (): Refused =>
    new Refused(413, `The file is larger than the ${Math.floor(mostBytes / 1024 / 1024)} MB that the office takes.`)
  if (Number(request.headers['content-length'] ?? 0) > mostBytes + mostDeclared + 4096) return Promise.reject(tooLarge())
  return new Promise((resolve, reject) => {
    let form: busboy.Busboy
    try {
      form = busboy({
        headers: request.headers,
        defParamCharset: 'utf8',
        limits: { files: 1, fields: 1, parts: 2, fileSize: mostBytes, fieldSize: mostDeclared, headerPairs: 20 },
      })
    } catch {
      reject(new Refused(400, 'The office takes a form with a PDF and a declaration.'))
      return
    }
    const pieces: Buffer[] = []
    let file = ''
    let said = ''
    const fail = (error: Refused): void => {
      request.unpipe(form)
      request.resume()
      reject(error)
    }
    const cutOff = (): void => fail(new Refused(400, 'The file was cut off on its way. Nothing was taken.'))
    form.on('file', (name, stream, { filename }) => {
      if (name !== 'pdf') return void stream.resume()
      file = filename ?? ''
      stream.on('data', (piece: Buffer) => void pieces.push(piece))
      stream.on('limit', () => fail(tooLarge()))
    })
    form.on('field', (name, value, { valueTruncated }) => {
      if (name === 'declaration' && !valueTruncated) said = value
    })
    form.on('error', cutOff)
    form.on('close', () => {
      const declared = parsed(said)
      if (pieces.length === 0) fail(new Refused(400, 'The form holds no file.'))
      else if (!keeps(declaration, declared)) fail(new Refused(400, 'The declaration is not filled in as the office wants it.'))
      else resolve({ file: path.basename(file), bytes: Buffer.concat(pieces), declared })
    })
    request.on('aborted', cutOff)
    request.pipe(form)
  })
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return null
  }
}

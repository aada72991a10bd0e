/** The hand-in office: what it takes, what it objects to, what it keeps, and how it bears what is sent to it. */
import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import type { Server } from 'node:http'
import { connect } from 'node:net'
import os from 'node:os'
import path from 'node:path'
import { PDFDict, PDFDocument, PDFName, StandardFonts } from 'pdf-lib'
import type { HandInAnswer, Objection, OfficeFacts, Submission } from '../../core/src/dispatch/handIn/answers.ts'
import { type Declaration, declarationOf } from '../../core/src/dispatch/handIn/declaration.ts'
import { writePdf } from '../../core/src/dispatch/pdf/writePdf.ts'
import { demoTurnover, fonts } from '../../core/test/support/work.ts'
import { Book } from '../src/office/book.ts'
import { readInThread } from '../src/office/reading.ts'
import { NotReadable, type PdfFacts, readSubmission } from '../src/office/readSubmission.ts'
import type { OfficeSettings } from '../src/office/routes.ts'
import { objectionsTo, remarksOn, usualRules } from '../src/office/rules.ts'
import { standingOf } from '../src/office/timetable.ts'
import { createServer, listen } from '../src/server.ts'

const folderOf = (): string => mkdtempSync(path.join(os.tmpdir(), 'ledger-office-'))
let paper: Uint8Array
let declared: Declaration
/** The paper is read once: many tests are about what is said of it. */
let ofPaper: Promise<PdfFacts> | undefined
const readOnce = (bytes: Uint8Array): Promise<PdfFacts> =>
  Buffer.compare(bytes, paper) === 0 ? (ofPaper ??= readSubmission(bytes)) : readSubmission(bytes)
beforeAll(async () => {
  const turnover = await demoTurnover('paper')
  declared = declarationOf(turnover.work)
  paper = await writePdf(turnover, fonts, { date: new Date(0) })
})

describe('what it objects to', () => {
  const look = async (bytes: Uint8Array, declaredSo = declared, file = 'a-float.pdf') => {
    const facts = await readOnce(bytes)
    const given = { facts, declared: declaredSo, file, rules: usualRules }
    return { objections: objectionsTo(given), remarks: remarksOn(given) }
  }
  const altered = async (change: (document: PDFDocument) => void | Promise<void>): Promise<Uint8Array> => {
    const document = await PDFDocument.load(paper, { updateMetadata: false })
    await change(document)
    return document.save()
  }
  const ruleAndPages = (list: Objection[]) => list.map(({ rule, pages }) => `${rule}: ${pages.join(' ')}`)

  test('nothing in the PDFs of the demo works, read page by page', async () => {
    for (const name of ['paper', 'columns'] as const) {
      const turnover = await demoTurnover(name)
      const bytes = await writePdf(turnover, fonts, { date: new Date(0) })
      const facts = await readSubmission(bytes)
      expect(facts.pages.map(({ label }) => label)).toEqual(turnover.pages.map(({ label }) => label))
      expect(facts).toMatchObject({ archive: '2A', tagged: true, facesMissing: [], undescribed: [] })
      expect(await look(bytes, declarationOf(turnover.work))).toEqual({ objections: [], remarks: [] })
    }
  })

  test.each<[string, (document: PDFDocument) => void | Promise<void>, string[]]>([
    ['a sheet of another size', document => document.getPages()[2]!.setSize(500, 700), ['Page size: 3', 'Margins: 3']],
    ['labels that are not there', document => void document.catalog.delete(PDFName.of('PageLabels')), ['Page labels: ']],
    [
      'labels that begin again',
      document => void document.catalog.set(PDFName.of('PageLabels'), document.context.obj({ Nums: [0, { S: 'D' }, 4, { S: 'D' }] })),
      ['Page labels: 1'],
    ],
    [
      'a picture in the margin',
      document => {
        for (const [, object] of document.context.enumerateIndirectObjects())
          if (object instanceof PDFDict && object.get(PDFName.of('S')) === PDFName.of('Figure')) {
            object.set(PDFName.of('A'), document.context.obj({ O: 'Layout', BBox: [20, 300, 200, 400] }))
            return
          }
      },
      ['Margins: 2'],
    ],
    ['no word of archives', document => void document.catalog.delete(PDFName.of('Metadata')), ['Archive: ']],
    ['no structure', document => void document.catalog.delete(PDFName.of('StructTreeRoot')), ['Access: ']],
    [
      'a face that is not in it, and text at the edge',
      async document => {
        const font = await document.embedFont(StandardFonts.Courier)
        document.getPages()[1]!.drawText('put in by hand', { x: 20, y: 400, size: 12, font })
      },
      ['Margins: 2', 'Letters: '],
    ],
    [
      'text over the right margin',
      async document => {
        const font = await document.embedFont(StandardFonts.Courier)
        document.getPages()[3]!.drawText('over the edge', { x: 480, y: 400, size: 12, font })
      },
      ['Margins: 4', 'Letters: '],
    ],
  ])('%s', async (_what, change, expected) => {
    expect(ruleAndPages((await look(await altered(change))).objections)).toEqual(expected)
  })

  test('no bookmarks: nothing that is declared can be found', async () => {
    const { objections, remarks } = await look(await altered(document => void document.catalog.delete(PDFName.of('Outlines'))))
    expect(objections.map(({ rule }) => rule)).toEqual(declared.divisions.filter(({ title }) => title).map(() => 'Divisions'))
    expect(remarks.map(({ rule }) => rule)).toEqual(['Bookmarks'])
  })

  test.each<[string, (given: Declaration) => Declaration, RegExp]>([
    ['margins that the text does not keep', given => ({ ...given, sheet: { ...given.sheet, inner: given.sheet.inner + 20 } }), /^Margins/],
    ['another sheet', given => ({ ...given, sheet: { ...given.sheet, width: 612, height: 792 } }), /^Page size/],
    [
      'no abstract',
      given => ({ ...given, divisions: given.divisions.filter(({ role }) => role !== 'abstract') }),
      /^Divisions.*an abstract/,
    ],
    [
      'what it does not hold',
      given => ({ ...given, divisions: [...given.divisions, { title: 'Afterword', role: 'appendix' as const }] }),
      /^Divisions.*“Afterword”/,
    ],
    ['an abstract behind the text', given => ({ ...given, divisions: [...given.divisions].reverse() }), /^Order.*“Abstract”/],
  ])('a declaration of %s', async (_what, change, expected) => {
    const { objections } = await look(paper, change(declared))
    expect(objections.map(({ rule, says }) => `${rule}. ${says}`)).toEqual(expect.arrayContaining([expect.stringMatching(expected)]))
  })

  test('too long an abstract is counted, also where text runs on below it', async () => {
    const facts = await readOnce(paper)
    const told = (abstractWords: number) =>
      objectionsTo({ facts, declared, file: 'a.pdf', rules: { ...usualRules, abstractWords } }).map(({ rule, says }) => `${rule}. ${says}`)
    const [first] = told(1)
    const count = Number(/some (\d+) words/.exec(first!)![1])
    expect(count).toBeGreaterThan(30)
    expect(told(count)).toEqual([])
    expect(told(count - 1)).toHaveLength(1)
  })

  test.each([
    ['Thesis final.pdf', false],
    ['a.pdf.exe', false],
    ['-a.pdf', false],
    ['ein-maß.pdf', true],
    ['μιξη-2.pdf', true],
  ])('the name %s', async (file, good) => {
    expect((await look(paper, declared, file)).objections.map(({ rule }) => rule)).toEqual(good ? [] : ['File name'])
  })

  test('what a reader returns it for: no title, no language, pictures without words', async () => {
    const { objections, remarks } = await look(
      await altered(document => {
        document.setTitle('')
        document.catalog.delete(PDFName.of('Lang'))
        for (const [, object] of document.context.enumerateIndirectObjects())
          if (object instanceof PDFDict && object.get(PDFName.of('S')) === PDFName.of('Figure')) object.delete(PDFName.of('Alt'))
      }),
    )
    expect(objections).toEqual([])
    expect(remarks.map(({ rule }) => rule)).toEqual(['Title', 'Language', 'Descriptions'])
    expect(remarks.at(-1)!.pages.length).toBeGreaterThan(0)
    expect((await look(paper, { ...declared, language: 'de-AT' })).remarks.map(({ says }) => says)).toEqual([
      'The file is declared in “de-AT” and says that it is in “en-GB”: it is read aloud in a wrong one.',
    ])
  })

  test.each<[string, () => Uint8Array, RegExp]>([
    ['a text', () => new TextEncoder().encode('Not a PDF at all'), /not a PDF/],
    ['nothing', () => new Uint8Array(), /not a PDF/],
    ['the first half of one', () => paper.slice(0, paper.length / 2), /damaged|cut off|no page/],
    [
      'one with its middle turned to noise',
      () => paper.map((byte, at) => (at > 2000 && at % 3 === 0 ? byte ^ 85 : byte)),
      /read|damaged|cut off|no page/,
    ],
  ])('%s is refused in words', async (_what, bytes, words) => {
    const refused = await readSubmission(bytes()).catch((error: Error) => error)
    expect(refused).toBeInstanceOf(NotReadable)
    expect((refused as Error).message).toMatch(words)
  })

  test('what is refused in the thread that reads is refused in its words', async () => {
    const refused = await readInThread(new TextEncoder().encode('Not a PDF at all')).catch((error: Error) => error)
    expect(refused).toBeInstanceOf(NotReadable)
    expect((refused as Error).message).toMatch(/not a PDF/)
  })

  test('one that takes too long to read is refused, and its thread is ended', async () => {
    await expect(readInThread(paper, 1)).rejects.toThrow('longer to read')
  })
})

test('the timetable: received, in review, decided, whatever a clock does', () => {
  const at = new Date('2026-11-27T09:00:00Z')
  const after = (seconds: number, remarks = false) => standingOf(at, remarks, new Date(at.getTime() + seconds * 1000), 10).state
  expect([-3600, 0, 9, 10, 29, 30, 1e9].map(seconds => after(seconds))).toEqual([
    'received',
    'received',
    'received',
    'inReview',
    'inReview',
    'accepted',
    'accepted',
  ])
  expect(after(30, true)).toBe('returned')
})

describe('its book', () => {
  const entry = (checksum: string) => ({ file: 'a.pdf', bytes: 1, checksum, pages: 3, remarks: [] })
  const at = new Date('2026-11-27T09:00:00Z')

  test('numbers run on, also after it was closed, the same file has one, and the oldest go', async () => {
    const file = path.join(folderOf(), 'deeper', 'book.json')
    const book = new Book(file)
    const many = await Promise.all(
      Array.from({ length: 510 }, (_, index) => book.enter(entry(`sum${index < 505 ? index : index - 5}`), at)),
    )
    expect(new Set(many.map(each => each.entry.number)).size).toBe(505)
    expect(many.filter(({ again }) => again)).toHaveLength(5)
    expect(many.at(-1)!.entry.number).toBe('2026-0505')
    const again = new Book(file)
    expect(await again.find('2026-0005')).toBeNull()
    expect((await again.find('2026-0006'))?.checksum).toBe('sum5')
    expect((await again.enter(entry('new'), at)).entry.number).toBe('2026-0506')
    expect((await again.enter(entry('newer'), new Date('2027-01-02'))).entry.number).toBe('2027-0001')
    expect(readdirSync(path.dirname(file))).toEqual(['book.json'])
  })

  test('one that cannot be read is laid aside, one that cannot be written tells so and holds nothing', async () => {
    const folder = folderOf()
    writeFileSync(path.join(folder, 'book.json'), '{"version":1,"entr')
    const book = new Book(path.join(folder, 'book.json'))
    expect((await book.enter(entry('one'), at)).entry.number).toBe('2026-0001')
    expect(readdirSync(folder).filter(name => name.includes('unreadable'))).toHaveLength(1)
    writeFileSync(path.join(folder, 'file'), '')
    const nowhere = new Book(path.join(folder, 'file', 'book.json'))
    await expect(nowhere.enter(entry('one'), at)).rejects.toThrow()
    expect(await nowhere.withChecksum('one').catch(() => null)).toBeNull()
  })
})

describe('at its counter', () => {
  const web = folderOf()
  writeFileSync(path.join(web, 'index.html'), '<!doctype html><title>x</title>')
  const servers: Server[] = []
  afterAll(() => servers.forEach(server => void server.close()))
  async function open(more: Partial<OfficeSettings> = {}) {
    const folder = folderOf()
    const { server, port } = await listen(createServer(web, { folder, read: readOnce, ...more }), 4750)
    servers.push(server)
    const base = `http://localhost:${port}`
    const send = (bytes: Uint8Array, file = 'a-float.pdf', headers: Record<string, string> = {}, declaration: unknown = declared) => {
      const form = new FormData()
      form.append('declaration', typeof declaration === 'string' ? declaration : JSON.stringify(declaration))
      form.append('pdf', new File([bytes as Uint8Array<ArrayBuffer>], file))
      return fetch(`${base}/office/submissions`, { method: 'POST', body: form, headers: { Origin: base, ...headers } })
    }
    const inBook = (): number => {
      try {
        return JSON.parse(readFileSync(path.join(folder, 'office-book.json'), 'utf8')).entries.length
      } catch {
        return 0
      }
    }
    return { base, port, send, inBook, folder }
  }
  const answerOf = async (response: Response): Promise<HandInAnswer> => (await response.json()) as HandInAnswer

  test('it says what it holds to, gives a receipt, knows the same file again, and tells how it stands', async () => {
    let now = new Date('2026-11-27T09:00:00Z')
    const { base, send } = await open({ now: () => now })
    const facts = (await (await fetch(`${base}/office`)).json()) as OfficeFacts
    expect(facts).toMatchObject({ rules: usualRules, secondsPerDay: 10 })
    const first = await answerOf(await send(paper))
    expect(first).toMatchObject({ taken: true, again: false, receipt: { number: '2026-0001', at: now.toISOString() } })
    now = new Date('2026-11-27T09:00:12Z')
    expect(await answerOf(await send(paper, 'another-name.pdf'))).toEqual({ ...first, again: true })
    const standing = async () => (await (await fetch(`${base}/office/submissions/2026-0001`)).json()) as Submission
    expect(await standing()).toMatchObject({ state: 'inReview', file: 'a-float.pdf', remarks: [], next: '2026-11-27T09:00:30.000Z' })
    now = new Date('2026-11-27T09:01:00Z')
    expect(await standing()).toMatchObject({ state: 'accepted', next: null })
    const unknown = await fetch(`${base}/office/submissions/2026-0002`)
    expect([unknown.status, await unknown.json()]).toEqual([404, { refused: expect.stringContaining('no submission') }])
  })

  test('what it objects to is told, and not entered', async () => {
    const { send, inBook } = await open()
    expect(await answerOf(await send(paper, 'My Float.PDF'))).toMatchObject({ taken: false, objections: [{ rule: 'File name' }] })
    expect(await answerOf(await send(new TextEncoder().encode('no PDF')))).toMatchObject({ taken: false, objections: [{ rule: 'File' }] })
    expect(inBook()).toBe(0)
  })

  test.each<[string, (office: Awaited<ReturnType<typeof open>>) => Promise<Response>, number, RegExp]>([
    ['a page of somebody else’s', ({ send }) => send(paper, 'a.pdf', { Origin: 'http://elsewhere.example' }), 403, /this program alone/],
    ['a page on another port', ({ send }) => send(paper, 'a.pdf', { Origin: 'http://localhost:1' }), 403, /this program alone/],
    ['a declaration of something else', ({ send }) => send(paper, 'a.pdf', {}, { kind: 'opera' }), 400, /declaration/],
    ['a declaration that is none', ({ send }) => send(paper, 'a.pdf', {}, '{'), 400, /declaration/],
    ['no file', ({ send }) => send(new Uint8Array()), 400, /no file/],
    [
      'no form',
      ({ base }) =>
        fetch(`${base}/office/submissions`, { method: 'POST', body: 'x', headers: { Origin: base, 'Content-Type': 'text/plain' } }),
      400,
      /a form with a PDF/,
    ],
  ])('%s is refused in words, and nothing is entered', async (_what, act, status, words) => {
    const office = await open()
    const response = await act(office)
    const { refused } = (await response.json()) as { refused: string }
    expect([response.status, refused]).toEqual([status, expect.stringMatching(words)])
    expect(office.inBook()).toBe(0)
  })

  test('a file that is too large is refused before and while it comes', async () => {
    const { send, inBook, port } = await open({ rules: { mostBytes: 100_000 } })
    expect(paper.length).toBeGreaterThan(100_000)
    // What is still being sent when the answer comes may end the line.
    const answer = await send(paper.slice(0, 150_000)).then(
      async response => `${response.status} ${((await response.json()) as { refused: string }).refused}`,
      () => '413 larger',
    )
    expect(answer).toMatch(/^413 .*larger/)
    const told = await new Promise<string>(resolve => {
      let text = ''
      const socket = connect(port, 'localhost', () => {
        socket.write(
          `POST /office/submissions HTTP/1.1\r\nHost: localhost:${port}\r\nOrigin: http://localhost:${port}\r\nContent-Type: multipart/form-data; boundary=x\r\nContent-Length: 99999999999\r\n\r\n`,
        )
      })
      socket.setEncoding('utf8').on('data', data => {
        text += data
        socket.end()
      })
      socket.on('close', () => resolve(text)).on('error', () => resolve(text))
    })
    expect(told).toMatch(/^HTTP\/1\.1 413 /)
    expect(inBook()).toBe(0)
  })

  test('one that is cut off on its way is not entered, and the next one is taken', async () => {
    const { send, inBook, port } = await open()
    await new Promise<void>(resolve => {
      const socket = connect(port, 'localhost', () => {
        socket.write(
          `POST /office/submissions HTTP/1.1\r\nHost: localhost:${port}\r\nOrigin: http://localhost:${port}\r\nContent-Type: multipart/form-data; boundary=x\r\nContent-Length: 500000\r\n\r\n--x\r\nContent-Disposition: form-data; name="pdf"; filename="a.pdf"\r\n\r\n%PDF-1.7`,
        )
        setTimeout(() => socket.destroy(), 100)
      })
      socket.on('close', () => resolve()).on('error', () => {})
    })
    expect(await answerOf(await send(paper))).toMatchObject({ taken: true })
    expect(inBook()).toBe(1)
  })

  test('one that is taken back while it is looked at is not entered', async () => {
    let looking = (): void => {}
    const isLooked = new Promise<void>(resolve => (looking = resolve))
    let go = (): void => {}
    let isRead = (): void => {}
    const wasRead = new Promise<void>(resolve => (isRead = resolve))
    const { base, inBook } = await open({
      read: async bytes => {
        looking()
        await new Promise<void>(resolve => (go = resolve))
        const facts = await readOnce(bytes)
        // Long enough for it to be entered, if it were.
        setTimeout(isRead, 100)
        return facts
      },
    })
    const form = new FormData()
    form.append('declaration', JSON.stringify(declared))
    form.append('pdf', new File([paper as Uint8Array<ArrayBuffer>], 'a-float.pdf'))
    const back = new AbortController()
    const sent = fetch(`${base}/office/submissions`, { method: 'POST', body: form, headers: { Origin: base }, signal: back.signal })
    await isLooked
    back.abort()
    await expect(sent).rejects.toThrow()
    await new Promise(resolve => setTimeout(resolve, 50))
    go()
    await wasRead
    expect(inBook()).toBe(0)
  })

  test('two at once are both taken, each under its number; a crowd is told to come back', async () => {
    const { send, inBook } = await open()
    const other = await (async () => {
      const document = await PDFDocument.load(paper, { updateMetadata: false })
      document.setSubject('A second copy')
      return document.save()
    })()
    const [one, two] = await Promise.all([send(paper).then(answerOf), send(other).then(answerOf)])
    expect([one, two].flatMap(answer => (answer!.taken ? [answer!.receipt.number.slice(5)] : [])).sort()).toEqual(['0001', '0002'])
    expect(inBook()).toBe(2)
    let letThrough = (): void => {}
    const slow = await open({
      read: bytes => new Promise<void>(resolve => (letThrough = resolve)).then(() => readOnce(bytes)),
    })
    const crowd = Array.from({ length: 7 }, () => slow.send(paper))
    const statuses: number[] = []
    for (const each of crowd) void each.then(({ status }) => statuses.push(status))
    while (!statuses.includes(503)) await new Promise(resolve => setTimeout(resolve, 10))
    letThrough()
    const answers = await Promise.all(crowd)
    expect(answers.filter(({ status }) => status === 503).length).toBeGreaterThan(0)
    expect(answers.filter(({ status }) => status === 200).length).toBeGreaterThan(0)
    expect(slow.inBook()).toBe(1)
  })

  test('a book that cannot be written is told, and nothing was taken', async () => {
    const folder = folderOf()
    writeFileSync(path.join(folder, 'in-the-way'), '')
    const { send } = await open({ folder: path.join(folder, 'in-the-way') })
    const response = await send(paper)
    expect([response.status, await response.json()]).toEqual([500, { refused: expect.stringContaining('Nothing was taken') }])
  })

  test('a server without an office has its own page there, and takes nothing', async () => {
    const { server, port } = await listen(createServer(web), 4780)
    servers.push(server)
    expect((await fetch(`http://localhost:${port}/office`)).headers.get('content-type')).toContain('text/html')
    expect((await fetch(`http://localhost:${port}/office/submissions`, { method: 'POST', body: 'x' })).status).toBe(405)
  })
})

/** What is written is valid by the checkers of its standards: the HTML checker, epubcheck, and the document type of JATS by xmllint. */
import { execFileSync, spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { strFromU8, unzipSync } from 'fflate'
import { demoWorks } from '../../../demo/src/index.ts'
import type { Turnover } from '../../core/src/turnover/turnover.ts'
import { written } from '../../core/test/support/readOutputs.ts'
import { demoTurnover } from '../../core/test/support/work.ts'

let folder = ''
const turnovers = new Map<keyof typeof demoWorks, Turnover>()
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'outputs-'))
  for (const name of Object.keys(demoWorks) as (keyof typeof demoWorks)[]) turnovers.set(name, await demoTurnover(name))
})
afterAll(() => rmSync(folder, { recursive: true, force: true }))

async function fileOf(name: string, work: keyof typeof demoWorks, ending: string): Promise<string> {
  const file = join(folder, `${work}${ending}`)
  writeFileSync(file, await written(name, turnovers.get(work)!))
  return file
}

/** A program in Java, which runs too short for its second compiler to be worth its while. */
const java = (...args: string[]): { stdout: string; stderr: string } =>
  spawnSync('java', ['-XX:TieredStopAtLevel=1', '-XX:+UseSerialGC', '-jar', ...args], { encoding: 'utf8' })

test('the checker of the HTML standard has nothing to say of web pages', async () => {
  const files = [await fileOf('web', 'thesis', '.html'), await fileOf('web', 'paper', '.html')]
  const checker = resolve('node_modules/vnu-jar/build/dist/vnu.jar')
  const { stdout, stderr } = java(checker, '--stdout', '--format', 'json', ...files)
  expect([JSON.parse(stdout || '{}').messages, stderr]).toEqual([[], ''])
})

test('epubcheck has nothing to say of e-books', async () => {
  const file = await fileOf('ebook', 'thesis', '.epub')
  const said = java('/usr/bin/epubcheck', file)
  expect(said.stdout + said.stderr).toContain('0 fatals / 0 errors / 0 warnings / 0 infos')
})

const articleHead = `<?xml version="1.0"?>
<!DOCTYPE article PUBLIC "-//NLM//DTD JATS (Z39.96) Journal Archiving and Interchange DTD with MathML3 v1.3 20210610//EN" "x.dtd">
<article xmlns:xlink="http://www.w3.org/1999/xlink" xmlns:mml="http://www.w3.org/1998/Math/MathML"><front><article-meta/></front>`

/** What xmllint says of a document by its type, from the files of the standard; nothing where it is valid. */
function said(xml: string): string[] {
  const file = join(folder, 'work.xml')
  writeFileSync(file, xml)
  const catalog = resolve('node_modules/@jats4r/dtds/schema/catalog.xml')
  const { stderr } = spawnSync('xmllint', ['--noout', '--nonet', '--valid', file], {
    encoding: 'utf8',
    env: { ...process.env, XML_CATALOG_FILES: catalog },
  })
  return stderr.split('\n').filter(line => line.includes('error'))
}

const jatsOf = async (work: keyof typeof demoWorks): Promise<string> =>
  strFromU8(unzipSync(await written('jats', turnovers.get(work)!))['work.xml']!)

test('papers are valid by the document type of JATS 1.3', async () => {
  expect(said(await jatsOf('paper'))).toEqual([])
  expect(said(await jatsOf('columns'))).toEqual([])
  // The checker does look; that this head is valid by itself is seen of the thesis, which has it.
  expect(said(`${articleHead.replace('<front>', '<front><nonsense/>')}</article>`)).not.toEqual([])
})

test('a thesis is well-formed, its parts are those of a book in their order, and what is in them is valid as in an article', async () => {
  const xml = await jatsOf('thesis')
  const children = [...xml.matchAll(/<(book-meta|front-matter|book-body|book-back)>/g)].map(([, name]) => name)
  expect(children).toEqual(['book-meta', 'front-matter', 'book-body', 'book-back'])
  const parts = [...xml.matchAll(/<(body|named-book-part-body)>([\s\S]*?)<\/\1>(<back>([\s\S]*?)<\/back>)?/g)]
  const sections = parts.map(([, , body]) => `<sec><title/>${body}</sec>`).join('')
  const notes = parts.map(([, , , , back]) => back ?? '').join('')
  // The names of the parts themselves stand on elements of books.
  const names = [...xml.matchAll(/<(?:book-part|book-app|front-matter-part)[^>]* id="([^"]+)"/g)]
    .map(([, id]) => `<p id="${id}"/>`)
    .join('')
  expect(said(`${articleHead}<body><sec><title/>${names}</sec>${sections}</body><back>${notes}</back></article>`)).toEqual([])
})

test('files for keeping add up to what their checksums say', async () => {
  const files = unzipSync(await written('keeping', turnovers.get('paper')!))
  for (const [name, bytes] of Object.entries(files)) writeFileSync(join(folder, name), bytes)
  const answer = execFileSync('sha256sum', ['--check', 'checksums.txt'], { cwd: folder, encoding: 'utf8' })
  expect(
    answer
      .trim()
      .split('\n')
      .map(line => line.split(': ')),
  ).toEqual(['about.txt', 'work.ledger.zip', 'work.pdf', 'work.txt', 'ledger.csv', 'ledger.json'].map(name => [name, 'OK']))
})

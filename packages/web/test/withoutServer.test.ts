/** What is kept of the application for use without its server. */
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { keptFiles } from '../withoutServer.ts'

let folder = ''
const write = (file: string, says: string): void => {
  mkdirSync(path.dirname(path.join(folder, file)), { recursive: true })
  writeFileSync(path.join(folder, file), says)
}
const revisionOf = (url: string): string | null | undefined => keptFiles(folder).find(file => file.url === url)?.revision

beforeEach(() => {
  folder = mkdtempSync(path.join(os.tmpdir(), 'ledger-built-'))
  write('index.html', 'page')
  write('assets/shelf-ab.js', 'shelf')
})
afterEach(() => rmSync(folder, { recursive: true }))

test('everything that the application asks for, in one order; not what is packed beside it, nor the worker itself', () => {
  for (const file of ['sw.js', 'assets/shelf-ab.js.br', 'assets/shelf-ab.js.gz', 'assets/notes.txt']) write(file, 'x')
  for (const file of ['manifest.webmanifest', 'assets/maps/a.bcmap', 'assets/face-cd.ttf', 'assets/program-ef.wasm']) write(file, 'x')
  expect(keptFiles(folder).map(({ url }) => url)).toEqual([
    'assets/face-cd.ttf',
    'assets/maps/a.bcmap',
    'assets/program-ef.wasm',
    'assets/shelf-ab.js',
    'index.html',
    'manifest.webmanifest',
  ])
})

test('what changes under its name is fetched again when it says something else, and only then', () => {
  const before = revisionOf('index.html')
  expect(before).toMatch(/^[0-9a-f]{32}$/)
  write('index.html', 'page')
  expect(revisionOf('index.html')).toBe(before)
  write('index.html', 'another page')
  expect(revisionOf('index.html')).not.toBe(before)
  // A file in assets/ has another name where it says something else.
  expect(revisionOf('assets/shelf-ab.js')).toBeNull()
})

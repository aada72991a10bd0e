/** The calls: what each refuses and how, and where results go. */
import { execFileSync, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import {
  chmodSync,
  existsSync,
  lstatSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { removeFolders } from '../src/output.ts'
import { ask, call, folderOfTests, root } from './support/calling.ts'

const { at, folder } = folderOfTests()

test('an unpacked bundle is read as the packed one', async () => {
  const bundle = at('small.ledger.zip')
  await ask('generate', '--pages', '2', '--seed', '9', '--out', bundle)
  execFileSync('python3', ['-m', 'zipfile', '-e', bundle, at('unpacked')])
  const { status, stdout } = await ask('ledger', bundle, '--csv')
  expect([status, stdout.split('\r\n').length > 3]).toEqual([0, true])
  expect((await ask('ledger', at('unpacked'), '--csv')).stdout).toBe(stdout)
})

test.each<[string, string[], number, RegExp]>([
  ['no call', [], 2, /^$/],
  ['an unknown call', ['weave'], 2, /no call “weave”/],
  ['a call that is not there yet', ['intake', 'x'], 2, /not there yet/],
  ['a format that there is not', ['dispatch', 'x', '--to', 'gif', '--out', 'y'], 2, /Choose what to write with --to: pdf, web, /],
  ['several files in one place', ['dispatch', 'x', '--to', 'pdf,web', '--out', 'y'], 2, /--into FOLDER/],
  ['a format twice and one that there is not', ['dispatch', 'x', '--to', 'pdf,pdf,gif', '--into', 'y'], 2, /Choose what to write/],
  ['lines too short', ['dispatch', 'x', '--to', 'text', '--width', '3', '--out', 'y'], 2, /--width takes/],
  ['an unknown option', ['ledger', 'x', '--blue'], 2, /blue/],
  ['a file that is not there', ['ledger', 'nowhere.zip', '--json'], 1, /no file “nowhere\.zip”/],
  ['no place to write', ['dispatch', 'x', '--to', 'pdf'], 2, /--out FILE/],
  ['a bad number', ['generate', '--pages', 'many', '--out', 'x'], 2, /--pages takes a whole number/],
  ['an unknown demo', ['demo', 'opera', '--out', 'x'], 2, /thesis, paper or columns/],
  ['neither form of the ledger', ['ledger', 'x'], 2, /--json or --csv/],
  ['a call with the name of something else', ['constructor'], 2, /no call “constructor”/],
  ['a demo with the name of something else', ['demo', 'toString', '--out', 'x'], 2, /thesis, paper or columns/],
  ['a word too many', ['check', 'x', 'y', '--json'], 2, /“y” is one word too many/],
  ['an option of another call', ['check', 'x', '--seed', '1'], 2, /Unknown option '--seed'/],
  ['a name that turns writing round', ['check', 'a\u202eb\u0007.zip', '--json'], 1, /no file “a<U\+202E>b<U\+0007>\.zip”/],
  ['a folder to write to', ['demo', 'paper', '--out', os.tmpdir()], 2, /is a folder/],
])('%s: one plain line and a status', async (_name, args, status, message) => {
  const answer = await ask(...args)
  expect(answer.status).toBe(status)
  expect(answer.stderr).toMatch(message)
  expect(answer.stderr.trim().split('\n')).toHaveLength(1)
})

test('a call that was built and one that is asked in a test say the same', async () => {
  for (const args of [['--version'], [], ['ledger', 'nowhere.zip', '--json'], ['demo', 'paper', '--out', os.tmpdir()]])
    expect(call(...args)).toMatchObject(await ask(...args))
})

test('version and help, of all and of each call', async () => {
  expect(call('--version').stdout).toMatch(/^\d+\.\d+\.\d+\n$/)
  expect(await ask('-h')).toMatchObject({ status: 0, stderr: '' })
  expect((await ask('dispatch', '--help')).stdout).toMatch(
    /^Usage: steady-ledger dispatch WORK --to pdf\|web\|ebook\|docx\|odt\|jats\|markdown\|text\|csv\|json\|bundle\|keeping --out FILE \|/,
  )
})

test('everything at once: whole or not at all, each with what it adds up to and what its format holds in another form', async () => {
  const paper = at('all.ledger.zip')
  expect((await ask('demo', 'paper', '--out', paper)).status).toBe(0)
  const { status, stdout, stderr } = await ask('dispatch', paper, '--all', at('all'))
  expect([status, stderr]).toEqual([0, ''])
  const files = readdirSync(at('all')).sort()
  expect(files).toHaveLength(12)
  const lines = stdout.split('\n').filter(line => /^[0-9a-f]{64}/.test(line))
  expect(lines.map(line => line.split(/\s+/)[2]).sort()).toEqual(files)
  for (const line of lines) {
    const [sum, size, name] = line.split(/\s+/)
    const bytes = readFileSync(path.join(at('all'), name!))
    expect([bytes.length, createHash('sha256').update(bytes).digest('hex')]).toEqual([Number(size), sum])
  }
  expect(stdout).toMatch(/Figure 1 is its description in words/)
  // One file by itself is the same as among all.
  expect((await ask('dispatch', paper, '--to', 'web', '--out', at('one.html'))).status).toBe(0)
  expect(readFileSync(at('one.html'))).toEqual(readFileSync(path.join(at('all'), files.find(name => name.endsWith('.html'))!)))
  // A place that cannot be written to: nothing is there afterwards.
  writeFileSync(at('a-file'), 'words')
  const refused = await ask('dispatch', paper, '--to', 'text,csv', '--into', at('a-file/folder'))
  expect(refused).toMatchObject({ status: 1, stderr: expect.stringMatching(/cannot be written/) })
  expect(readFileSync(at('a-file'), 'utf8')).toBe('words')
})

describe('where a result goes', () => {
  const paper = at('paper.ledger.zip')
  beforeAll(async () => expect((await ask('demo', 'paper', '--out', paper)).status).toBe(0))
  const bytes = (): Buffer => readFileSync(paper)
  const dispatch = (out: string, work = paper) => ask('dispatch', work, '--to', 'bundle', '--out', out)

  test('to standard output, from standard input, and to a reader that goes away', async () => {
    const cli = `${process.execPath} packages/cli/bin/steady-ledger.mjs`
    const through = execFileSync('sh', ['-c', `${cli} dispatch - --to bundle --out - < ${paper}`], { cwd: root, maxBuffer: 1 << 28 })
    expect(through.equals(bytes())).toBe(true)
    const gone = spawnSync('sh', ['-c', `${cli} generate --pages 90 --out - | head -c 9 > /dev/null`], { cwd: root, encoding: 'utf8' })
    expect(gone.stderr).toBe('')
  })
  test('never over the work itself, whatever it is called, nor into its folder', async () => {
    const before = bytes()
    const link = at('link.ledger.zip')
    symlinkSync(paper, link)
    for (const out of [paper, link, path.join(folder, '.', 'paper.ledger.zip')]) {
      expect(await dispatch(out)).toMatchObject({ status: 2, stderr: expect.stringMatching(/is the work itself/) })
      expect(bytes().equals(before)).toBe(true)
    }
    execFileSync('python3', ['-m', 'zipfile', '-e', paper, at('work-folder')])
    expect((await dispatch(at('work-folder/out.zip'), at('work-folder'))).stderr).toMatch(/lies within the work/)
  })
  test('a file keeps its mode, a link stays a link, what is only read is left, and a device is written to as it is', async () => {
    const file = at('kept.zip')
    writeFileSync(file, 'old')
    chmodSync(file, 0o640)
    symlinkSync(file, at('to-kept.zip'))
    expect((await dispatch(at('to-kept.zip'))).status).toBe(0)
    expect(lstatSync(at('to-kept.zip')).isSymbolicLink()).toBe(true)
    expect(statSync(file).mode & 0o777).toBe(0o640)
    expect(readFileSync(file).equals(bytes())).toBe(true)
    chmodSync(file, 0o440)
    expect(await dispatch(file)).toMatchObject({ status: 1, stderr: expect.stringMatching(/may be read and not written/) })
    expect((await dispatch('/dev/null')).status).toBe(0)
    expect(lstatSync('/dev/null').isCharacterDevice()).toBe(true)
    expect(readdirSync(folder).filter(name => name.includes('.part'))).toEqual([])
  })
  test('a full disk is told, and folders that were made for what could not be written go, unless something stands in them', async () => {
    expect(await dispatch('/dev/full')).toMatchObject({
      status: 1,
      stderr: expect.stringMatching(/“\/dev\/full” cannot be written: the disk is full\.\n$/),
    })
    const made = mkdirSync(at('made/for/it'), { recursive: true })
    removeFolders(at('made/for/it'), made)
    expect(existsSync(at('made'))).toBe(false)
    const again = mkdirSync(at('made/for/it'), { recursive: true })
    writeFileSync(at('made/other'), 'of somebody else')
    removeFolders(at('made/for/it'), again)
    expect(readdirSync(at('made'))).toEqual(['other'])
    expect(existsSync(folder)).toBe(true)
    rmSync(at('made'), { recursive: true })
  })
  test('folders are made only for something to write, and names may be as long as names may be', async () => {
    writeFileSync(at('torn.zip'), 'PK nothing')
    expect((await dispatch(at('new/folder/x.zip'), at('torn.zip'))).status).toBe(1)
    expect(existsSync(at('new'))).toBe(false)
    const long = `${'n'.repeat(251)}.zip`
    expect((await dispatch(at(`new/folder/${long}`))).status).toBe(0)
    expect(readdirSync(at('new/folder'))).toEqual([long])
    expect((await dispatch(at(`${'n'.repeat(300)}.zip`))).stderr).toMatch(/the name is too long/)
  })
  test('a date that is none is refused, and one that is stands in the file', async () => {
    const dated = async (epoch: string) => {
      process.env.SOURCE_DATE_EPOCH = epoch
      try {
        return await ask('dispatch', paper, '--to', 'pdf', '--out', at('dated.pdf'))
      } finally {
        delete process.env.SOURCE_DATE_EPOCH
      }
    }
    for (const epoch of ['soon', '-5', '1e99', '1.5'])
      expect(await dated(epoch)).toMatchObject({ status: 2, stderr: expect.stringMatching(/whole number of seconds/) })
    expect(await dated('1000000000')).toMatchObject({ status: 0 })
    expect(readFileSync(at('dated.pdf'), 'latin1')).toContain('2001-09-09')
  })
  test('an unpacked work holds what a bundle holds and nothing else', async () => {
    const unpacked = at('strict')
    execFileSync('python3', ['-m', 'zipfile', '-e', paper, unpacked])
    writeFileSync(path.join(unpacked, 'more.txt'), 'x')
    expect((await dispatch(at('strict.zip'), unpacked)).stderr).toMatch(/does not belong in a bundle: “more\.txt”/)
    rmSync(path.join(unpacked, 'more.txt'))
    symlinkSync('/etc/hostname', path.join(unpacked, 'pictures', 'host.svg'))
    expect((await dispatch(at('strict.zip'), unpacked)).stderr).toMatch(/is not a file of its own/)
  })
})

test('a bundle that cannot be read leaves nothing behind', async () => {
  const bad = at('bad.ledger.zip')
  writeFileSync(bad, 'not a zip')
  const { status, stderr } = await ask('dispatch', bad, '--to', 'pdf', '--out', at('bad.pdf'))
  expect(status).toBe(1)
  expect(stderr).toMatch(/not a zip archive/)
  expect(existsSync(at('bad.pdf'))).toBe(false)
  expect(readdirSync(folder).filter(name => name.includes('.part'))).toEqual([])
})

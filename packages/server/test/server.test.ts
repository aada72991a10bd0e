import { spawn, spawnSync } from 'node:child_process'
import { once } from 'node:events'
import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs'
import { createServer as createOther, type Server } from 'node:http'
import { type AddressInfo, connect } from 'node:net'
import os from 'node:os'
import path from 'node:path'
import { brotliCompressSync, gzipSync } from 'node:zlib'
import { optionsGiven } from '../src/optionsGiven.ts'
import { createServer, isOurs, listen, listenOn, requireBuilt } from '../src/server.ts'

const folder = mkdtempSync(path.join(os.tmpdir(), 'ledger-web-'))
let server: Server
let port: number
beforeAll(async () => {
  mkdirSync(path.join(folder, 'assets'))
  writeFileSync(path.join(folder, 'index.html'), '<!doctype html><title>x</title>')
  writeFileSync(path.join(folder, 'assets/a.js'), '1')
  writeFileSync(path.join(folder, 'assets/p.js'), 'packed')
  writeFileSync(path.join(folder, 'assets/p.js.gz'), gzipSync('packed'))
  writeFileSync(path.join(folder, 'assets/p.js.br'), brotliCompressSync('packed'))
  ;({ server, port } = await listen(createServer(folder), 4700))
})
afterAll(() => void server.close())
const get = (place: string): Promise<Response> => fetch(`http://127.0.0.1:${port}${place}`)

test('every address of the application gives its page, with a policy that lets in nothing from outside', async () => {
  for (const place of ['/', '/work/x/galley/y', '/work/x/galley/fig.a', '/anything']) {
    const response = await get(place)
    expect(response.status).toBe(200)
    expect(await response.text()).toContain('<!doctype html>')
    const policy = response.headers.get('content-security-policy')!
    expect(policy).toContain("default-src 'none'")
    expect(policy).toContain("script-src 'self' 'wasm-unsafe-eval'")
    expect(policy).not.toMatch(/script-src[^;]*unsafe-inline|https?:/)
    expect(response.headers.get('x-content-type-options')).toBe('nosniff')
    expect(response.headers.get('x-powered-by')).toBeNull()
  }
})

test('built files are kept for long, missing ones are missing', async () => {
  expect((await get('/assets/a.js')).headers.get('cache-control')).toContain('immutable')
  expect((await get('/assets/b.js')).status).toBe(404)
  expect((await get('/assets/..%2f..%2fetc%2fpasswd')).status).toBeGreaterThanOrEqual(400)
  expect((await get('/nothing.js')).status).toBe(404)
})

/** A request as it goes over the line, and all of the answer. */
const raw = (text: string): Promise<string> =>
  new Promise((resolve, reject) => {
    let answer = ''
    const socket = connect(port, '127.0.0.1', () => socket.write(text))
    socket.setEncoding('utf8').on('data', data => {
      answer += data
    })
    socket.on('close', () => resolve(answer)).on('error', reject)
  })
const last = 'Connection: close\r\n\r\n'

test.each<[string, string, number]>([
  ['a file that is not there', `GET /assets/b.js HTTP/1.1\r\nHost: localhost\r\n${last}`, 404],
  ['an address that cannot be read', `GET /assets/%E0%A4%A HTTP/1.1\r\nHost: localhost\r\n${last}`, 400],
  ['a null sign', `GET /assets/%00 HTTP/1.1\r\nHost: localhost\r\n${last}`, 400],
  ['something sent', `POST / HTTP/1.1\r\nHost: localhost\r\nContent-Length: 4\r\n${last}text`, 405],
  ['something sent along', `GET / HTTP/1.1\r\nHost: localhost\r\nContent-Length: 4\r\n${last}text`, 413],
  ['a name that is not this machine’s', `GET / HTTP/1.1\r\nHost: elsewhere.example\r\n${last}`, 403],
  ['heads without end', `GET / HTTP/1.1\r\nHost: localhost\r\nX: ${'x'.repeat(40_000)}\r\n${last}`, 431],
])('%s is refused without a word about the machine', async (_name, request, status) => {
  const answer = await raw(request)
  expect(answer).toMatch(new RegExp(`^HTTP/1.1 ${status} `))
  expect(answer).not.toMatch(/node_modules|at \w+ \(|\/tmp|\/work/)
})

test('a server knows another of its kind, and no other', async () => {
  expect(await isOurs(port)).toBe(true)
  expect(await listenOn(createServer(folder), port)).toBeNull()
  const other = createOther((_request, response) => void response.end('Steady as she goes')).listen(0, '127.0.0.1')
  await once(other, 'listening')
  expect(await isOurs((other.address() as AddressInfo).port)).toBe(false)
  other.close()
  expect(await isOurs(1)).toBe(false)
})

test('a port that another program has is not left for the next one: it is said, with how to choose another', async () => {
  const other = createOther((_request, response) => void response.end('x')).listen(0, '127.0.0.1')
  await once(other, 'listening')
  const taken = (other.address() as AddressInfo).port
  const started = spawn(process.execPath, [
    '--import',
    './scripts/typescript.mjs',
    'packages/server/src/main.ts',
    `--port=${taken}`,
    '--quiet',
  ])
  let said = ''
  started.stderr.setEncoding('utf8').on('data', (data: string) => {
    said += data
  })
  const [status] = await once(started, 'exit')
  other.close()
  expect(status).toBe(2)
  expect(said).toMatch(/^Steady Ledger: (Port \d+ is taken by another program\..*npm start -- --port N|There is no built application)/)
})

test('what lies packed beside a file is sent to those who can unpack it, with a tag to ask again by', async () => {
  const plain = await get('/assets/p.js')
  expect(await plain.text()).toBe('packed')
  const asked = (encoding: string): Promise<string> =>
    raw(`GET /assets/p.js HTTP/1.1\r\nHost: localhost\r\nAccept-Encoding: ${encoding}\r\n${last}`)
  expect(await asked('gzip, br')).toMatch(/Content-Encoding: br\r\n/i)
  expect(await asked('gzip')).toMatch(/Content-Encoding: gzip\r\n/i)
  const bare = await asked('identity')
  expect(bare).not.toMatch(/Content-Encoding/i)
  expect(bare).toMatch(/Content-Type: text\/javascript/i)
  const tag = /ETag: (.*)\r\n/i.exec(bare)?.[1]
  expect(
    await raw(`GET /assets/p.js HTTP/1.1\r\nHost: localhost\r\nAccept-Encoding: identity\r\nIf-None-Match: ${tag}\r\n${last}`),
  ).toMatch(/^HTTP\/1.1 304 /)
})

test.each(['many', '-1', '70000', '0', '1.5', ''])('a port that is none, “%s”, is refused', given =>
  expect(() => optionsGiven([`--port=${given}`])).toThrow('--port takes a whole number from 1 to 65535.'),
)

test('ports and the folder of the office are taken as they are given, and by themselves where they are not', () => {
  expect(optionsGiven(['--port', '65535', '--quiet', '--office', '/there'])).toEqual({ port: 65_535, quiet: true, office: '/there' })
  expect(optionsGiven([])).toMatchObject({ port: 4310, quiet: false, office: expect.stringMatching(/steady-ledger\/4310$/) })
})

test('what is refused at the start is told in a line', () => {
  const { status, stderr } = spawnSync(
    process.execPath,
    ['--import', './scripts/typescript.mjs', 'packages/server/src/main.ts', '--port=many'],
    {
      encoding: 'utf8',
    },
  )
  expect(status).toBe(2)
  expect(stderr).toBe('Steady Ledger: --port takes a whole number from 1 to 65535.\n')
})

test('a taken port is passed over', async () => {
  const second = await listen(createServer(folder), port)
  expect(second.port).toBeGreaterThan(port)
  second.server.close()
})

test('an application that was not built is said to be missing', () =>
  expect(() => requireBuilt('/nowhere')).toThrow(/no built application/))

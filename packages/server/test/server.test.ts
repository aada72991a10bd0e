import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs'
import type { Server } from 'node:http'
import os from 'node:os'
import path from 'node:path'
import { createServer, listen, requireBuilt } from '../src/server.ts'

const folder = mkdtempSync(path.join(os.tmpdir(), 'ledger-web-'))
let server: Server
let port: number
beforeAll(async () => {
  mkdirSync(path.join(folder, 'assets'))
  writeFileSync(path.join(folder, 'index.html'), '<!doctype html><title>x</title>')
  writeFileSync(path.join(folder, 'assets/a.js'), '1')
  ;({ server, port } = await listen(createServer(folder), 4700))
})
afterAll(() => void server.close())
const get = (place: string): Promise<Response> => fetch(`http://127.0.0.1:${port}${place}`)

test('every address of the application gives its page, with a policy that lets in nothing from outside', async () => {
  for (const place of ['/', '/work/x/galley/y', '/anything']) {
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
})

test('a taken port is passed over', async () => {
  const second = await listen(createServer(folder), port)
  expect(second.port).toBeGreaterThan(port)
  second.server.close()
})

test('an application that was not built is said to be missing', () =>
  expect(() => requireBuilt('/nowhere')).toThrow(/no built application/))

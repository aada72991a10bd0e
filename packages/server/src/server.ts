/** Serves the built application and the simulated hand-in office, and nothing else, with headers that let nothing from outside in. */
import { existsSync } from 'node:fs'
import { createServer as createHttpServer, type Server } from 'node:http'
import path from 'node:path'
import express from 'express'
import expressStaticGzip from 'express-static-gzip'
import { type OfficeSettings, officeRoutes } from './office/routes.ts'

/** Scripts, styles, fonts and workers from here alone; pictures of the author's as blobs; compiled modules for the shaper. */
export const contentSecurityPolicy = [
  "default-src 'none'",
  "script-src 'self' 'wasm-unsafe-eval'",
  // The equation field styles itself from script; nothing else of a page's style can come from outside.
  "style-src 'self' 'unsafe-inline'",
  "img-src 'self' blob: data:",
  "font-src 'self'",
  "connect-src 'self'",
  "worker-src 'self'",
  "manifest-src 'self'",
  "base-uri 'none'",
  "form-action 'none'",
  "frame-ancestors 'none'",
].join('; ')

/** Under this address a server says that it is one of ours. */
const identityPath = '/steady-ledger-server'
const identity = 'Steady Ledger'

const headers = {
  'Content-Security-Policy': contentSecurityPolicy,
  'X-Content-Type-Options': 'nosniff',
  'Referrer-Policy': 'no-referrer',
  'Cross-Origin-Opener-Policy': 'same-origin',
  'Cross-Origin-Resource-Policy': 'same-origin',
}

/** Other names lead here only by a trick of somebody else’s page. */
const ownHost = /^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/i

/** `office` says where the hand-in office keeps its book; without it there is none. */
export function createServer(folder: string, office: OfficeSettings | null = null): express.Express {
  const app = express()
  app.disable('x-powered-by')
  app.use((request, response, next) => {
    response.set(headers)
    if (!ownHost.test(request.headers.host ?? '')) refuse(response, 403)
    else if (office && request.method === 'POST' && request.path === '/office/submissions') next()
    else if (request.method !== 'GET' && request.method !== 'HEAD') refuse(response.set('Allow', 'GET, HEAD'), 405)
    else if (request.headers['transfer-encoding'] !== undefined || Number(request.headers['content-length'] ?? 0) > 0) refuse(response, 413)
    else next()
  })
  app.get(identityPath, (_request, response) => void response.type('text').send(identity))
  if (office) app.use('/office', officeRoutes(office))
  app.use('/assets', packed(path.join(folder, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }))
  app.use(packed(folder, { maxAge: 0 }))
  app.get('/{*view}', (request, response) => {
    // Views have no endings: a file that is asked for and is not there is missing.
    if (!request.path.startsWith('/work/') && /\.[a-z0-9]{1,5}$/i.test(request.path)) refuse(response, 404)
    else response.set('Cache-Control', 'no-cache').sendFile(path.join(folder, 'index.html'))
  })
  app.use((error: { status?: unknown }, _request: express.Request, response: express.Response, next: express.NextFunction) => {
    const { status } = error
    if (response.headersSent) next(error)
    else refuse(response, typeof status === 'number' && status >= 400 && status < 500 ? status : 500)
  })
  return app
}

/** Files of a folder, sent as what lies packed beside them to those who can unpack it. */
const packed = (folder: string, serveStatic: NonNullable<Parameters<typeof expressStaticGzip>[1]>['serveStatic']): express.RequestHandler =>
  expressStaticGzip(folder, { enableBrotli: true, orderPreference: ['br', 'gz'], index: false, serveStatic: { ...serveStatic } })

const sentences: Record<number, string> = {
  403: 'This server answers under the name of this machine alone.',
  404: 'There is no such file.',
  405: 'This server gives files and takes nothing.',
  413: 'This server takes nothing.',
}

/** Neither stack nor path of this machine; what was sent along is not read. */
function refuse(response: express.Response, status: number): void {
  if (status === 405 || status === 413) response.set('Connection', 'close')
  response
    .status(status)
    .type('text')
    .send(`${sentences[status] ?? 'This cannot be served.'}\n`)
}

/** How long and how large a request may be, in milliseconds and bytes. */
const limits = { headersTimeout: 10_000, requestTimeout: 20_000, keepAliveTimeout: 5_000, maxHeaderSize: 16_384 }
const mostConnections = 200

/** Listens on a port of this machine only; null where it is taken. */
export function listenOn(app: express.Express, port: number): Promise<{ server: Server; port: number } | null> {
  return new Promise((resolve, reject) => {
    const server = createHttpServer(limits, app)
    server.maxConnections = mostConnections
    server.once('listening', () => {
      const address = server.address()
      resolve({ server, port: typeof address === 'object' && address ? address.port : port })
    })
    server.once('error', (error: NodeJS.ErrnoException) => (error.code === 'EADDRINUSE' ? resolve(null) : reject(error)))
    server.listen(port, '127.0.0.1')
  })
}

/** Listens on the first free port from `from` up. */
export async function listen(
  app: express.Express,
  from: number,
  to = Math.min(from + 50, 65_535),
): Promise<{ server: Server; port: number }> {
  for (let port = from; port <= to; port++) {
    const listening = await listenOn(app, port)
    if (listening) return listening
  }
  throw new Error(`No port from ${from} to ${to} is free. Choose another one with --port.`)
}

/** Whether a server of this program answers on a port. */
export async function isOurs(port: number): Promise<boolean> {
  try {
    const response = await fetch(`http://127.0.0.1:${port}${identityPath}`, { signal: AbortSignal.timeout(1500), redirect: 'error' })
    return response.ok && (await response.text()) === identity
  } catch {
    return false
  }
}

export function requireBuilt(folder: string): void {
  if (!existsSync(path.join(folder, 'index.html')))
    throw new Error(`There is no built application in ${folder}. Run npm start from the root of the project.`)
}

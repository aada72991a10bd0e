/** Serves the built application, and nothing else, with headers that let nothing from outside in. */
import { existsSync } from 'node:fs'
import type { Server } from 'node:http'
import path from 'node:path'
import express from 'express'

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

export function createServer(folder: string): express.Express {
  const app = express()
  app.disable('x-powered-by')
  app.use((_request, response, next) => {
    response.set({
      'Content-Security-Policy': contentSecurityPolicy,
      'X-Content-Type-Options': 'nosniff',
      'Referrer-Policy': 'no-referrer',
      'Cross-Origin-Opener-Policy': 'same-origin',
      'Cross-Origin-Resource-Policy': 'same-origin',
    })
    next()
  })
  app.use('/assets', express.static(path.join(folder, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }))
  app.use(express.static(folder, { index: false, maxAge: 0 }))
  app.get('/{*view}', (_request, response) => {
    response.set('Cache-Control', 'no-cache').sendFile(path.join(folder, 'index.html'))
  })
  return app
}

/** Listens on the first free port from `from` up, on this machine only. */
export function listen(app: express.Express, from: number, to = from + 50): Promise<{ server: Server; port: number }> {
  return new Promise((resolve, reject) => {
    const server = app.listen(from, '127.0.0.1')
    server.once('listening', () => resolve({ server, port: from }))
    server.once('error', (error: NodeJS.ErrnoException) => {
      if (error.code === 'EADDRINUSE' && from < to) resolve(listen(app, from + 1, to))
      else reject(error)
    })
  })
}

export function requireBuilt(folder: string): void {
  if (!existsSync(path.join(folder, 'index.html')))
    throw new Error(`There is no built application in ${folder}. Run npm start from the root of the project.`)
}

/** Starts the server for `npm start`: `--port N` begins the search for a free port there, `--quiet` opens no browser. */
import { spawn } from 'node:child_process'
import path from 'node:path'
import { fileURLToPath } from 'node:url'
import { parseArgs } from 'node:util'
import { createServer, listen, requireBuilt } from './server.ts'

const { values } = parseArgs({ options: { port: { type: 'string', default: '4310' }, quiet: { type: 'boolean', default: false } } })
const folder = path.join(path.dirname(fileURLToPath(import.meta.url)), '../../web/dist')
requireBuilt(folder)
const { port } = await listen(createServer(folder), Number(values.port))
const address = `http://localhost:${port}/`
process.stdout.write(`Steady Ledger is open at ${address}  (Ctrl+C ends it)\n`)
if (!values.quiet && (process.env.DISPLAY || process.env.WAYLAND_DISPLAY || process.platform !== 'linux')) {
  const opener = process.platform === 'darwin' ? 'open' : process.platform === 'win32' ? 'explorer' : 'xdg-open'
  spawn(opener, [address], { stdio: 'ignore', detached: true })
    .on('error', () => {})
    .unref()
}

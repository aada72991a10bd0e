/** Starts the server for `npm start`: `--port N` begins the search for a free port there, `--quiet` opens no browser. */
import { spawn } from 'node:child_process'
import path from 'node:path'
import { fileURLToPath } from 'node:url'
import { parseArgs } from 'node:util'
import { createServer, isOurs, listen, listenOn, requireBuilt } from './server.ts'

const usualPort = 4310

function optionsGiven(): { port: number; quiet: boolean } {
  const { values } = parseArgs({ options: { port: { type: 'string' }, quiet: { type: 'boolean', default: false } } })
  const port = Number(values.port ?? usualPort)
  if (!/^\d{1,5}$/.test(values.port ?? `${usualPort}`) || port < 1 || port > 65_535)
    throw new Error('--port takes a whole number from 1 to 65535.')
  return { port, quiet: values.quiet }
}

function openBrowser(address: string): void {
  if (!process.env.DISPLAY && !process.env.WAYLAND_DISPLAY && process.platform === 'linux') return
  const opener = process.platform === 'darwin' ? 'open' : process.platform === 'win32' ? 'explorer' : 'xdg-open'
  spawn(opener, [address], { stdio: 'ignore', detached: true })
    .on('error', () => {})
    .unref()
}

/** Works are kept by the browser for one address: a second server on another port would show an empty shelf. */
async function start(): Promise<void> {
  const { port: wanted, quiet } = optionsGiven()
  const folder = path.join(path.dirname(fileURLToPath(import.meta.url)), '../../web/dist')
  requireBuilt(folder)
  const app = createServer(folder)
  const first = await listenOn(app, wanted)
  if (!first && (await isOurs(wanted))) {
    const address = `http://localhost:${wanted}/`
    process.stdout.write(`Steady Ledger is open at ${address} already.\n`)
    if (!quiet) openBrowser(address)
    return
  }
  const { port } = first ?? (await listen(app, wanted + 1))
  const address = `http://localhost:${port}/`
  if (!first)
    process.stdout.write(`Port ${wanted} is taken by another program. Works that were kept under it are there again when it is free.\n`)
  process.stdout.write(`Steady Ledger is open at ${address}  (Ctrl+C ends it)\n`)
  if (!quiet) openBrowser(address)
}

try {
  await start()
} catch (error) {
  process.stderr.write(`Steady Ledger: ${(error as Error).message.split('\n')[0]}\n`)
  process.exitCode = 2
}

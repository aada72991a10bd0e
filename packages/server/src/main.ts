/** Starts the server for `npm start`: `--port N` serves there and nowhere else, `--quiet` opens no browser. */
import { spawn } from 'node:child_process'
import path from 'node:path'
import { fileURLToPath } from 'node:url'
import { parseArgs } from 'node:util'
import { createServer, isOurs, listenOn, requireBuilt } from './server.ts'

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

/** Works are kept by the browser for one address: a server on another port, of itself, would show an empty shelf without a word. */
async function start(): Promise<void> {
  const { port, quiet } = optionsGiven()
  const folder = path.join(path.dirname(fileURLToPath(import.meta.url)), '../../web/dist')
  requireBuilt(folder)
  const address = `http://localhost:${port}/`
  const listening = await listenOn(createServer(folder), port)
  if (!listening && !(await isOurs(port)))
    throw new Error(
      `Port ${port} is taken by another program. Works are kept under one address: end that program to have them, or choose another port with “npm start -- --port N”; under another address the shelf is another one.`,
    )
  process.stdout.write(
    listening ? `Steady Ledger is open at ${address}  (Ctrl+C ends it)\n` : `Steady Ledger is open at ${address} already.\n`,
  )
  if (!quiet) openBrowser(address)
}

try {
  await start()
} catch (error) {
  process.stderr.write(`Steady Ledger: ${(error as Error).message.split('\n')[0]}\n`)
  process.exitCode = 2
}

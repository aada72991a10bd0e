/**
 * Starts the server for `npm start`: `--port N` serves there and nowhere else, `--quiet` opens no browser, `--office FOLDER` is where the
 * hand-in office keeps its book.
 */
import { spawn } from 'node:child_process'
import path from 'node:path'
import { fileURLToPath } from 'node:url'
import { optionsGiven } from './optionsGiven.ts'
import { createServer, isOurs, listenOn, requireBuilt } from './server.ts'

function openBrowser(address: string): void {
  if (!process.env.DISPLAY && !process.env.WAYLAND_DISPLAY && process.platform === 'linux') return
  const opener = process.platform === 'darwin' ? 'open' : process.platform === 'win32' ? 'explorer' : 'xdg-open'
  spawn(opener, [address], { stdio: 'ignore', detached: true })
    .on('error', () => {})
    .unref()
}

/** Works are kept by the browser for one address: a server on another port, of itself, would show an empty shelf without a word. */
async function start(): Promise<void> {
  const { port, quiet, office } = optionsGiven(process.argv.slice(2))
  const folder = path.join(path.dirname(fileURLToPath(import.meta.url)), '../../web/dist')
  requireBuilt(folder)
  const address = `http://localhost:${port}/`
  const listening = await listenOn(createServer(folder, { folder: office }), port)
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

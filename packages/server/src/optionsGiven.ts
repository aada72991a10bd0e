/** What `npm start` is told: the port that is served on, whether a browser is opened, and where the hand-in office keeps its book. */
import os from 'node:os'
import path from 'node:path'
import { parseArgs } from 'node:util'

const usualPort = 4310

/** Where programs keep what they write by themselves (XDG Base Directory Specification); a book for each address, as for its shelf. */
const officeFolder = (port: number): string =>
  path.join(process.env.XDG_DATA_HOME || path.join(os.homedir(), '.local/share'), 'steady-ledger', String(port))

/** Throws where a port is none, or an option is unknown, in a sentence for whoever gave it. */
export function optionsGiven(args: readonly string[]): { port: number; quiet: boolean; office: string } {
  const { values } = parseArgs({
    args: [...args],
    options: { port: { type: 'string' }, quiet: { type: 'boolean', default: false }, office: { type: 'string' } },
  })
  const port = Number(values.port ?? usualPort)
  if (!/^\d{1,5}$/.test(values.port ?? `${usualPort}`) || port < 1 || port > 65_535)
    throw new Error('--port takes a whole number from 1 to 65535.')
  return { port, quiet: values.quiet, office: values.office ?? officeFolder(port) }
}

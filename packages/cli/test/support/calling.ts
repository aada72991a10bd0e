/** The command line as an author calls it, in a folder that is gone afterwards. */
import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = path.join(path.dirname(fileURLToPath(import.meta.url)), '../../../..')

/** A folder of its own for the files of a test file; `at` names one in it. */
export function folderOfTests(): { folder: string; at(name: string): string } {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'ledger-'))
  afterAll(() => rmSync(folder, { recursive: true }))
  return { folder, at: name => path.join(folder, name) }
}

/** A call runs so short that compiling it for the long run, and a second thread that looks for memory, cost more than they bring. */
const forShortLives = ['--interrupt-budget=500000', '--single-threaded-gc']

export const call = (...args: string[]): { status: number | null; stdout: string; stderr: string } =>
  spawnSync(process.execPath, [...forShortLives, path.join(root, 'packages/cli/bin/steady-ledger.mjs'), ...args], {
    encoding: 'utf8',
    cwd: root,
    maxBuffer: 1 << 28,
  })

/** What a call reads from a work, which is the same each time it is asked. */
const told = new Map<string, string>()
export function tell(...args: string[]): string {
  const asked = args.join(' ')
  if (!told.has(asked)) told.set(asked, call(...args).stdout)
  return told.get(asked)!
}

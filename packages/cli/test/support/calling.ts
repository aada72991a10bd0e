/** The command line as an author calls it, in a folder that is gone afterwards. */
import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { fileURLToPath } from 'node:url'
import { formulas } from '../../../core/test/support/work.ts'
import { run } from '../../src/cli.ts'
import { program } from '../../src/turnOver.ts'

// Formulas that a test has set need not be set again by what it calls.
program.formulas = formulas

export const root = path.join(path.dirname(fileURLToPath(import.meta.url)), '../../../..')

/** A folder of its own for the files of a test file; `at` names one in it. */
export function folderOfTests(): { folder: string; at(name: string): string } {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'ledger-'))
  afterAll(() => rmSync(folder, { recursive: true }))
  return { folder, at: name => path.join(folder, name) }
}

export interface Answer {
  status: number | null
  stdout: string
  stderr: string
}

/** A call runs so short that compiling it for the long run, and a second thread that looks for memory, cost more than they bring. */
const forShortLives = ['--interrupt-budget=500000', '--single-threaded-gc']

/** A call as it is made in a shell, of what was built: for tests of what was built, and of what a process has. It begins in half a second. */
export const call = (...args: string[]): Answer =>
  spawnSync(process.execPath, [...forShortLives, path.join(root, 'packages/cli/bin/steady-ledger.mjs'), ...args], {
    encoding: 'utf8',
    cwd: root,
    maxBuffer: 1 << 28,
  })

/** The same call in this thread, of the source: for what is refused, and what stands in the results. One at a time. */
export async function ask(...args: string[]): Promise<Answer> {
  const said = { stdout: '', stderr: '' }
  const streams = ['stdout', 'stderr'] as const
  const own = streams.map(name => process[name].write)
  for (const name of streams)
    process[name].write = ((content: string | Uint8Array, through?: (error?: Error) => void) => {
      said[name] += typeof content === 'string' ? content : Buffer.from(content).toString()
      through?.()
      return true
    }) as typeof process.stdout.write
  try {
    return { status: await run(args), ...said }
  } finally {
    streams.forEach((name, at) => {
      process[name].write = own[at]!
    })
  }
}

/** What a call reads from a work, which is the same each time it is asked. */
const told = new Map<string, string>()
export async function tell(...args: string[]): Promise<string> {
  const asked = args.join(' ')
  if (!told.has(asked)) told.set(asked, (await ask(...args)).stdout)
  return told.get(asked)!
}

/**
 * What the built command line writes. A test that read the product’s own source would have every process of the browser tests read and compile a
 * hundred files of it.
 */
import { execFileSync } from 'node:child_process'

export const fromCommandLine = (...args: string[]): Buffer =>
  execFileSync(process.execPath, ['packages/cli/bin/steady-ledger.mjs', ...args, '--out', '-'], { maxBuffer: 1 << 28 })

/** A work that was made up, of so many pages, as a file. */
export const madeUp = (pages: number): Buffer => fromCommandLine('generate', '--pages', String(pages), '--seed', '3')

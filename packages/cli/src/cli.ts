/** The command line: a thin shell over the core. Every call answers on standard output or in a file; errors are one plain line. */
import { parseArgs } from 'node:util'
import { type Call, CallError } from './call.ts'
import { checkCall } from './calls/check.ts'
import { demoCall } from './calls/demo.ts'
import { dispatchCall } from './calls/dispatch.ts'
import { generateCall } from './calls/generate.ts'
import { ledgerCall } from './calls/ledger.ts'
import { pagesCall } from './calls/pages.ts'

const calls: Record<string, Call> = {
  demo: demoCall,
  generate: generateCall,
  ledger: ledgerCall,
  pages: pagesCall,
  check: checkCall,
  dispatch: dispatchCall,
}
const later = ['intake']

const usage = `Usage:
  steady-ledger demo thesis|paper --out FILE
  steady-ledger generate --pages N --seed S --out FILE
  steady-ledger ledger WORK --json|--csv
  steady-ledger pages WORK --json
  steady-ledger check WORK --json
  steady-ledger dispatch WORK --to pdf|csv --out FILE
WORK is a bundle (.ledger.zip) or a folder with an unpacked one.`

/** Runs one call and gives the exit status: 0 done, 1 something must be mended or failed, 2 not understood or not there yet. */
export async function main(args: string[]): Promise<number> {
  const [name, ...rest] = args
  if (!name || name === '--help' || name === 'help') {
    process.stdout.write(`${usage}\n`)
    return name ? 0 : 2
  }
  try {
    if (later.includes(name)) throw new CallError(`“${name}” is not there yet.`, 2)
    const call = calls[name]
    if (!call) throw new CallError(`There is no call “${name}”. Try steady-ledger --help.`, 2)
    return await call(parse(rest))
  } catch (error) {
    process.stderr.write(`steady-ledger: ${(error as Error).message.replaceAll('\n', ' ')}\n`)
    return error instanceof CallError ? error.status : 1
  }
}

function parse(args: string[]): ReturnType<typeof parseArgs<typeof options>> {
  try {
    return parseArgs({ ...options, args })
  } catch (error) {
    throw new CallError((error as Error).message, 2)
  }
}

const options = {
  allowPositionals: true,
  options: {
    out: { type: 'string' },
    to: { type: 'string' },
    json: { type: 'boolean' },
    csv: { type: 'boolean' },
    pages: { type: 'string' },
    seed: { type: 'string' },
  },
} as const

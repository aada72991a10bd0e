/** The command line: a thin shell over the core. Every call answers on standard output or in a file; errors are one plain line. */
import { readFileSync } from 'node:fs'
import { parseArgs } from 'node:util'
import { plainSentence } from '@steady-ledger/core/work/file/refusal.ts'
import { type CallArguments, CallError, print } from './call.ts'
import { type CallDefinition, calls, optionKinds } from './calls/index.ts'

const later = ['intake']

const usage = (): string => `Usage:
${[...calls.values()].map(call => `  steady-ledger ${call.usage}`).join('\n')}
  steady-ledger CALL --help
  steady-ledger --version
WORK is a bundle (.ledger.zip), a folder with an unpacked one, or - for standard input. FILE may be - for standard output.
`
const usageOf = (call: CallDefinition): string => `Usage: steady-ledger ${call.usage}\n${call.says}\n`

const version = (): string => JSON.parse(readFileSync(new URL('../../../package.json', import.meta.url), 'utf8')).version

const asksForHelp = (word: string | undefined): boolean => word === '--help' || word === '-h'

/** What the program does. */
export function main(args: string[]): Promise<number> {
  // A reader that went away wants nothing more.
  process.stdout.on('error', (error: NodeJS.ErrnoException) => {
    if (error.code !== 'EPIPE') throw error
  })
  return run(args)
}

/** Runs one call and gives the exit status: 0 done, 1 something must be mended or failed, 2 not understood or not there yet. */
export async function run(args: string[]): Promise<number> {
  try {
    return await answer(args)
  } catch (error) {
    process.stderr.write(`steady-ledger: ${plainSentence((error as Error).message)}\n`)
    return error instanceof CallError ? error.status : 1
  }
}

async function answer([name, ...rest]: string[]): Promise<number> {
  if (!name || asksForHelp(name) || name === 'help') {
    await print(usage())
    return name ? 0 : 2
  }
  if (name === '--version') {
    await print(`${version()}\n`)
    return 0
  }
  if (later.includes(name)) throw new CallError(`“${name}” is not there yet.`, 2)
  const call = calls.get(name)
  if (!call) throw new CallError(`There is no call “${name}”. Try steady-ledger --help.`, 2)
  if (rest.some(asksForHelp)) {
    await print(usageOf(call))
    return 0
  }
  const given = parse(name, call, rest)
  return (await call.load())(given)
}

function parse(name: string, { options, words }: CallDefinition, args: string[]): CallArguments {
  const own = Object.fromEntries(options.map(option => [option, optionKinds[option]]))
  let given: CallArguments
  try {
    given = parseArgs({ allowPositionals: true, options: own, args })
  } catch (error) {
    const [sentence] = (error as Error).message.split(/\. |\n/)
    throw new CallError(`${sentence?.replace(/\.$/, '')}. Try steady-ledger ${name} --help.`, 2)
  }
  const surplus = given.positionals[words]
  if (surplus !== undefined) throw new CallError(`“${surplus}” is one word too many. Try steady-ledger ${name} --help.`, 2)
  return given
}

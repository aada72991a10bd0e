/** What every call of the command line is given, and what they share. */
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import type { FormulaTypesetter } from '@steady-ledger/core/formulas/typesetter.ts'
import { type Turnover, TurnoverEngine } from '@steady-ledger/core/turnover/turnover.ts'
import { type Fonts, openFonts } from '@steady-ledger/core/type/fonts.ts'
import { assemble, readBundle } from '@steady-ledger/core/work/file/bundle.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import { setFormulas } from './formulas/setFormulas.ts'
import { readFonts } from './host.ts'

export interface CallArguments {
  positionals: string[]
  values: { out?: string; to?: string; json?: boolean; csv?: boolean; pages?: string; seed?: string }
}
export type Call = (given: CallArguments) => Promise<number>

/** A call that cannot be done as it was made; `status` is the exit status. */
export class CallError extends Error {
  readonly status: number
  constructor(message: string, status: number) {
    super(message)
    this.status = status
  }
}

export function openWork({ positionals }: CallArguments): Work {
  const [file] = positionals
  if (!file) throw new CallError('Name the work: a bundle, or a folder with an unpacked one.', 2)
  if (!existsSync(file)) throw new CallError(`There is no file “${file}”.`, 1)
  if (!statSync(file).isDirectory()) return readBundle(readFileSync(file))
  const pictures = path.join(file, 'pictures')
  const names = existsSync(pictures) ? readdirSync(pictures) : []
  const work = path.join(file, 'work.json')
  if (!existsSync(work)) throw new CallError(`“${file}” holds no work.json.`, 1)
  return assemble(
    new Map([
      ['work.json', readFileSync(work)],
      ...names.map((name): [string, Uint8Array] => [`pictures/${name}`, readFileSync(path.join(pictures, name))]),
    ]),
  )
}

export async function turnOver(work: Work): Promise<{ turnover: Turnover; fonts: Fonts; formulas: FormulaTypesetter }> {
  // All of MathJax: a call that needs no pages does not wait for it.
  const { createTypesetter } = await import('@steady-ledger/core/formulas/converter.ts')
  const formulas = createTypesetter()
  await setFormulas(work, formulas)
  const fonts = openFonts(readFonts())
  return { turnover: new TurnoverEngine(fonts, formulas).run(work), fonts, formulas }
}

/** Where the result goes; asked for before any work is done. */
export function outFile({ values }: CallArguments): string {
  if (!values.out) throw new CallError('Say where to write with --out FILE.', 2)
  const folder = path.dirname(path.resolve(values.out))
  if (!existsSync(folder)) mkdirSync(folder, { recursive: true })
  return values.out
}

/** Writes beside the place and moves there when whole: nothing half-written is ever found. */
export function writeWhole(file: string, content: Uint8Array | string): void {
  const beside = `${file}.${process.pid}.part`
  try {
    writeFileSync(beside, content)
    renameSync(beside, file)
  } catch (error) {
    rmSync(beside, { force: true })
    throw new CallError(`“${file}” cannot be written: ${(error as Error).message}`, 1)
  }
}

export function printJson(value: unknown): void {
  process.stdout.write(`${JSON.stringify(value, null, 1)}\n`)
}

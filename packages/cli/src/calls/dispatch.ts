import { mkdirSync, mkdtempSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { type Dispatched, dispatchAll } from '@steady-ledger/core/dispatch/dispatchAll.ts'
import type { Output, Writing } from '@steady-ledger/core/dispatch/output.ts'
import { outputOf, outputs } from '@steady-ledger/core/dispatch/outputs.ts'
import { type Call, type CallArguments, CallError, print } from '../call.ts'
import { readDrawingProgram, readMathFace } from '../host.ts'
import { openWork } from '../input.ts'
import { removeFolders, targetOf, writeWhole } from '../output.ts'
import { named, reasonOf } from '../reasonOf.ts'
import { turnOver } from '../turnOver.ts'

/** The date in the file, from SOURCE_DATE_EPOCH where it is set, else one that never changes: the same work gives the same bytes. */
function date(): Date {
  const given = process.env.SOURCE_DATE_EPOCH || '946684800'
  if (!/^\d{1,11}$/.test(given)) throw new CallError('SOURCE_DATE_EPOCH takes a whole number of seconds since 1970.', 2)
  return new Date(Number(given) * 1000)
}

/** What is to be written: what `--to` names, or everything. */
function wantedIn({ values }: CallArguments): Output[] {
  if (values.all !== undefined && values.to === undefined) return [...outputs]
  const names = (values.to ?? '').split(',').filter(Boolean)
  const wanted = names.map(outputOf)
  if (!names.length || wanted.includes(undefined))
    throw new CallError(`Choose what to write with --to: ${outputs.map(({ name }) => name).join(', ')}.`, 2)
  return [...new Set(wanted as Output[])]
}

function writingOf({ values }: CallArguments, wanted: readonly Output[]): Writing {
  const withWork = values['with-work'] === true
  const single = wanted.length === 1 ? wanted[0] : undefined
  if (withWork && single && !single.carriesWork) throw new CallError(`A file of this kind cannot carry the work: ${single.name}.`, 2)
  const { width } = values
  if (width !== undefined && !/^(?:[2-9]\d|1\d\d|200)$/.test(width)) throw new CallError('--width takes a whole number from 20 to 200.', 2)
  return { date: date(), withWork, ...(width ? { width: Number(width) } : {}), ...(values.spoken ? { spokenFormulas: true } : {}) }
}

export const dispatchCall: Call = async given => {
  const wanted = wantedIn(given)
  const writing = writingOf(given, wanted)
  const folder = given.values.all ?? (wanted.length > 1 ? given.values.into : undefined)
  if (folder === undefined && wanted.length > 1) throw new CallError('Say where to write several files with --into FOLDER.', 2)
  if (folder !== undefined) return writeFolder(folder, wanted, writing, given)
  const target = targetOf(given)
  const work = await openWork(given)
  const [only] = wanted
  await writeWhole(
    target,
    await only!.write({ work, turnOver: () => turnOver(work), drawingProgram: readDrawingProgram, mathFace: readMathFace }, writing),
  )
  return 0
}

/** All files, or none: they are made before anything is written, and written beside their places before any is moved there. */
async function writeFolder(folder: string, wanted: readonly Output[], writing: Writing, given: CallArguments): Promise<number> {
  const work = await openWork(given)
  const all = await dispatchAll(
    wanted,
    { work, turnOver: () => turnOver(work), drawingProgram: readDrawingProgram, mathFace: readMathFace },
    writing,
  )
  let beside = ''
  let made: string | undefined
  let there = false
  try {
    made = mkdirSync(folder, { recursive: true })
    beside = mkdtempSync(path.join(folder, '.part-'))
    for (const { file, bytes } of all) writeFileSync(path.join(beside, file), bytes)
    for (const { file } of all) renameSync(path.join(beside, file), path.join(folder, file))
    there = true
  } catch (error) {
    throw new CallError(`${named(folder)} cannot be written: ${reasonOf(error)}.`, 1)
  } finally {
    if (beside) rmSync(beside, { recursive: true, force: true })
    if (!there) removeFolders(folder, made)
  }
  await print(reportOf(all))
  return 0
}

/** A line a file: its size and what it adds up to; below it what its format holds in another form. */
const reportOf = (all: readonly Dispatched[]): string =>
  all
    .map(({ file, bytes, checksum, lost }) =>
      [
        `${checksum}  ${String(bytes.length).padStart(9)}  ${file}`,
        ...lost.map(({ id, says }) => `    ${id ? `${id}: ` : ''}${says}`),
      ].join('\n'),
    )
    .join('\n')
    .concat('\n')

/** Where the result of a call goes: a file that is whole or not there, or standard output. */
import { randomUUID } from 'node:crypto'
import {
  chmodSync,
  closeSync,
  existsSync,
  fsyncSync,
  lstatSync,
  mkdirSync,
  openSync,
  realpathSync,
  renameSync,
  rmdirSync,
  rmSync,
  type Stats,
  statSync,
  writeFileSync,
} from 'node:fs'
import path from 'node:path'
import { type CallArguments, CallError, print } from './call.ts'
import { named, reasonOf } from './reasonOf.ts'

/** A place that can be written to. */
export interface Target {
  /** What the author called it. */
  name: string
  /** Where links lead; empty for standard output. */
  path: string
  /** What is there already. */
  was: Stats | undefined
}

/** Where the result goes; asked for before any work is done, and nothing is made yet. */
export function targetOf(given: CallArguments): Target {
  try {
    return found(given)
  } catch (error) {
    if (error instanceof CallError) throw error
    throw new CallError(`${named(given.values.out ?? '')} cannot be written: ${reasonOf(error)}.`, 1)
  }
}

function found({ values, positionals }: CallArguments): Target {
  const name = values.out
  if (!name) throw new CallError('Say where to write with --out FILE, or --out - for standard output.', 2)
  if (name === '-') return { name, path: '', was: undefined }
  const whole = path.resolve(name)
  const link = lstatSync(whole, { throwIfNoEntry: false })?.isSymbolicLink()
  if (link && !existsSync(whole)) throw new CallError(`${named(name)} is a link that leads nowhere.`, 1)
  const at = link ? realpathSync(whole) : whole
  const was = statSync(at, { throwIfNoEntry: false })
  if (was?.isDirectory()) throw new CallError(`${named(name)} is a folder. Name a file.`, 2)
  if (was && (was.mode & 0o222) === 0) throw new CallError(`${named(name)} may be read and not written.`, 1)
  for (const input of positionals) {
    const source = statSync(input, { throwIfNoEntry: false })
    if (!source) continue
    if (was && source.ino === was.ino && source.dev === was.dev)
      throw new CallError(`${named(name)} is the work itself. Write to another file.`, 2)
    if (source.isDirectory() && `${path.dirname(at)}${path.sep}`.startsWith(`${realpathSync(input)}${path.sep}`))
      throw new CallError(`${named(name)} lies within the work. Write to another folder.`, 2)
  }
  return { name, path: at, was }
}

/** Takes back the folders that were made for what could not be written: from the innermost to the first that was made, unless one holds something. */
export function removeFolders(folder: string, made: string | undefined): void {
  if (made === undefined) return
  try {
    for (let at = path.resolve(folder); at.startsWith(path.resolve(made)); at = path.dirname(at)) rmdirSync(at)
  } catch {
    // Somebody else put something there meanwhile.
  }
}

/** Writes beside the place and moves there when whole: nothing half-written is ever found. What is no file is written to as it is. */
export async function writeWhole({ name, path: at, was }: Target, content: Uint8Array): Promise<void> {
  if (!at) return print(content)
  const folder = path.dirname(at)
  const beside = path.join(folder, `.${randomUUID()}.part`)
  let made: string | undefined
  try {
    if (was && !was.isFile()) {
      writeFileSync(at, content)
      return
    }
    made = mkdirSync(folder, { recursive: true })
    const file = openSync(beside, 'wx')
    try {
      writeFileSync(file, content)
      fsyncSync(file)
    } finally {
      closeSync(file)
    }
    if (was) chmodSync(beside, was.mode & 0o7777)
    renameSync(beside, at)
  } catch (error) {
    rmSync(beside, { force: true })
    removeFolders(folder, made)
    throw new CallError(`${named(name)} cannot be written: ${reasonOf(error)}.`, 1)
  }
}

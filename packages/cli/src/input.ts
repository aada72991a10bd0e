/** Where the work of a call comes from: a bundle, a folder with an unpacked one, or standard input. */
import { existsSync, lstatSync, readdirSync, readFileSync, statSync } from 'node:fs'
import path from 'node:path'
import { assemble, BundleBounds, largestBundle, readBundle } from '@steady-ledger/core/work/file/bundle.ts'
import { WorkFileError } from '@steady-ledger/core/work/file/workFile.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import { type CallArguments, CallError } from './call.ts'
import { named, reasonOf } from './reasonOf.ts'

export async function openWork({ positionals: [file] }: CallArguments): Promise<Work> {
  if (!file) throw new CallError('Name the work: a bundle, a folder with an unpacked one, or - for standard input.', 2)
  if (file === '-') return readBundle(await standardInput())
  if (!existsSync(file)) throw new CallError(`There is no file ${named(file)}.`, 1)
  const read = readWhole(file)
  return read instanceof Map ? assemble(read) : readBundle(read)
}

/** A file, or the files of a folder. */
function readWhole(file: string): Uint8Array | Map<string, Uint8Array> {
  try {
    const found = statSync(file)
    if (found.isDirectory()) return filesIn(file)
    if (found.size > largestBundle) throw new CallError(`${named(file)} is larger than any bundle may be.`, 1)
    return readFileSync(file)
  } catch (error) {
    if (error instanceof CallError || error instanceof WorkFileError) throw error
    throw new CallError(`${named(file)} cannot be read: ${reasonOf(error)}.`, 1)
  }
}

async function standardInput(): Promise<Uint8Array> {
  const chunks: Buffer[] = []
  let size = 0
  for await (const chunk of process.stdin) {
    chunks.push(chunk)
    size += chunk.length
    if (size > largestBundle) throw new CallError('Standard input holds more than any bundle may.', 1)
  }
  return Buffer.concat(chunks)
}

/** The files of an unpacked bundle, within the bounds of a packed one: nothing that a bundle would not hold, and no links out of the folder. */
function filesIn(folder: string): Map<string, Uint8Array> {
  const bounds = new BundleBounds()
  const files = new Map<string, Uint8Array>()
  const take = (name: string): void => {
    const at = path.join(folder, name)
    const found = lstatSync(at)
    if (found.isDirectory() && name === 'pictures') {
      for (const picture of readdirSync(at).sort()) take(`pictures/${picture}`)
      return
    }
    if (!found.isFile()) throw new CallError(`${named(at)} is not a file of its own; a work holds files alone.`, 1)
    bounds.take(name, found.size)
    files.set(name, readFileSync(at))
  }
  // What systems leave in every folder is not the author's.
  for (const name of readdirSync(folder).sort()) if (!name.startsWith('.')) take(name)
  return files
}

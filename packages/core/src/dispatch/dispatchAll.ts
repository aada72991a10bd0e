/** Several outputs of one work from one make-up of its pages, each with what it adds up to and what it could not hold. */
import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex } from '@noble/hashes/utils.js'
import { titleOf } from '../work/schema.ts'
import { fileName } from './fileName.ts'
import type { Lost, Output, Source, Writing } from './output.ts'
import { onePages, wasWritten } from './outputs.ts'
import { packFiles } from './packFiles.ts'

export interface Dispatched {
  output: Pick<Output, 'name' | 'title' | 'mediaType'>
  /** Name of the file. */
  file: string
  bytes: Uint8Array
  /** SHA-256, in hexadecimal. */
  checksum: string
  /** What the format holds in another form, by place. */
  lost: Lost[]
}

/** `tell` hears which output is being written, as the how manyeth of how many. Whoever ends it gets nothing: all are there, or none. */
export async function dispatchAll(
  wanted: readonly Output[],
  given: Source,
  writing: Writing,
  tell: (output: Output, done: number) => void = () => {},
): Promise<Dispatched[]> {
  const source = onePages(given)
  const base = fileName(titleOf(given.work.doc))
  const all: Dispatched[] = []
  for (const [at, output] of wanted.entries()) {
    tell(output, at)
    const lost: Lost[] = []
    const bytes = await output.write(source, { ...writing, onLost: each => void lost.push(each) })
    // What was asked for in a form of its own is no stand-in for the usual one.
    const { carriesWork, carriesKeepsakes, hasWidth } = output
    if (!(carriesWork && writing.withWork) && !(carriesKeepsakes && writing.keepsakes) && !(hasWidth && writing.width))
      wasWritten(source, output, bytes)
    const { name, title, mediaType, ending } = output
    all.push({ output: { name, title, mediaType }, file: base + ending, bytes, checksum: bytesToHex(sha256(bytes)), lost })
  }
  return all
}

/** All of them in one archive, with their checksums. */
export const archiveOf = (all: readonly Dispatched[]): Uint8Array =>
  packFiles(
    new Map([
      ...all.map(({ file, bytes }): [string, Uint8Array] => [file, bytes]),
      ['checksums.txt', new TextEncoder().encode(all.map(({ file, checksum }) => `${checksum}  ${file}\n`).join(''))],
    ]),
  )

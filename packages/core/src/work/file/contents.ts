/**
 * The list of what a bundle holds, with a SHA-256 digest of each file, in the form that `sha256sum -c` reads. Checksums of the archive tell
 * damage; this tells a bundle that was put together from two, or lost a file, and whose archive is whole all the same.
 */
import { sha256 } from '@noble/hashes/sha2'
import { bytesToHex } from '@noble/hashes/utils'
import { strFromU8, strToU8 } from 'fflate'
import { WorkFileError } from './workFile.ts'

export const contentsName = 'contents.sha256'

/** `files` by path, in the order in which they are listed. */
export const contentsOf = (files: ReadonlyMap<string, Uint8Array>): Uint8Array =>
  strToU8([...files].map(([name, bytes]) => `${bytesToHex(sha256(bytes))}  ${name}\n`).join(''))

/** Refuses what is not what was written. A bundle without a list, as earlier programs wrote them, is believed. */
export function verifyContents(files: ReadonlyMap<string, Uint8Array>): void {
  const list = files.get(contentsName)
  if (!list) return
  const listed = new Map<string, string>()
  for (const line of strFromU8(list).split('\n')) {
    const [, digest, name] = /^([0-9a-f]{64}) [ *](.+)$/.exec(line) ?? []
    if (digest && name) listed.set(name, digest)
    else if (line !== '') throw new WorkFileError('The list of what the bundle holds is damaged.')
  }
  for (const [name, bytes] of files) {
    if (name === contentsName) continue
    const digest = listed.get(name)
    if (digest === undefined) throw new WorkFileError(`The bundle holds “${name}”, which was not put into it when it was written.`)
    if (digest !== bytesToHex(sha256(bytes))) throw new WorkFileError(`The bundle’s “${name}” is not what it was when it was written.`)
    listed.delete(name)
  }
  for (const name of listed.keys()) throw new WorkFileError(`The bundle lacks “${name}”, which it held when it was written.`)
}

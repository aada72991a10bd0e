/** A folder for keeping, in one archive: the work in every form that outlasts programs, and checksums to see later that nothing has changed. */

import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex } from '@noble/hashes/utils.js'
import { packFiles } from '../packFiles.ts'

const text = (words: string): Uint8Array => new TextEncoder().encode(words)

/** `files` by name, with what each is; lines of checksums are as `sha256sum --check` reads them. */
export function writeKeeping(title: string, author: string, files: ReadonlyMap<string, { says: string; bytes: Uint8Array }>): Uint8Array {
  const about = [
    title,
    author,
    '',
    ...[...files].map(([name, { says }]) => `${name}\n    ${says}`),
    'checksums.txt\n    What each file adds up to (SHA-256): sha256sum --check checksums.txt',
  ]
  const kept = new Map<string, Uint8Array>([
    ['about.txt', text(`${about.filter((line, at) => line || at === 2).join('\n')}\n`)],
    ...[...files].map(([name, { bytes }]): [string, Uint8Array] => [name, bytes]),
  ])
  const sums = [...kept].map(([name, bytes]) => `${bytesToHex(sha256(bytes))}  ${name}\n`).join('')
  return packFiles(new Map([...kept, ['checksums.txt', text(sums)]]))
}

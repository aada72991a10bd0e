/** PDFs of which pages stand in a work: bounded, and kept as they are. What is in them is looked at where a page is drawn. */
import type { Picture } from '../work.ts'
import { Refusal } from './refusal.ts'

/** A file that cannot be taken as it is; the message says why and what to do, in plain words. */
export class PageFileError extends Refusal {}

export const largestPageFile = 40 * 1024 * 1024
const head = [0x25, 0x50, 0x44, 0x46, 0x2d] as const
/** How far from its begin a file may say that it is a PDF (ISO 32000-1, annex H). */
const headWithin = 1024

/** Whether a file says that it is a PDF, whatever it is called. */
export function looksLikePageFile(bytes: Uint8Array): boolean {
  for (let at = 0; at < Math.min(headWithin, bytes.length); at++) if (head.every((byte, i) => bytes[at + i] === byte)) return true
  return false
}

export function readPageFile(name: string, bytes: Uint8Array): Picture {
  if (bytes.length > largestPageFile)
    throw new PageFileError(
      `“${name}” has ${Math.round(bytes.length / 1048576)} MB; a PDF may have up to ${largestPageFile / 1048576} MB. Save it smaller, or in parts.`,
    )
  if (!looksLikePageFile(bytes)) throw new PageFileError(`“${name}” is not a PDF. Choose another file.`)
  return { name, type: 'application/pdf', bytes, width: 0, height: 0 }
}

/** What the page and its workers say to each other. */

import type { Citations } from '@steady-ledger/core/content/citations/citations.ts'
import type { IndexEntry } from '@steady-ledger/core/content/index/entries.ts'
import type { Dispatched } from '@steady-ledger/core/dispatch/dispatchAll.ts'
import type { Finding } from '@steady-ledger/core/findings/finding.ts'
import type { CollectedSymbol } from '@steady-ledger/core/formulas/symbols/collect.ts'
import type { PageDrawing } from '@steady-ledger/core/pages/drawing.ts'
import type { PageMatch } from '@steady-ledger/core/pages/search.ts'
import type { PageReasons } from '@steady-ledger/core/pages/why.ts'
import type { Parts } from '@steady-ledger/core/work/parts/index.ts'
import { isFaceFile, type Picture } from '@steady-ledger/core/work/work.ts'
import type { Choice, FoundWork } from '../storage/backup.ts'

/** A picture without its bytes; a face with them. */
export type PictureFacts = Omit<Picture, 'bytes'> & { bytes?: Uint8Array }

export function factsOf(picture: Picture): PictureFacts {
  const { bytes: _bytes, ...facts } = picture
  return isFaceFile(picture) ? picture : facts
}

/** A work as the thread that makes pages is given it. */
export interface OpenContents {
  /** Its id; what was last computed is kept under it. */
  work: string
  doc: string
  parts: Parts
  pictures: PictureFacts[]
}

export type ToTurnover =
  /** Every answer about it carries its epoch. Versions count the steps applied to it since. */
  | ({ kind: 'open'; epoch: number } & OpenContents)
  | { kind: 'steps'; version: number; steps: object[] }
  | { kind: 'picture'; picture: PictureFacts }
  /** Asks for drawings of pages by index. */
  | { kind: 'draw'; pages: number[] }
  /** Asks why a page ended where it did. */
  | { kind: 'why'; page: number }
  /** Asks what the index says of a term; an empty one asks no more. */
  | { kind: 'indexed'; term: string }
  /** Asks for the symbols of its formulas, or for them no more. */
  | { kind: 'symbols'; wanted: boolean }
  /** Asks for places in the pages; an empty query ends the search. */
  | { kind: 'search'; query: string }
  /** Asks whether the thread is there. */
  | { kind: 'ping' }
  /** Asks one that may be new, or have served before, to say that it listens. */
  | { kind: 'hello' }
  /** The work was closed: the thread lets go of it. */
  | { kind: 'rest' }

export interface TurnoverSummary {
  version: number
  labels: string[]
  /** Index of the page on which each entry and block begins. */
  pageOf: Map<string, number>
  rounds: number
  settled: boolean
  findings: Finding[]
  /** Page index of each reference that says how near its target is, in the order of the text. */
  nearby: number[]
  /** Numbers of notes by id where they begin again on every page, and so depend on the pages. */
  noteNumbers: Map<string, string> | null
  /** Page index of each mark for an index. */
  markPages: ReadonlyMap<string, number>
  /** What citations and lists of sources say; null where that is what it was. */
  citations: Citations | null
  /** How long it took, in milliseconds. */
  milliseconds: number
}

/** What is under way. */
export type ProgressOf = 'formulas' | 'pages'

export type FromTurnover =
  | { kind: 'ready' }
  | { kind: 'progress'; of: ProgressOf; done: number; all: number }
  | { kind: 'turnover'; summary: TurnoverSummary }
  /** Of the pages asked for those that are there, and the drawings of those that were not sent as they are now. */
  | { kind: 'drawn'; pages: number[]; drawings: PageDrawing[] }
  | { kind: 'reasons'; page: number; reasons: PageReasons | null }
  /** What the index prints of a term; null where it does not stand in one. */
  | { kind: 'indexed'; term: string; entry: IndexEntry | null }
  | { kind: 'symbols'; symbols: CollectedSymbol[] }
  | { kind: 'found'; query: string; matches: PageMatch[] }
  /** Pages are made without something that could not be fetched. */
  | { kind: 'without'; says: string }
  | { kind: 'pong' }
  | { kind: 'failed'; message: string }

export type ToDispatch = {
  kind: 'write'
  /** Names of the outputs, in the order in which they are written. */
  outputs: string[]
  /** The id of the work. */
  work: string
  doc: string
  parts: Parts
  pictures: Picture[]
  date: number
  /** What goes with what can carry it: the formulas that are kept, and the work itself. */
  keepsakes?: string
  withWork?: boolean
  /** Formulas are words where that can be chosen; and how many signs a line of text has. */
  spokenFormulas?: boolean
  width?: number
}
export type FromDispatch =
  | { kind: 'progress'; says: string; done: number; of: number }
  /** A file is made without something that could not be fetched. */
  | { kind: 'without'; says: string }
  | { kind: 'written'; files: Dispatched[] }
  | { kind: 'failed'; message: string }

/** A work as it goes between threads. */
export interface SentWork {
  doc: string
  parts: Parts
  pictures: Picture[]
}

export type ToIntake =
  | { kind: 'read'; bytes: Uint8Array }
  /** Takes works out of the backup that was read, by the file of each. */
  | { kind: 'restore'; choices: Record<string, Choice> }
  /** Writes a backup of everything. */
  | { kind: 'write' }
export type FromIntake =
  | { kind: 'progress'; done: number; of: number }
  /** With the text of the keepsakes that came with it, empty where none did. */
  | { kind: 'read'; work: SentWork; keepsakes: string }
  | { kind: 'refused'; message: string; readable: { work: SentWork; missing: string[] } | null }
  | { kind: 'backup'; works: FoundWork[] }
  | { kind: 'restored'; count: number }
  | { kind: 'written'; file: Blob; count: number; missing: string[] }

export type ToPdfPages = { kind: 'open'; name: string; bytes: Uint8Array } | { kind: 'read'; pages: number[] }

/** A page of a PDF, drawn. */
export interface ReadPage {
  /** In the file, from 1. */
  number: number
  png: Uint8Array<ArrayBuffer>
  /** What can be read on it, as far as the text of a picture goes. */
  words: string
  /** Why it is not kept as it is in the file; absent where it is. */
  why?: string
}

export type FromPdfPages =
  | { kind: 'opened'; count: number }
  | { kind: 'page'; page: ReadPage; done: number; of: number }
  /** `file` holds the pages that are kept, in the order asked for. */
  | { kind: 'done'; file: Uint8Array | null }
  | { kind: 'refused'; message: string }

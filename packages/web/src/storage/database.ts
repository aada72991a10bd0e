/** The tables of the browser's own storage: each division, each entry of a register and each picture of a work is a record of its own. */

import type { FormulaDrawing } from '@steady-ledger/core/formulas/typesetter.ts'
import type { PageDrawing } from '@steady-ledger/core/pages/drawing.ts'
import type { Parts, SingleName } from '@steady-ledger/core/work/parts/index.ts'
import type { Picture } from '@steady-ledger/core/work/work.ts'
import Dexie, { type EntityTable, type Table } from 'dexie'
import type { TurnoverSummary } from '../workers/protocol.ts'
import type { EntryKey, EntryRecord } from './entries.ts'

export interface WorkRecord extends Pick<Parts, SingleName> {
  id: string
  /** Of the form of all its records: they are brought up to date together. */
  version: number
  title: string
  kind: 'thesis' | 'paper'
  /** Ids of the divisions in reading order. */
  order: string[]
  created: number
  changed: number
  pages: number
  words: number
  /** Bytes of text and pictures, as far as last counted. */
  size: number
  /** Counts what was written to it, from the time at which it was stored whole. */
  revision?: number
  /** The tab that may write it: what another one still wants to write is refused. */
  writer?: string
  /** When it was made as a copy of another work on the shelf. */
  copied?: number
  /** When it was deleted; it stays a while, so that deleting can be undone. */
  deleted?: number
}

export interface DivisionRecord {
  work: string
  id: string
  json: string
}

export interface PictureRecord extends Omit<Picture, 'bytes'> {
  work: string
  bytes: Blob
}

/** What a work was at a time: everything but the bytes of its pictures, which stay as long as a state shows them. */
export interface StateRecord {
  work: string
  /** Milliseconds since 1970. */
  at: number
  why: 'hour' | 'milestone' | 'restore'
  /** Of the milestone. */
  name: string
  words: number
  /** Names of the pictures it shows. */
  pictures: string[]
  /** The file form of the work, gzipped. */
  text: Blob
}

/** What was last computed of a work, to be shown while it is computed anew. */
export interface LastPagesRecord {
  work: string
  summary: TurnoverSummary
  /** What its citations were worded from, and the program that did it; absent where that is not known. */
  cited?: { from: string; by: string }
}
export interface LastDrawingRecord {
  work: string
  page: number
  drawing: PageDrawing
}

/** A formula that its author keeps for all works. */
export interface KeepsakeRecord {
  id: string
  name: string
  /** In the notation of the works. */
  notation: string
  /** Its place in the list. */
  order: number
}

/** Files that left the house together. */
export interface DispatchRecord {
  id: string
  work: string
  /** Milliseconds since 1970. */
  at: number
  /** The milestone that was taken with them; empty for none. */
  milestone: string
  files: { name: string; title: string; size: number; checksum: string; output?: string }[]
  /** What they were made with, so that they can be made again; earlier programs kept none. */
  made?: MadeWith
}

/** All that a file depends on beside its work. */
export interface MadeWith {
  /** The date in the files, in milliseconds since 1970. */
  date: number
  keepsakes?: string
  withWork?: boolean
  spokenFormulas?: boolean
  width?: number
}

export class LedgerDatabase extends Dexie {
  works!: EntityTable<WorkRecord, 'id'>
  divisions!: Table<DivisionRecord, [string, string]>
  pictures!: Table<PictureRecord, [string, string]>
  formulas!: Table<{ key: string; box: FormulaDrawing }, string>
  notes!: Table<{ key: string; value: unknown }, string>
  entries!: Table<EntryRecord, EntryKey>
  states!: Table<StateRecord, [string, number]>
  lastPages!: Table<LastPagesRecord, string>
  lastDrawings!: Table<LastDrawingRecord, [string, number]>
  keepsakes!: EntityTable<KeepsakeRecord, 'id'>
  dispatches!: EntityTable<DispatchRecord, 'id'>

  constructor() {
    // What is said to be saved is on the disk, and not in a buffer that a power cut would empty; what is shown was read from there.
    super('steady-ledger', { chromeTransactionDurability: 'strict', cache: 'disabled' })
    this.version(1).stores({
      works: 'id, changed',
      divisions: '[work+id], work',
      pictures: '[work+name], work',
      formulas: 'key',
      notes: 'key',
    })
    this.version(2).stores({ entries: '[work+register+id], work' })
    this.version(3).stores({ states: '[work+at], work', lastPages: 'work', lastDrawings: '[work+page], work' })
    this.version(4).stores({ keepsakes: 'id, order' })
    this.version(5).stores({ dispatches: 'id, work' })
  }
}

export const database = new LedgerDatabase()

/** Everything of a work but the work’s own record, by the name of the key that says whose it is. */
export const tablesBeside = [
  database.divisions,
  database.pictures,
  database.entries,
  database.states,
  database.lastPages,
  database.lastDrawings,
  database.dispatches,
]

/** Everything of a work. */
export const tablesOfWork = [database.works, ...tablesBeside]

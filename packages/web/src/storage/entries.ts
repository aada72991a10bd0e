/** Entries of registers in the browser's storage: a record each, so that an edit of one of thousands writes that one. */
import type { Parts } from '@steady-ledger/core/work/parts/index.ts'
import { type RegisterName, registerNames } from '@steady-ledger/core/work/registers/index.ts'
import type { Entries } from '@steady-ledger/core/work/registers/register.ts'

export interface EntryRecord {
  work: string
  register: RegisterName
  id: string
  entry: unknown
}
export type EntryKey = [work: string, register: RegisterName, id: string]

const entriesOf = (parts: Parts, register: RegisterName): Entries<unknown> => parts[register]

/** Every entry of a work as a record. */
export const entryRecords = (work: string, parts: Parts): EntryRecord[] =>
  registerNames.flatMap(register => Object.entries(entriesOf(parts, register)).map(([id, entry]) => ({ work, register, id, entry })))

/** What has to be written and deleted to come from one state of the registers to another. */
export function changedEntries(work: string, before: Parts, after: Parts): { written: EntryRecord[]; gone: EntryKey[] } {
  const written: EntryRecord[] = []
  const gone: EntryKey[] = []
  for (const register of registerNames) {
    const old = entriesOf(before, register)
    const now = entriesOf(after, register)
    if (old === now) continue
    for (const [id, entry] of Object.entries(now)) if (old[id] !== entry) written.push({ work, register, id, entry })
    for (const id of Object.keys(old)) if (!Object.hasOwn(now, id)) gone.push([work, register, id])
  }
  return { written, gone }
}

/** The registers that records make up. */
export const registersFrom = (records: readonly EntryRecord[]): Record<RegisterName, Entries<unknown>> =>
  Object.fromEntries(
    registerNames.map(name => [
      name,
      Object.fromEntries(records.filter(({ register }) => register === name).map(({ id, entry }) => [id, entry])),
    ]),
  ) as Record<RegisterName, Entries<unknown>>

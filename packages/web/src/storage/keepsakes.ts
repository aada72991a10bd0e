/** Keepsakes as a file, and what a file adds to those there are. */
import { newId } from '../newId.ts'
import type { KeepsakeRecord } from './database.ts'

const form = 'steady-ledger-keepsakes'
const mostInFile = 2000
const longestName = 60
const longestNotation = 8000

export type KeptFormula = Pick<KeepsakeRecord, 'name' | 'notation'>

export const keepsakesFile = (list: readonly KeptFormula[]): string =>
  `${JSON.stringify({ form, keepsakes: list.map(({ name, notation }) => ({ name, notation })) }, null, 2)}\n`

/** What a file holds. Throws, in plain words, where it is none of ours. */
export function keepsakesIn(text: string): KeptFormula[] {
  let read: { form?: unknown; keepsakes?: unknown }
  try {
    read = JSON.parse(text)
  } catch {
    throw new Error('This is not a file of keepsakes.')
  }
  if (read?.form !== form || !Array.isArray(read.keepsakes)) throw new Error('This is not a file of keepsakes.')
  if (read.keepsakes.length > mostInFile) throw new Error(`A file of keepsakes holds at most ${mostInFile}.`)
  return read.keepsakes.map((each: Partial<KeptFormula>) => {
    const { name, notation } = each ?? {}
    if (typeof name !== 'string' || typeof notation !== 'string' || !name.trim() || notation.length > longestNotation)
      throw new Error('One of its keepsakes has no name or no formula.')
    return { name: name.trim().slice(0, longestName), notation }
  })
}

/** Those that are not there yet, behind those that are; a name that is taken gets a number. */
export function addedTo(own: readonly KeepsakeRecord[], read: readonly KeptFormula[]): KeepsakeRecord[] {
  const names = new Set(own.map(({ name }) => name.toLowerCase()))
  const fresh: KeepsakeRecord[] = []
  for (const { name: wanted, notation } of read) {
    if (own.some(each => each.name === wanted && each.notation === notation)) continue
    let name = wanted
    for (let count = 2; names.has(name.toLowerCase()); count++) name = `${wanted.slice(0, longestName - 5)} ${count}`
    names.add(name.toLowerCase())
    fresh.push({ id: newId(), name, notation, order: own.length + fresh.length })
  }
  return fresh
}

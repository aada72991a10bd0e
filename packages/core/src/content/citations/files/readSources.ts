/** Sources from a file or from what was pasted: CSL-JSON or RIS, told by how it begins. Whatever is wrong with it is said in plain words. */
import type { Entries } from '../../../work/registers/register.ts'
import type { Source } from '../../../work/registers/sources.ts'
import { KnownSources, mergedSource } from '../duplicates.ts'
import { readCslJson } from './cslJson.ts'
import { readRis } from './ris.ts'

/** A file that is longer is no list of sources that anybody reads, in UTF-16 code units; and the most sources of one. */
const longest = 30_000_000
export const mostSources = 20_000

export interface ReadSources {
  /** By id: those that are new. */
  added: Record<string, Source>
  /** Of those there were already, what the file says beyond them; by their ids. */
  filled: Record<string, Source>
  /** How many were there already, those that were filled among them. */
  known: number
  /** What could not be taken, each in one sentence. */
  refused: string[]
}

/** Throws, in plain words, where the text is none of the two. */
export function readSources(text: string, sources: Entries<Source>, newId: () => string): ReadSources {
  if (text.length > longest) throw new Error('It is longer than 30 million letters.')
  const body = text.replace(/^\uFEFF/, '')
  const begin = body.trimStart().slice(0, 1)
  if (!begin) throw new Error('It is empty.')
  const { read, refused } = begin === '[' || begin === '{' ? readCslJson(body) : readRis(body)
  if (read.length === 0 && refused.length === 0) throw new Error('There is no source in it.')
  if (read.length > mostSources) throw new Error(`It has more than ${mostSources.toLocaleString('en-GB')} sources.`)
  const known = new KnownSources(sources)
  const added = new Map<string, Source>()
  const filled = new Map<string, Source>()
  let times = 0
  for (const source of read) {
    const same = known.same(source)
    if (same === undefined) {
      const id = newId()
      added.set(id, source)
      known.add(id, source)
      continue
    }
    times++
    const before = added.get(same) ?? filled.get(same) ?? sources[same]!
    const both = mergedSource(before, source)
    if (JSON.stringify(both) === JSON.stringify(before)) continue
    ;(added.has(same) ? added : filled).set(same, both)
  }
  return { added: Object.fromEntries(added), filled: Object.fromEntries(filled), known: times, refused }
}

/** Sources that are the same, by an identifier or by likeness, and how two become one. */
import { distance } from 'fastest-levenshtein'
import type { Entries } from '../../work/registers/register.ts'
import { type Source, sourceDates, sourceNames, sourceTexts } from '../../work/registers/sources.ts'
import { bareDoi } from './identifiers.ts'
import { nameCalled, namesOf, plainTitle, yearOf } from './sourceCalled.ts'

const plain = (text: string): string =>
  text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()

/** What two ways to write one identifier have in common. */
const bare = (text: string): string => bareDoi(text).toLowerCase().replace(/[\s-]/g, '')

/** Identifiers that no two sources share. Of an ISBN only whole books are told. */
function identifiersOf(source: Source): string[] {
  const { DOI, ISBN, PMID, type } = source
  return [
    DOI && `doi ${bare(DOI)}`,
    PMID && `pmid ${bare(PMID)}`,
    ISBN && type === 'book' && !source.volume && `isbn ${bare(ISBN)}`,
  ].filter((found): found is string => Boolean(found))
}

interface Likeness {
  title: string
  name: string
  year: string
}
const likenesses = new WeakMap<Source, Likeness>()
function likenessOf(source: Source): Likeness {
  let likeness = likenesses.get(source)
  if (!likeness) {
    const [first] = namesOf(source)
    likeness = { title: plain(plainTitle(source)), name: first ? plain(nameCalled(first)) : '', year: yearOf(source) }
    likenesses.set(source, likeness)
  }
  return likeness
}

/** Titles that differ by a slip of the pen: an edit in twelve letters. */
function alike(a: Source, b: Source): boolean {
  const [one, two] = [likenessOf(a), likenessOf(b)]
  if (!one.title || !two.title) return false
  if (one.name && two.name && one.name !== two.name) return false
  if (one.year && two.year && one.year !== two.year) return false
  if (a.DOI && b.DOI && bare(a.DOI) !== bare(b.DOI)) return false
  if ((a.volume && b.volume && a.volume !== b.volume) || (a.page && b.page && a.page !== b.page)) return false
  const longest = Math.max(one.title.length, two.title.length)
  return one.title === two.title || (longest >= 12 && distance(one.title, two.title) <= longest / 12)
}

/** Which of the sources is the one given; undefined for none. Looks at those whose titles begin alike. */
export class KnownSources {
  private readonly byIdentifier = new Map<string, string>()
  private readonly byOpening = new Map<string, string[]>()
  private readonly sources: Map<string, Source>

  constructor(sources: Entries<Source>) {
    this.sources = new Map()
    for (const [id, source] of Object.entries(sources)) this.add(id, source)
  }

  add(id: string, source: Source): void {
    this.sources.set(id, source)
    for (const identifier of identifiersOf(source)) if (!this.byIdentifier.has(identifier)) this.byIdentifier.set(identifier, id)
    for (const opening of openings(source)) this.byOpening.set(opening, [...(this.byOpening.get(opening) ?? []), id])
  }

  same(source: Source): string | undefined {
    for (const identifier of identifiersOf(source)) {
      const found = this.byIdentifier.get(identifier)
      if (found !== undefined) return found
    }
    for (const opening of openings(source))
      for (const id of this.byOpening.get(opening) ?? []) if (alike(this.sources.get(id)!, source)) return id
    return undefined
  }
}

/** A slip in the first letters or in the last ones: one of the two agrees. */
function openings(source: Source): string[] {
  const { title } = likenessOf(source)
  return title ? [`< ${title.slice(0, 6)}`, `> ${title.slice(-6)}`] : []
}

/** Pairs of sources that look the same, each later one with the first of its kind. */
export function duplicatePairs(sources: Entries<Source>): [first: string, again: string][] {
  const known = new KnownSources({})
  const pairs: [string, string][] = []
  for (const [id, source] of Object.entries(sources)) {
    const same = known.same(source)
    if (same === undefined) known.add(id, source)
    else pairs.push([same, id])
  }
  return pairs
}

/** Fields in which two sources differ. */
export function differingFields(a: Source, b: Source): (keyof Source)[] {
  const fields: (keyof Source)[] = ['type', 'key', ...sourceTexts, ...sourceNames, ...sourceDates]
  return fields.filter(field => JSON.stringify(a[field] ?? '') !== JSON.stringify(b[field] ?? ''))
}

/** Two as one: what the first says, and of the other what the first does not say, or what is asked for by name. */
export function mergedSource(first: Source, other: Source, fromOther: ReadonlySet<keyof Source> = new Set()): Source {
  const filled = Object.fromEntries(Object.entries(first).filter(([, value]) => value !== '' && value !== undefined))
  const asked = Object.fromEntries(Object.entries(other).filter(([field]) => fromOther.has(field as keyof Source)))
  const both = first.other || other.other ? { other: { ...other.other, ...first.other } } : {}
  return { ...other, ...filled, ...asked, ...both } as Source
}

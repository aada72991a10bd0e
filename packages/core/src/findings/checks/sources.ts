import { scopeOf } from '../../content/citations/citations.ts'
import { duplicatePairs } from '../../content/citations/duplicates.ts'
import { sourceProblems } from '../../content/citations/identifiers.ts'
import { sourceCalled } from '../../content/citations/sourceCalled.ts'
import { lacksOf } from '../../content/citations/sourceForms.ts'
import { citesInNotes } from '../../content/citations/styles/index.ts'
import { typedCitations } from '../../content/citations/typedCitations.ts'
import { scanDivision } from '../../numbers/scan.ts'
import type { Turnover } from '../../turnover/turnover.ts'
import type { Entries } from '../../work/registers/register.ts'
import type { Source } from '../../work/registers/sources.ts'
import { division, type Node } from '../../work/schema.ts'
import { divisionCheck, workCheck } from '../check.ts'

const called = (source: Source): string => `“${sourceCalled(source)}”`

/** The division of the list of sources; empty where there is none. */
const listOf = ({ work }: Turnover): string => {
  const node = work.doc.children.find(each => division(each).role === 'sources')
  return node ? division(node).id : ''
}

type Place = { place: string; division: number }

const firstHere = new WeakMap<Node, ReadonlyMap<string, string>>()

/** What holds the first citation of each source in a division. */
function firstIn(node: Node): ReadonlyMap<string, string> {
  let first = firstHere.get(node)
  if (!first) {
    const found = new Map<string, string>()
    for (const { node: citation, holder } of scanDivision(node).citations)
      for (const { source } of citation.attrs.cites) if (!found.has(source)) found.set(source, holder)
    firstHere.set(node, (first = found))
  }
  return first
}

/** What holds the first citation of each source. */
function firstPlaces({ work }: Turnover): Map<string, Place> {
  const first = new Map<string, Place>()
  for (const [index, node] of work.doc.children.entries())
    for (const [source, place] of firstIn(node)) if (!first.has(source)) first.set(source, { place, division: index })
  return first
}

/** Citations of sources that are gone, or of none. */
export const lostCitation = divisionCheck('lostCitation', {
  title: 'Sources: cited and missing',
  weight: 'mustMend',
  *look({ turnover, division: node }) {
    const { sources } = turnover.work
    for (const { node: citation, holder: place } of scanDivision(node).citations) {
      const { cites } = citation.attrs
      if (cites.length === 0)
        yield { place, message: 'A citation names no source.', advice: 'Choose its sources in the slip, or remove it.' }
      for (const { source, was } of cites)
        if (!Object.hasOwn(sources, source))
          yield {
            place,
            message: was
              ? `“${was}” is cited here, and is no longer in the register.`
              : 'A source is cited here that is not in the register.',
            advice: 'Choose another source in the slip, or remove it from the citation. Undo brings the source back.',
          }
    }
  },
})

/** A style that cannot be used, and citations that no list explains. */
export const sourceList = workCheck('sourceList', {
  title: 'Sources: cited without a list, or by a style that does not hold',
  weight: 'shouldMend',
  *look({ turnover }) {
    const { citations, work } = turnover
    if (citations.trouble)
      yield {
        weight: 'mustMend',
        message: `The style of citations cannot be used: ${citations.trouble}`,
        advice: 'Choose another style in the house style, or read its file again.',
        place: '',
      }
    if (citesInNotes(work.houseStyle.citations) || citations.lists.has('')) return
    for (const [index, node] of work.doc.children.entries()) {
      const [first] = scopeOf(node) ? [] : scanDivision(node).citations
      if (!first) continue
      yield {
        message: 'Sources are cited, and no list says which they are.',
        advice: 'Put a list of sources into the work, from the command box or the desk of sources.',
        place: first.holder,
        division: index,
      }
      return
    }
  },
})

interface Fault {
  id: string
  message: string
  advice: string
  /** What nobody cites may wait. */
  mayWait: boolean
}

const faults = new WeakMap<Entries<Source>, readonly Fault[]>()

/** What is wrong in a register, wherever its sources are cited; kept as long as the register is what it is. */
function faultsIn(sources: Entries<Source>): readonly Fault[] {
  let found = faults.get(sources)
  if (!found) faults.set(sources, (found = [...findFaults(sources)]))
  return found
}

function* findFaults(sources: Entries<Source>): Generator<Fault> {
  for (const [id, source] of Object.entries(sources)) {
    const lacks = lacksOf(source)
    if (lacks.length)
      yield {
        id,
        message: `${called(source)} is incomplete: ${lacks.map(words => `no ${words}`).join('; ')}.`,
        advice: 'Fill it in at the desk of sources, or choose the type that it is of.',
        mayWait: true,
      }
    for (const problem of sourceProblems(source))
      yield { id, message: `${called(source)}: ${problem}`, advice: 'Mend it at the desk of sources.', mayWait: false }
  }
  for (const [one, again] of duplicatePairs(sources))
    yield {
      id: again,
      message: `${called(sources[one]!)} stands twice among the sources.`,
      advice: 'Merge the two at the desk of sources: their citations go together.',
      mayWait: false,
    }
}

/** What a source lacks for its type, an address or identifier that is none, and sources that look the same. */
export const sourceEntries = workCheck('sourceEntries', {
  title: 'Sources: incomplete, wrong identifiers, the same twice',
  weight: 'shouldMend',
  *look({ turnover }) {
    const found = faultsIn(turnover.work.sources)
    if (found.length === 0) return
    const first = firstPlaces(turnover)
    const list = listOf(turnover)
    for (const { id, message, advice, mayWait } of found)
      if (!mayWait || first.has(id)) yield { message, advice, ...(first.get(id) ?? { place: list }) }
  },
})

/** Sources that nobody cites, told once. */
export const uncitedSources = workCheck('uncitedSources', {
  title: 'Sources: never cited',
  weight: 'worthALook',
  *look({ turnover }) {
    const { sources, houseStyle } = turnover.work
    if (houseStyle.citations.listed === 'all') return
    const first = firstPlaces(turnover)
    const idle = Object.entries(sources).filter(([id]) => !first.has(id))
    if (idle.length === 0) return
    // The register has no order of its own.
    const some = idle
      .map(([, source]) => called(source))
      .sort()
      .slice(0, 3)
    const more = idle.length - some.length
    yield {
      message: `${idle.length === 1 ? 'One source is' : `${idle.length} sources are`} never cited: ${some.join(', ')}${more > 0 ? ` and ${more} more` : ''}.`,
      advice: 'Cite them where they are meant, or leave them: the list holds those that are cited.',
      place: listOf(turnover),
    }
  },
})

/** Citations that were typed: their numbers and years stay what they are when others change. */
export const typedCitation = divisionCheck('typedCitation', {
  title: 'Sources: cited by hand',
  weight: 'worthALook',
  *look({ turnover, division: node }) {
    const { sources } = turnover.work
    // In a work without sources brackets are brackets.
    if (Object.keys(sources).length === 0) return
    for (const { text, identity, holder, from, to, cites } of typedCitations(node, sources)) {
      const range = { identity, from, to }
      yield {
        message: `“${text}” looks like a citation that was typed by hand.`,
        advice: cites.length
          ? 'Make it a citation, which stays right when others come and go.'
          : 'Cite the source that is meant, if it is one.',
        place: holder,
        range,
        ...(cites.length ? { remedy: { says: 'Make it a citation', does: 'citeWords' as const, range, expected: text, cites } } : {}),
      }
    }
  },
})

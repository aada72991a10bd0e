/** The marks for an index in a document, found once per division and kept with it. */
import { attributesOf, isKind } from '../../work/kinds/index.ts'
import type { Node } from '../../work/schema.ts'

export interface FoundMark {
  id: string
  term: string
  main: boolean
  range: 'no' | 'start' | 'end'
  /** The nearest block or note around it that has an id. */
  holder: string
}

const kept = new WeakMap<Node, readonly FoundMark[]>()

/** In the order of the text; those in a note stand where its mark does. */
export function marksIn(division: Node): readonly FoundMark[] {
  let found = kept.get(division)
  if (!found) {
    const marks: FoundMark[] = []
    const visit = (node: Node, holder: string): void => {
      const own = (node.attrs.id as string) || holder
      for (const child of node.children) {
        if (isKind(child, 'indexMark')) marks.push({ ...attributesOf(child, 'indexMark'), holder: own })
        else if (child.childCount) visit(child, own)
      }
    }
    visit(division, '')
    kept.set(division, (found = marks))
  }
  return found
}

const ends = new WeakMap<Node, readonly { term: string; range: 'start' | 'end'; at: number }[]>()

/** The marks of a division that begin or end a range, with their positions from that of the division. */
export function rangeMarksIn(division: Node): readonly { term: string; range: 'start' | 'end'; at: number }[] {
  let found = ends.get(division)
  if (!found) {
    const list: { term: string; range: 'start' | 'end'; at: number }[] = []
    if (marksIn(division).some(({ range }) => range !== 'no'))
      division.descendants((node, at) => {
        if (!isKind(node, 'indexMark')) return
        const { term, range } = attributesOf(node, 'indexMark')
        if (range !== 'no') list.push({ term, range, at: at + 1 })
      })
    ends.set(division, (found = list))
  }
  return found
}

export const marksOf = (doc: Node): FoundMark[] => doc.children.flatMap(marksIn)

/** A place that the index sends to: one mark, or the two ends of a range; the end is missing where the author set none. */
export interface IndexPlace {
  term: string
  main: boolean
  start: FoundMark
  end?: FoundMark
}

/** The places of all terms, in the order of the text. An end without a start before it is none. */
export function placesOf(marks: readonly FoundMark[]): IndexPlace[] {
  const places: IndexPlace[] = []
  const open = new Map<string, IndexPlace[]>()
  for (const mark of marks) {
    if (mark.range === 'end') {
      const place = open.get(mark.term)?.pop()
      if (place) place.end = mark
      continue
    }
    const place: IndexPlace = { term: mark.term, main: mark.main, start: mark }
    places.push(place)
    if (mark.range === 'start') open.set(mark.term, [...(open.get(mark.term) ?? []), place])
  }
  return places
}

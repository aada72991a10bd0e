/** A work: its text, its pictures and every part that stands beside them. */
import type { Node } from 'prosemirror-model'
import { english } from '../languages/en.ts'
import { listTitle } from '../languages/index.ts'
import { emptyParts, type Parts } from './parts/index.ts'
import type { WorkKind } from './parts/part.ts'
import { schema } from './schema.ts'

export type { WorkKind } from './parts/part.ts'

/** A file that belongs to a work: a picture, or a face of the author's own. */
export interface Picture {
  name: string
  type: 'image/svg+xml' | 'image/png' | 'image/jpeg' | 'font/ttf' | 'font/otf'
  bytes: Uint8Array
  /** Size in pixels, or in the units of an SVG's view box; 0 for a face. */
  width: number
  height: number
  /** How high the smallest letters of a drawing are, in the same units; absent where it has none. */
  lettering?: number
}

export const isFaceFile = ({ type }: Pick<Picture, 'type'>): boolean => type.startsWith('font/')

export interface Work extends Parts {
  doc: Node
  pictures: Map<string, Picture>
}

/** A work with nothing in it but the divisions its kind begins with. `newId` gives ids that the work has not used. */
export function newWork(kind: WorkKind, title: string, newId: () => string): Work {
  const text = (words: string) => (words ? [schema.text(words)] : [])
  const make = (role: string, heading: string, more: object = {}) =>
    schema.nodes.division.create({ id: newId(), role, ...more }, [
      schema.nodes.title.create(null, text(heading)),
      ...(role === 'contents' || role === 'seriesList' ? [] : [schema.nodes.paragraph.create({ id: newId() })]),
    ])
  const thesis = kind === 'thesis'
  const listOf = (series: 'figure' | 'table') => listTitle(english.names[series].many, english, 'en')
  const divisions = [
    make('titlePage', title, { listed: false }),
    make('abstract', english.abstract),
    ...(thesis
      ? [
          make('contents', english.contents, { listed: false }),
          make('seriesList', listOf('figure'), { series: 'figure' }),
          make('seriesList', listOf('table'), { series: 'table' }),
        ]
      : []),
    make('chapter', thesis ? '' : english.introduction),
  ]
  return {
    ...emptyParts(kind),
    doc: schema.nodes.doc.create(null, divisions),
    pictures: new Map(),
  }
}

/** The pictures that a figure of the work shows, and the faces it is set in; others are left over from what was removed. */
export function usedPictures({ doc, pictures, houseStyle }: Pick<Work, 'doc' | 'pictures' | 'houseStyle'>): Picture[] {
  const { others, ...own } = houseStyle.families.own
  const names = new Set<string>([...Object.values(own), ...others])
  doc.descendants(node => {
    if (node.attrs.picture) names.add(node.attrs.picture)
    return !node.isTextblock
  })
  return [...pictures.values()].filter(picture => names.has(picture.name))
}

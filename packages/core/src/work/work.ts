/** A work: its document and everything that stands beside it. */
import type { Node } from 'prosemirror-model'
import { type HouseStyle, paperStyle, thesisStyle } from './houseStyle.ts'
import type { Milestone } from './milestone.ts'
import { schema } from './schema.ts'
import { paperScheme, type Scheme, thesisScheme } from './scheme.ts'

export type WorkKind = 'thesis' | 'paper'

export interface Settings {
  kind: WorkKind
  author: string
  /** BCP 47 language tag: decides hyphenation, conjunctions and the language mark in files. */
  language: string
  keywords: string[]
}

export interface Picture {
  name: string
  type: 'image/svg+xml' | 'image/png' | 'image/jpeg'
  bytes: Uint8Array
  /** Size in pixels, or in the units of an SVG's view box. */
  width: number
  height: number
}

export interface Work {
  settings: Settings
  scheme: Scheme
  houseStyle: HouseStyle
  milestones: readonly Milestone[]
  doc: Node
  pictures: Map<string, Picture>
}

export const newSettings = (kind: WorkKind): Settings => ({ kind, author: '', language: 'en-GB', keywords: [] })

/** A work with nothing in it but the divisions its kind begins with. `newId` gives ids that the work has not used. */
export function newWork(kind: WorkKind, title: string, newId: () => string): Work {
  const text = (words: string) => (words ? [schema.text(words)] : [])
  const make = (role: string, heading: string, more: object = {}) =>
    schema.nodes.division!.create({ id: newId(), role, ...more }, [
      schema.nodes.title!.create(null, text(heading)),
      ...(role === 'contents' || role === 'seriesList' ? [] : [schema.nodes.paragraph!.create({ id: newId() })]),
    ])
  const thesis = kind === 'thesis'
  const divisions = [
    make('titlePage', title, { listed: false }),
    make('abstract', 'Abstract'),
    ...(thesis
      ? [
          make('contents', 'Contents', { listed: false }),
          make('seriesList', 'List of figures', { series: 'figure' }),
          make('seriesList', 'List of tables', { series: 'table' }),
        ]
      : []),
    make('chapter', thesis ? '' : 'Introduction'),
  ]
  return {
    settings: newSettings(kind),
    scheme: thesis ? thesisScheme() : paperScheme(),
    houseStyle: thesis ? thesisStyle() : paperStyle(),
    milestones: [],
    doc: schema.nodes.doc!.create(null, divisions),
    pictures: new Map(),
  }
}

/** The pictures that a figure of the work shows; others are left over from what was removed. */
export function usedPictures({ doc, pictures }: Work): Picture[] {
  const names = new Set<string>()
  doc.descendants(node => {
    if (node.attrs.picture) names.add(node.attrs.picture)
    return !node.isTextblock
  })
  return [...pictures.values()].filter(picture => names.has(picture.name))
}

/** A work: its text, its pictures and every part that stands beside them. */
import type { Node } from 'prosemirror-model'
import { english } from '../languages/en.ts'
import { listTitle } from '../languages/index.ts'
import { emptyParts, type Parts } from './parts/index.ts'
import type { WorkKind } from './parts/part.ts'
import { schema } from './schema.ts'

export type { WorkKind } from './parts/part.ts'

/** A file that belongs to a work: a picture, a face of the author's own, or a PDF of which pages stand in the work. */
export interface Picture {
  name: string
  type: 'image/svg+xml' | 'image/png' | 'image/jpeg' | 'font/ttf' | 'font/otf' | 'application/pdf'
  bytes: Uint8Array
  /** Size in pixels, or in the units of an SVG's view box; 0 for what is no picture. */
  width: number
  height: number
  /** How high the smallest letters of a drawing are, in the same units; absent where it has none. */
  lettering?: number
}

/** What a page of a PDF is called as a picture; as what it is it stands in the file. Pages count from 1. */
export const pagePictureName = (file: string, page: number): string => `${file} page ${page}.png`
const pagePicture = /^(.+\.pdf) page ([1-9]\d{0,4})\.png$/

/** The page that a picture shows, if it shows one. */
export function pageBehind(picture: string): { file: string; page: number } | null {
  const [, file, page] = pagePicture.exec(picture) ?? []
  return file ? { file, page: Number(page) } : null
}

/** The picture that a figure shows; none where its name is that of another file. */
export function shownPicture(pictures: ReadonlyMap<string, Picture>, name: string): Picture | undefined {
  const found = pictures.get(name)
  return found?.type.startsWith('image/') ? found : undefined
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

/** The pictures that a figure of the work shows, with the pages behind them, and the faces it is set in; others are left over from what was removed. */
export function usedPictures({ doc, pictures, houseStyle }: Pick<Work, 'doc' | 'pictures' | 'houseStyle'>): Picture[] {
  const { others, ...own } = houseStyle.families.own
  const names = new Set<string>([...Object.values(own), ...others])
  doc.descendants(node => {
    const { picture } = node.attrs
    if (picture) names.add(picture).add(pageBehind(picture)?.file ?? picture)
    return !node.isTextblock
  })
  return [...pictures.values()].filter(picture => names.has(picture.name))
}

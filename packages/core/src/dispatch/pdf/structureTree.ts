/** The structure of a PDF (ISO 32000-1, 14.7 and 14.8): its elements, made when something first stands in them, in the order of reading. */
import type PDFDocument from 'pdfkit'
import type { Reference, StructureElement } from 'pdfkit'
import type { Box, Structure } from '../../pages/box.ts'
import type { Page } from '../../pages/page.ts'
import type { Turnover } from '../../turnover/turnover.ts'
import { division } from '../../work/schema.ts'
import { sectionsOf } from './sections.ts'

/** Left, top, width and height in points from the top left corner of a page. */
export type Place = readonly [x: number, y: number, width: number, height: number]

const tagIn = (key: string): string => key.slice(0, key.indexOf(' '))
const nameOf = (key: string): string => key.split('|')[0]!
const idOf = (key: string): string => nameOf(key).slice(key.indexOf(' ') + 1)

/** Attributes by the owner that the standard has for them. */
const owners: Record<string, string> = { Scope: 'Table', ColSpan: 'Table', RowSpan: 'Table', ListNumbering: 'List' }

/** pdfkit keeps the dictionary of an element to itself; attributes can be set in no other way. */
const dictionaryOf = (element: StructureElement): Record<string, unknown> =>
  (element as unknown as { dictionary: { data: Record<string, unknown> } }).dictionary.data

export const tagOf = (element: StructureElement): string => dictionaryOf(element).S as string

export class StructureTree {
  private readonly document: PDFDocument
  private readonly turnover: Turnover
  private readonly root: StructureElement
  /** Open until the end: what they stand for may go on over pages. */
  private readonly elements = new Map<string, StructureElement>()
  private readonly sections: Map<string, Structure>
  /** Of divisions in a language of their own. */
  private readonly languages = new Map<string, string>()
  private latest: Structure = []
  /** Of the heading that was made last. */
  private level = 0

  constructor(document: PDFDocument, turnover: Turnover) {
    this.document = document
    this.turnover = turnover
    this.sections = sectionsOf(turnover.work.doc)
    for (const node of turnover.work.doc.children) {
      const { id, language } = division(node)
      if (language) this.languages.set(id, language)
    }
    this.root = document.struct('Document')
    document.addStructure(this.root)
  }

  /** The innermost of elements within each other, in the section that they stand in; those that are not there yet are made. */
  element(path: Structure, { block }: Box): StructureElement {
    // Lines of a list stand where the list does, not where their entries do.
    this.latest = this.sections.get(idOf(path[0]!).split(' ')[0]!) ?? this.sections.get(block) ?? this.latest
    let parent = this.root
    for (const key of this.latest) parent = this.child(parent, key)
    for (const key of path) parent = this.child(parent, key)
    return parent
  }

  private child(parent: StructureElement, key: string): StructureElement {
    const name = nameOf(key)
    let element = this.elements.get(name)
    if (!element) {
      element = this.make(key, name)
      parent.add(element)
      this.elements.set(name, element)
    }
    return element
  }

  private make(key: string, name: string): StructureElement {
    const tag = this.levelled(tagIn(key))
    const element = this.document.struct(tag)
    const data = dictionaryOf(element)
    if (tag === 'Note') data.ID = new String(name)
    const language = tag === 'Sect' ? this.languages.get(idOf(key)) : undefined
    if (language) data.Lang = new String(language)
    // A picture that nobody has described is called by its number.
    if (tag === 'Figure') {
      const entry = this.turnover.ledger.byId.get(idOf(key))
      data.Alt = new String(entry?.bare ? `${entry.names.one} ${entry.bare}` : 'Picture')
    }
    const told = key.split('|')[1]
    if (told)
      for (const each of told.split(' ')) {
        const [attribute, value] = each.split('=') as [string, string]
        this.attribute(element, { O: owners[attribute], [attribute]: /^\d+$/.test(value) ? Number(value) : value })
      }
    return element
  }

  /** A heading stands one level below the one before it at the most, whatever its author skipped. */
  private levelled(tag: string): string {
    const level = /^H[1-6]$/.test(tag) ? Number(tag[1]) : 0
    if (!level) return tag
    this.level = Math.min(level, this.level + 1)
    return `H${this.level}`
  }

  attribute(element: StructureElement, attributes: Record<string, unknown> | Reference | null): void {
    if (!attributes) return
    const data = dictionaryOf(element)
    const known = (data.A ?? []) as unknown[]
    const same = known.findIndex(
      each => 'O' in attributes && typeof each === 'object' && each !== null && (each as { O?: unknown }).O === attributes.O,
    )
    if (same >= 0) Object.assign(known[same] as object, attributes)
    else data.A = [...known, attributes]
  }

  /** Says what a picture or a formula is, and where it stands. */
  describe(element: StructureElement, words: string, [x, y, width, height]: Place, page: Page): void {
    const data = dictionaryOf(element)
    if (words) data.Alt = new String(words)
    const round = (value: number): number => Math.round(value * 100) / 100
    const top = page.height - y
    this.attribute(element, { O: 'Layout', Placement: 'Block', BBox: [x, top - height, x + width, top].map(round) })
  }

  end(): void {
    this.root.end()
  }
}

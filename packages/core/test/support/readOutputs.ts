/** Reads outputs back by readers that were not written for them, and says what each thing of the work says in them. */

import { strFromU8, unzipSync } from 'fflate'
import { micromark } from 'micromark'
import { gfm, gfmHtml } from 'micromark-extension-gfm'
import { readDrawingProgram, readMathFace } from '../../../cli/src/host.ts'
import { captionHead } from '../../src/content/captions.ts'
import { asPrinted } from '../../src/content/citations/asPrinted.ts'
import { textOfPieces } from '../../src/content/pieces.ts'
import { anchorOf } from '../../src/dispatch/markup/anchors.ts'
import { outputOf } from '../../src/dispatch/outputs.ts'
import { scanDivision } from '../../src/numbers/scan.ts'
import type { Turnover } from '../../src/turnover/turnover.ts'
import { seriesRule } from '../../src/work/parts/scheme.ts'
import { division, roles, seriesOf } from '../../src/work/schema.ts'
import { readHtmlTree } from './htmlTree.ts'
import { fonts } from './work.ts'
import { named, readXmlTree, type XmlElement } from './xmlTree.ts'

/** Spaces as usual ones; nothing that has no width. */
export const evenly = (text: string): string =>
  text
    .replace(/[\s\u00a0\u2002\u2003\u2009\u202f]+/g, ' ')
    .replace(/\u00ad|\u200b|\u200d|\u2060/g, '')
    .trim()

/** What stands in a list more than once. */
export function twice(names: readonly string[]): string[] {
  const met = new Set<string>()
  return names.filter(name => met.has(name) || !met.add(name))
}

/** An output, read. */
export interface ReadOutput {
  /** Everything that it says. */
  all: string
  /** What stands in the place of something; null where there is none of its name. */
  at(id: string): string | null
  /** Names that stand more than once, and links that lead to none. */
  doubled: string[]
  dangling: string[]
}

const writtenAlready = new WeakMap<Turnover, Map<string, Promise<Uint8Array>>>()

/** Written once for all tests of a thread; anew where options are given, be they none. */
export function written(name: string, turnover: Turnover, options?: object): Promise<Uint8Array> {
  const write = (): Promise<Uint8Array> =>
    outputOf(name)!.write(
      { work: turnover.work, turnOver: async () => ({ turnover, fonts }), drawingProgram: readDrawingProgram, mathFace: readMathFace },
      { date: new Date(946684800000), ...options },
    )
  if (options) return write()
  const already = writtenAlready.get(turnover) ?? new Map<string, Promise<Uint8Array>>()
  writtenAlready.set(turnover, already)
  const bytes = already.get(name) ?? write()
  already.set(name, bytes)
  return bytes
}

/** Formulas say nothing here, as their words are told by another test; nor do elements of the names given. */
function read(
  documents: readonly XmlElement[],
  silent: readonly string[],
  links: (elements: readonly XmlElement[]) => string[],
): ReadOutput {
  const byName = new Map<string, XmlElement>()
  const doubled: string[] = []
  const dangling: string[] = []
  for (const document of documents) {
    const elements = [document, ...document.within]
    for (const each of elements) {
      if (['math', 'mml:math', ...silent].includes(each.tagName)) each.textContent = ''
      const id = each.getAttribute('id')
      if (id === null) continue
      if (byName.has(id)) doubled.push(id)
      byName.set(id, each)
    }
    dangling.push(...links(elements))
  }
  return {
    all: evenly(documents.map(document => document.textContent).join(' ')),
    at: id => {
      const found = byName.get(anchorOf(id))
      return found ? evenly(found.textContent) : null
    },
    doubled,
    dangling: dangling.filter(name => !byName.has(name)),
  }
}

const linksOf = (elements: readonly XmlElement[]): string[] =>
  elements
    .filter(({ tagName }) => tagName === 'a')
    .map(link => link.getAttribute('href') ?? '')
    .filter(href => href.includes('#') && !/^[a-z]+:/i.test(href))
    .map(href => href.split('#')[1]!)

const holders = ['h1', 'h2', 'h3', 'h4', 'h5', 'h6', 'td', 'th', 'li', 'blockquote']
/** The nearest element of these names that something stands in. */
function around(of: XmlElement, names: readonly string[]): XmlElement | null {
  let at = of.parentElement
  while (at && !names.includes(at.tagName)) at = at.parentElement
  return at
}

const text = (bytes: Uint8Array | undefined): string => strFromU8(bytes ?? new Uint8Array())

/** How each output is read. */
export const readers: Record<'web' | 'ebook' | 'jats' | 'markdown', (bytes: Uint8Array) => ReadOutput> = {
  web: bytes => read([readHtmlTree(text(bytes))], ['style', 'script', 'head'], linksOf),
  ebook: bytes => {
    const files = unzipSync(bytes)
    const parts = Object.keys(files).filter(name => /text-\d+\.xhtml$/.test(name))
    return read(
      parts.map(name => readXmlTree(text(files[name]))),
      ['style', 'script', 'head', 'title'],
      linksOf,
    )
  },
  jats: bytes => {
    const source = text(unzipSync(bytes)['work.xml']).replace(/<!DOCTYPE[^>]*>/, '')
    return read([readXmlTree(source)], [], elements =>
      elements.filter(({ tagName }) => tagName === 'xref').flatMap(link => link.getAttribute('rid') ?? []),
    )
  },
  markdown: bytes => {
    const html = micromark(text(unzipSync(bytes)['work.md']), {
      allowDangerousHtml: true,
      extensions: [gfm()],
      htmlExtensions: [gfmHtml()],
    })
    const document = readHtmlTree(html)
    const elements = document.within
    // Readers count notes themselves.
    const footnotes = elements.find(each => each.getAttribute('class') === 'footnotes')
    const list = footnotes?.children.find(({ tagName }) => tagName === 'ol')
    for (const [at, note] of (list?.children ?? []).entries()) note.childNodes.unshift({ nodeType: 3, textContent: `${at + 1} ` })
    for (const back of elements)
      if (back.getAttribute('data-footnote-backref') !== null || back.getAttribute('id') === 'footnote-label') back.remove()
    // An anchor stands at the head of what it names; a table stands under the words that name it.
    const blockOf = (anchor: XmlElement): string => {
      const block = around(anchor, holders) ?? around(anchor, ['p'])
      const below = block?.nextElementSibling
      return `${block?.textContent ?? ''} ${below?.tagName === 'table' ? below.textContent : ''}`
    }
    const found = new Map<string, string>()
    for (const anchor of named(document, 'a')) {
      const id = anchor.getAttribute('id')
      if (id !== null) found.set(id, evenly(blockOf(anchor)))
    }
    const output = read([document], ['style', 'script', 'head'], linksOf)
    return { ...output, at: id => found.get(anchorOf(id)) ?? null }
  },
}

/** What the ledger says that something says at its place: how it begins. */
export function numbersIn(turnover: Turnover): { id: string; kind: string; says: string }[] {
  const { ledger, work } = turnover
  const byId = new Map<string, Parameters<typeof seriesOf>[0]>()
  work.doc.descendants(node => void (node.attrs.id && byId.set(node.attrs.id, node)))
  return ledger.entries.flatMap(({ id, number, own, item }) => {
    if (!number) return []
    const captioned = ['figure', 'table', 'box', 'listing'].includes(item.block)
    if (captioned) {
      const entry = ledger.byId.get(id)!
      const head = textOfPieces(captionHead(entry, seriesRule(work.scheme, seriesOf(byId.get(id)!)), false))
      return [{ id, kind: item.block, says: evenly(head) }]
    }
    // The number of a group stands at its lines.
    if (item.block === 'equationGroup') return []
    return [{ id, kind: item.block, says: evenly(item.block === 'panel' || item.block === 'tablePanel' ? own : number) }]
  })
}

/** What references, mentions and citations say, each with the text block that it stands in. */
export function saidAt(turnover: Turnover): { holder: string; says: string[] }[] {
  const pieces = (node: Parameters<Turnover['wordingOf']>[0], occurrence: string): string[] =>
    turnover
      .wordingOf(node, occurrence)
      .filter(({ formula }) => formula === undefined)
      .map(({ text }) => evenly(text))
      .filter(Boolean)
  const doc = asPrinted(turnover.work)
  // A short caption is said in lists, and not where its figure stands.
  const inLists = new Set<unknown>()
  doc.descendants(node => {
    if (node.type.name === 'shortCaption') node.descendants(each => void inLists.add(each))
    return !node.isTextblock
  })
  return doc.children.flatMap(division => {
    const { references, mentions, citations } = scanDivision(division)
    return [
      ...references
        .filter(({ node }) => !inLists.has(node))
        .map(({ node, occurrence, holder }) => ({ holder, says: pieces(node, occurrence) })),
      ...mentions
        .filter(({ node }) => !inLists.has(node))
        .map(({ node, occurrence, holder }) => ({ holder, says: pieces(node, occurrence) })),
      ...citations.filter(({ node }) => !inLists.has(node)).map(({ node, holder }) => ({ holder, says: pieces(node, node.attrs.id) })),
    ]
  })
}

/** Texts of the author, each with the block that holds it; what lists alone say in another's place is left out. */
export function textsIn(turnover: Turnover): string[] {
  const found: string[] = []
  asPrinted(turnover.work).descendants((node, _at, parent) => {
    if (node.type.name === 'shortCaption') return false
    if (node.type.name === 'title' && parent && roles[division(parent).role].untitled) return false
    if (node.text !== undefined) found.push(...node.text.split('\n').map(evenly).filter(Boolean))
    return true
  })
  return found
}

/** How often each word stands in texts. */
export function wordCounts(texts: readonly string[]): Map<string, number> {
  const counts = new Map<string, number>()
  for (const text of texts) for (const word of text.match(/\p{L}{2,}/gu) ?? []) counts.set(word, (counts.get(word) ?? 0) + 1)
  return counts
}

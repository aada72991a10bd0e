/**
 * A work as an e-book by EPUB 3.3: a file a division, contents, landmarks and the pages of the print to go to, notes that open where they
 * are called, formulas as MathML with their words, and what it says of its own accessibility (EPUB Accessibility 1.1).
 */
import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex } from '@noble/hashes/utils.js'
import type { Picture } from '../../work/work.ts'
import type { HtmlContext } from '../html/context.ts'
import { outlineOf, sectionHtml } from '../html/sections.ts'
import { faceRule, textStyle, widthRules } from '../html/style.ts'
import type { Manuscript } from '../manuscript/manuscript.ts'
import { anchorOf } from '../markup/anchors.ts'
import { elementsIn, namesIn, resolveLinks } from '../markup/links.ts'
import { type Element, element, type Markup, xmlOf } from '../markup/markup.ts'
import { packFiles } from '../packFiles.ts'
import { pictureEnding } from '../pictureEnding.ts'
import { coverSvg } from './cover.ts'
import type { HouseFace } from './houseFaces.ts'
import { navigation } from './navigation.ts'
import { packageDocument } from './packageDocument.ts'

const bookStyle = `
body { font-family: Text, serif; hyphens: auto; overflow-wrap: break-word; margin: 0 1em; }
code, pre { font-family: Code, monospace; }
a { color: inherit; } a.note-mark, nav a, .index a, a.sign { text-decoration: none; }
aside.note { display: grid; grid-template-columns: auto minmax(0, 1fr); gap: 0 .5em; margin: .5em 0; }
section.titlePage, section.halfTitle, section.dedication, section.epigraph { text-align: center; padding-top: 3em; }
h1 { font-size: 1.6em; } h2 { font-size: 1.3em; } h3 { font-size: 1.1em; } h4, h5, h6 { font-size: 1em; }
`

const faceName = 'faces/mathematics.woff'

/** A file of the book. */
export interface BookFile {
  name: string
  type: string
  bytes: Uint8Array
  /** By the package document's vocabulary: nav, mathml, cover-image. */
  properties: string[]
}

/** What readers of e-books know things by, beside their roles. */
const structuralTypes: Record<string, string> = {
  'doc-noteref': 'noteref',
  'doc-footnote': 'footnote',
  'doc-endnotes': 'endnotes',
  'doc-backlink': 'backlink',
}

const text = (words: string): Uint8Array => new TextEncoder().encode(words)

/** `mathFace` is the face of its formulas, as WOFF; `houseFaces` cuts those of its text to signs. */
export function writeEbook(
  manuscript: Manuscript,
  date: Date,
  mathFace: Uint8Array | null,
  houseFaces: (codes: ReadonlySet<number>) => HouseFace[],
): Uint8Array {
  const widths = new Set<number>()
  const pictures = new Map<string, { file: string; picture: Picture }>()
  const starts = new Map<string, string[]>()
  for (const { id, label } of manuscript.pages) starts.set(id, [...(starts.get(id) ?? []), label])
  const pages: { label: string; name: string }[] = []
  const pictureAt = (picture: Picture): string => {
    let known = pictures.get(picture.name)
    if (!known) {
      const ending = pictureEnding(picture)
      pictures.set(picture.name, (known = { file: `pictures/${pictures.size + 1}.${ending}`, picture }))
    }
    return known.file
  }
  const marksBefore = (id: string): Markup[] =>
    (starts.get(id) ?? []).map(label => {
      const name = `page-${anchorOf(label).slice(2)}`
      starts.delete(id)
      pages.push({ label, name })
      return element('span', { 'epub:type': 'pagebreak', role: 'doc-pagebreak', id: name, 'aria-label': label })
    })
  const sections = new Map(
    manuscript.divisions.map((division, index): [string, Element] => {
      const context: HtmlContext = { manuscript, division, top: 1, widths, speaks: true, before: marksBefore, pictureAt }
      return [`text-${String(index + 1).padStart(3, '0')}.xhtml`, sectionHtml(division, context)]
    }),
  )
  const names = namesIn(sections)
  const found = pages.flatMap(({ label, name }) => (names.has(name) ? [{ label, address: `${names.get(name)}#${name}` }] : []))
  const resolved = resolveLinks(sections)
  const files: BookFile[] = []
  manuscript.divisions.forEach((division, index) => {
    const name = [...sections.keys()][index]!
    const body = resolved.get(name)!
    const title = outlineOf({ ...manuscript, divisions: [division] }, 1)[0]!
    const root = xhtml(
      [title.number, title.text].filter(Boolean).join(' ') || manuscript.title,
      division.language ?? manuscript.language,
      typed(body) as Element,
    )
    const formulas = [...elementsIn(body)].some(({ children }) => children.some(child => typeof child !== 'string' && 'written' in child))
    files.push({ name, type: 'application/xhtml+xml', bytes: text(xmlOf(root, '<!DOCTYPE html>')), properties: formulas ? ['mathml'] : [] })
  })
  const addressOf = (id: string): string | null => {
    const file = names.get(anchorOf(id))
    return file ? `${file}#${anchorOf(id)}` : null
  }
  const nav = navigation(manuscript, outlineOf(manuscript, 9), found, addressOf, [...sections.keys()])
  const faces = houseFaces(signsIn([...sections.values()]))
  const style = `${faces.map(({ rule }) => rule).join('')}${mathFace ? faceRule(faceName) : ''}${textStyle}${bookStyle}${widthRules(widths)}`
  const all: BookFile[] = [
    {
      name: 'nav.xhtml',
      type: 'application/xhtml+xml',
      bytes: text(xmlOf(xhtml(manuscript.words.contents, manuscript.language, nav), '<!DOCTYPE html>')),
      properties: ['nav'],
    },
    { name: 'cover.svg', type: 'image/svg+xml', bytes: text(coverSvg(manuscript)), properties: ['cover-image'] },
    ...faces.map(({ file, bytes }): BookFile => ({ name: file, type: 'font/woff', bytes, properties: [] })),
    ...(mathFace ? [{ name: faceName, type: 'font/woff', bytes: mathFace, properties: [] }] : []),
    { name: 'style.css', type: 'text/css', bytes: text(style), properties: [] },
    ...files,
    ...[...pictures.values()].map(
      ({ file, picture }): BookFile => ({ name: file, type: picture.type, bytes: picture.bytes, properties: [] }),
    ),
  ]
  const identifier = uuidOf(all)
  const book = packageDocument(manuscript, { date, identifier, files: all, spine: [...sections.keys()], paged: found.length > 0 })
  return packFiles(
    new Map([
      ['mimetype', text('application/epub+zip')],
      ['META-INF/container.xml', text(container)],
      ['EPUB/package.opf', text(book)],
      ...all.map(({ name, bytes }): [string, Uint8Array] => [`EPUB/${name}`, bytes]),
    ]),
    ['mimetype'],
  )
}

/** The codes of everything that is written. */
function signsIn(roots: readonly Element[]): Set<number> {
  const codes = new Set<number>()
  for (const root of roots)
    for (const { children } of elementsIn(root))
      for (const child of children) if (typeof child === 'string') for (const sign of child) codes.add(sign.codePointAt(0)!)
  return codes
}

/** The same tree with the types that readers of e-books look for. */
function typed(markup: Markup): Markup {
  if (typeof markup === 'string' || !('name' in markup)) return markup
  const type = structuralTypes[String(markup.attributes.role)]
  const language = markup.attributes.lang ? { 'xml:lang': markup.attributes.lang } : {}
  return {
    name: markup.name,
    attributes: { ...markup.attributes, ...language, ...(type ? { 'epub:type': type } : {}) },
    children: markup.children.map(typed),
  }
}

const xhtml = (title: string, language: string, ...body: Element[]): Element =>
  element(
    'html',
    { xmlns: 'http://www.w3.org/1999/xhtml', 'xmlns:epub': 'http://www.idpf.org/2007/ops', lang: language, 'xml:lang': language },
    element(
      'head',
      {},
      element('meta', { charset: 'utf-8' }),
      element('title', {}, title || 'Untitled'),
      element('link', { rel: 'stylesheet', type: 'text/css', href: 'style.css' }),
    ),
    element('body', {}, body),
  )

const container = xmlOf(
  element(
    'container',
    { version: '1.0', xmlns: 'urn:oasis:names:tc:opendocument:xmlns:container' },
    element('rootfiles', {}, element('rootfile', { 'full-path': 'EPUB/package.opf', 'media-type': 'application/oebps-package+xml' })),
  ),
)

/** A name of the book from all that it holds (RFC 9562, version 8): the same book has the same one, another has another. */
function uuidOf(files: readonly BookFile[]): string {
  const sum = sha256.create()
  for (const { bytes } of files) sum.update(bytes)
  const bytes = sum.digest().slice(0, 16)
  bytes[6] = (bytes[6]! & 0x0f) | 0x80
  bytes[8] = (bytes[8]! & 0x3f) | 0x80
  const hex = bytesToHex(bytes)
  return `urn:uuid:${[hex.slice(0, 8), hex.slice(8, 12), hex.slice(12, 16), hex.slice(16, 20), hex.slice(20)].join('-')}`
}

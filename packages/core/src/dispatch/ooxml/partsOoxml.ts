/** The package of an office text: its parts, what each is, and how they lead to each other (ISO/IEC 29500-2). */

import type { Manuscript } from '../manuscript/manuscript.ts'
import { element, xmlOf } from '../markup/markup.ts'
import type { Relationships } from './context.ts'

const office = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships'
const word = 'application/vnd.openxmlformats-officedocument.wordprocessingml'

interface Parts {
  relationships: Relationships
  document: string
  styles: string
  numbering: string
  settings: string
  notes: { part: 'footnotes' | 'endnotes'; xml: string; links: Relationships }[]
  heads: ReadonlyMap<string, string>
  media: ReadonlyMap<string, Uint8Array>
}

const bytesOf = (text: string): Uint8Array => new TextEncoder().encode(text)

export const relationshipsOoxml = ({ list }: Relationships): string =>
  xmlOf(
    element(
      'Relationships',
      { xmlns: 'http://schemas.openxmlformats.org/package/2006/relationships' },
      list.map(({ id, type, target, outside }) =>
        element('Relationship', { Id: id, Type: type, Target: target, TargetMode: outside ? 'External' : null }),
      ),
    ),
  )

/** Everything but the properties, and the relationships of the document, which are asked for until the end. */
export function partsOoxml({ relationships, document, styles, numbering, settings, notes, heads, media }: Parts): Map<string, Uint8Array> {
  const own = [
    { name: 'styles.xml', type: 'styles', xml: styles },
    { name: 'numbering.xml', type: 'numbering', xml: numbering },
    { name: 'settings.xml', type: 'settings', xml: settings },
    ...notes.map(({ part, xml }) => ({ name: `${part}.xml`, type: part as string, xml })),
  ]
  for (const { name, type } of own) relationships.to(`${office}/${type}`, name)
  const types = xmlOf(
    element(
      'Types',
      { xmlns: 'http://schemas.openxmlformats.org/package/2006/content-types' },
      element('Default', { Extension: 'rels', ContentType: 'application/vnd.openxmlformats-package.relationships+xml' }),
      element('Default', { Extension: 'xml', ContentType: 'application/xml' }),
      element('Default', { Extension: 'png', ContentType: 'image/png' }),
      element('Default', { Extension: 'jpg', ContentType: 'image/jpeg' }),
      element('Default', { Extension: 'svg', ContentType: 'image/svg+xml' }),
      element('Override', { PartName: '/word/document.xml', ContentType: `${word}.document.main+xml` }),
      own.map(({ name, type }) => element('Override', { PartName: `/word/${name}`, ContentType: `${word}.${type}+xml` })),
      [...heads.keys()].map(name =>
        element('Override', { PartName: `/word/${name}`, ContentType: `${word}.${name.replace(/\d+\.xml$/, '')}+xml` }),
      ),
      element('Override', { PartName: '/docProps/core.xml', ContentType: 'application/vnd.openxmlformats-package.core-properties+xml' }),
    ),
  )
  const root = xmlOf(
    element(
      'Relationships',
      { xmlns: 'http://schemas.openxmlformats.org/package/2006/relationships' },
      element('Relationship', { Id: 'r1', Type: `${office}/officeDocument`, Target: 'word/document.xml' }),
      element('Relationship', {
        Id: 'r2',
        Type: 'http://schemas.openxmlformats.org/package/2006/relationships/metadata/core-properties',
        Target: 'docProps/core.xml',
      }),
    ),
  )
  return new Map([
    ['[Content_Types].xml', bytesOf(types)],
    ['_rels/.rels', bytesOf(root)],
    ['word/document.xml', bytesOf(document)],
    ...own.map(({ name, xml }): [string, Uint8Array] => [`word/${name}`, bytesOf(xml)]),
    ...notes.flatMap(({ part, links }): [string, Uint8Array][] =>
      links.list.length ? [[`word/_rels/${part}.xml.rels`, bytesOf(relationshipsOoxml(links))]] : [],
    ),
    ...[...heads].map(([name, xml]): [string, Uint8Array] => [`word/${name}`, bytesOf(xml)]),
    ...[...media].map(([name, bytes]): [string, Uint8Array] => [`word/${name}`, bytes]),
  ])
}

export function corePropertiesOoxml({ title, language, work }: Manuscript, date: Date): string {
  const { author, keywords, about } = work.settings
  const day = `${date.toISOString().split('.')[0]}Z`
  const said = (name: string, value: string) => (value ? element(name, {}, value) : null)
  return xmlOf(
    element(
      'cp:coreProperties',
      {
        'xmlns:cp': 'http://schemas.openxmlformats.org/package/2006/metadata/core-properties',
        'xmlns:dc': 'http://purl.org/dc/elements/1.1/',
        'xmlns:dcterms': 'http://purl.org/dc/terms/',
        'xmlns:xsi': 'http://www.w3.org/2001/XMLSchema-instance',
      },
      said('dc:title', title),
      said('dc:subject', about.subtitle),
      said('dc:creator', author),
      said('cp:keywords', keywords.join(', ')),
      said('dc:identifier', about.identifier),
      element('dcterms:created', { 'xsi:type': 'dcterms:W3CDTF' }, day),
      element('dcterms:modified', { 'xsi:type': 'dcterms:W3CDTF' }, day),
      said('dc:language', language),
    ),
  )
}

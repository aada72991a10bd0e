/**
 * What a PDF says of itself, as XMP (ISO 16684-1): the same as in its information dictionary, and which parts of which standards it keeps
 * to. Names that are not of XMP itself are described in the file, as PDF/A asks (ISO 19005-2, 6.6.2.3).
 */

import type { About } from '../../work/parts/settings.ts'
import { escaped, withoutForbidden } from '../markup/markup.ts'

export interface Told {
  title: string
  author: string
  keywords: readonly string[]
  about: About
  /** BCP 47 tag of the work. */
  language: string
  date: Date
  /** The part of ISO 19005 that it keeps to, at conformance level A. */
  part: 2 | 3
}

const program = 'Steady Ledger'

/** The information dictionary: what is empty is not in it. */
export const informationOf = ({ title, author, keywords, about, date }: Told): Record<string, unknown> => ({
  Title: withoutForbidden(title),
  ...(author ? { Author: withoutForbidden(author) } : {}),
  ...(about.subtitle ? { Subject: withoutForbidden(about.subtitle) } : {}),
  ...(keywords.length ? { Keywords: withoutForbidden(keywords.join(', ')) } : {}),
  Creator: program,
  Producer: program,
  CreationDate: date,
  ModDate: date,
})

const described = (prefix: string, namespace: string, body: string): string =>
  `<rdf:Description rdf:about="" xmlns:${prefix}="${namespace}">${body}</rdf:Description>`
const listed = (kind: 'Bag' | 'Seq', items: readonly string[]): string =>
  `<rdf:${kind}>${items.map(item => `<rdf:li>${escaped(item)}</rdf:li>`).join('')}</rdf:${kind}>`

const inAnyLanguage = (text: string): string => `<rdf:Alt><rdf:li xml:lang="x-default">${escaped(text)}</rdf:li></rdf:Alt>`
const namesIn = (text: string): string[] =>
  text
    .split(/[,;]/)
    .map(name => name.trim())
    .filter(Boolean)

export function metadataOf({ title, author, keywords, about, language, date, part }: Told): string {
  const day = `${date.toISOString().split('.')[0]}Z`
  const publisher = [about.department, about.institution, about.place].filter(Boolean).join(', ')
  const helpers = [...namesIn(about.supervisors), ...namesIn(about.examiners)]
  const dublin = [
    '<dc:format>application/pdf</dc:format>',
    `<dc:title>${inAnyLanguage(title)}</dc:title>`,
    author ? `<dc:creator>${listed('Seq', [author])}</dc:creator>` : '',
    keywords.length ? `<dc:subject>${listed('Bag', keywords)}</dc:subject>` : '',
    `<dc:language>${listed('Bag', [language])}</dc:language>`,
    about.subtitle ? `<dc:description>${inAnyLanguage(about.subtitle)}</dc:description>` : '',
    publisher ? `<dc:publisher>${listed('Bag', [publisher])}</dc:publisher>` : '',
    about.degree ? `<dc:type>${listed('Bag', [about.degree])}</dc:type>` : '',
    helpers.length ? `<dc:contributor>${listed('Bag', helpers)}</dc:contributor>` : '',
    about.date ? `<dc:date>${listed('Seq', [about.date])}</dc:date>` : '',
    about.licence ? `<dc:rights>${inAnyLanguage(about.licence)}</dc:rights>` : '',
    about.identifier ? `<dc:identifier>${escaped(about.identifier)}</dc:identifier>` : '',
  ].join('')
  const property = (name: string, type: string, says: string): string =>
    `<rdf:li rdf:parseType="Resource"><pdfaProperty:name>${name}</pdfaProperty:name><pdfaProperty:valueType>${type}</pdfaProperty:valueType><pdfaProperty:category>internal</pdfaProperty:category><pdfaProperty:description>${says}</pdfaProperty:description></rdf:li>`
  const extension = `<pdfaExtension:schemas><rdf:Bag><rdf:li rdf:parseType="Resource"><pdfaSchema:schema>PDF/UA identification schema</pdfaSchema:schema><pdfaSchema:namespaceURI>http://www.aiim.org/pdfua/ns/id/</pdfaSchema:namespaceURI><pdfaSchema:prefix>pdfuaid</pdfaSchema:prefix><pdfaSchema:property><rdf:Seq>${property('part', 'Integer', 'Part of ISO 14289')}</rdf:Seq></pdfaSchema:property></rdf:li></rdf:Bag></pdfaExtension:schemas>`
  return [
    '<?xpacket begin="\ufeff" id="W5M0MpCehiHzreSzNTczkc9d"?>',
    '<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#">',
    described('dc', 'http://purl.org/dc/elements/1.1/', dublin),
    described(
      'xmp',
      'http://ns.adobe.com/xap/1.0/',
      `<xmp:CreateDate>${day}</xmp:CreateDate><xmp:ModifyDate>${day}</xmp:ModifyDate><xmp:MetadataDate>${day}</xmp:MetadataDate><xmp:CreatorTool>${program}</xmp:CreatorTool>`,
    ),
    described(
      'pdf',
      'http://ns.adobe.com/pdf/1.3/',
      `<pdf:Producer>${program}</pdf:Producer>${keywords.length ? `<pdf:Keywords>${escaped(keywords.join(', '))}</pdf:Keywords>` : ''}`,
    ),
    described('pdfaid', 'http://www.aiim.org/pdfa/ns/id/', `<pdfaid:part>${part}</pdfaid:part><pdfaid:conformance>A</pdfaid:conformance>`),
    described('pdfuaid', 'http://www.aiim.org/pdfua/ns/id/', '<pdfuaid:part>1</pdfuaid:part>'),
    `<rdf:Description rdf:about="" xmlns:pdfaExtension="http://www.aiim.org/pdfa/ns/extension/" xmlns:pdfaSchema="http://www.aiim.org/pdfa/ns/schema#" xmlns:pdfaProperty="http://www.aiim.org/pdfa/ns/property#">${extension}</rdf:Description>`,
    '</rdf:RDF></x:xmpmeta>',
    '<?xpacket end="r"?>',
  ].join('\n')
}

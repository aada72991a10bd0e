/** What an e-book says of itself and what is in it (EPUB 3.3, 5), with its accessibility by the vocabulary of schema.org. */

import type { Manuscript } from '../manuscript/manuscript.ts'
import { element, xmlOf } from '../markup/markup.ts'
import type { BookFile } from './writeEbook.ts'

interface Packed {
  date: Date
  identifier: string
  files: readonly BookFile[]
  spine: readonly string[]
  /** Marks of the pages of the print are in it. */
  paged: boolean
}

const idOf = (name: string): string => `f-${name.replace(/[^A-Za-z0-9-]/g, '-')}`

export function packageDocument({ title, language, work }: Manuscript, { date, identifier, files, spine, paged }: Packed): string {
  const { author, keywords, about } = work.settings
  const formulas = files.some(({ properties }) => properties.includes('mathml'))
  const pictures = files.some(({ type, properties }) => type.startsWith('image/') && !properties.length)
  const meta = (property: string, value: string) => element('meta', { property }, value)
  const dublin = (name: string, value: string, more: object = {}) => (value ? element(`dc:${name}`, { ...more }, value) : null)
  return xmlOf(
    element(
      'package',
      {
        xmlns: 'http://www.idpf.org/2007/opf',
        version: '3.0',
        'unique-identifier': 'book',
        'xml:lang': language,
        prefix: 'schema: http://schema.org/',
      },
      element(
        'metadata',
        { 'xmlns:dc': 'http://purl.org/dc/elements/1.1/' },
        dublin('identifier', identifier, { id: 'book' }),
        dublin('identifier', about.identifier),
        dublin('title', title || 'Untitled', { id: 'title' }),
        dublin('language', language),
        dublin('creator', author),
        keywords.map(word => dublin('subject', word)),
        dublin('description', about.subtitle),
        dublin('publisher', about.institution),
        dublin('rights', about.licence),
        dublin('date', about.date),
        meta('dcterms:modified', `${date.toISOString().split('.')[0]}Z`),
        ['textual', ...(pictures ? ['visual'] : [])].map(mode => meta('schema:accessMode', mode)),
        meta('schema:accessModeSufficient', pictures ? 'textual,visual' : 'textual'),
        meta('schema:accessModeSufficient', 'textual'),
        [
          'tableOfContents',
          'readingOrder',
          'structuralNavigation',
          'alternativeText',
          'ARIA',
          ...(formulas ? ['MathML', 'describedMath'] : []),
          ...(paged ? ['pageNavigation', 'pageBreakMarkers'] : []),
        ].map(feature => meta('schema:accessibilityFeature', feature)),
        meta('schema:accessibilityHazard', 'none'),
        meta(
          'schema:accessibilitySummary',
          'Headings, lists, tables, notes and formulas are marked as what they are; pictures have the descriptions that their author gave them.',
        ),
        ...(paged
          ? [
              dublin('source', `${title || 'Untitled'} (PDF)`, { id: 'print' }),
              element('meta', { refines: '#print', property: 'source-of' }, 'pagination'),
            ]
          : []),
      ),
      element(
        'manifest',
        {},
        files.map(({ name, type, properties }) =>
          element('item', { id: idOf(name), href: name, 'media-type': type, properties: properties.length ? properties.join(' ') : null }),
        ),
      ),
      element(
        'spine',
        {},
        spine.map(name => element('itemref', { idref: idOf(name) })),
      ),
    ),
  )
}

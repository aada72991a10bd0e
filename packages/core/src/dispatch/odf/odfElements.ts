/** Elements of OpenDocument texts, and the small things that many parts of one need. */
import { type Element, element, type Markup, type Value } from '../markup/markup.ts'

type Content = Markup | readonly Content[] | null | undefined | false

export const o = (name: string, attributes: Record<string, Value> = {}, ...content: Content[]): Element =>
  element(name, attributes, content)

export const points = (value: number): string => `${Math.round(value * 100) / 100}pt`

export const namespaces = {
  'xmlns:office': 'urn:oasis:names:tc:opendocument:xmlns:office:1.0',
  'xmlns:style': 'urn:oasis:names:tc:opendocument:xmlns:style:1.0',
  'xmlns:text': 'urn:oasis:names:tc:opendocument:xmlns:text:1.0',
  'xmlns:table': 'urn:oasis:names:tc:opendocument:xmlns:table:1.0',
  'xmlns:draw': 'urn:oasis:names:tc:opendocument:xmlns:drawing:1.0',
  'xmlns:fo': 'urn:oasis:names:tc:opendocument:xmlns:xsl-fo-compatible:1.0',
  'xmlns:svg': 'urn:oasis:names:tc:opendocument:xmlns:svg-compatible:1.0',
  'xmlns:xlink': 'http://www.w3.org/1999/xlink',
  'xmlns:dc': 'http://purl.org/dc/elements/1.1/',
  'xmlns:meta': 'urn:oasis:names:tc:opendocument:xmlns:meta:1.0',
  'office:version': '1.3',
}

/** Words: spaces in a row, tabs and ends of lines are elements (ISO/IEC 26300, 6.1). */
export function words(text: string): Markup[] {
  return text
    .split(/(\t|\n| {2,})/)
    .filter(Boolean)
    .flatMap((part): Markup[] => {
      if (part === '\t') return [o('text:tab')]
      if (part === '\n') return [o('text:line-break')]
      if (/^ {2,}$/.test(part)) return [' ', o('text:s', { 'text:c': part.length - 1 })]
      return [part]
    })
}

export const p = (style: string, ...content: Content[]): Element => o('text:p', { 'text:style-name': style || 'Standard' }, content)

/** A language tag in the parts that the format asks for. */
export function languageOf(tag: string): Record<string, string> {
  const [language = 'en', ...rest] = tag.split('-')
  const country = rest.find(part => /^[A-Z]{2}$/.test(part))
  return { 'fo:language': language, 'fo:country': country ?? 'none' }
}

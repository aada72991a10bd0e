/**
 * What a style file asks of a language: the terms of the Citation Style Language 1.0.2 and the shapes of its dates. Our own words, written
 * as an XML locale of that standard for the processor.
 */

/** By name and form, “editor:verb-short”: one, and where there is a plural, `one|many`. */
export type Terms = Readonly<Record<string, string>>

export interface CitationLocale {
  tag: string
  /** A full stop or comma goes into the quotation marks. */
  punctuationInQuote: boolean
  /** Nouns that ask for ordinals of their gender. */
  feminine?: readonly string[]
  /** Only the first of a month is counted as such: “1er mai”. */
  firstDayOnly?: boolean
  /** The parts of a date in words and in figures, with what stands before and after each. */
  text: readonly DatePart[]
  numeric: readonly DatePart[]
  months: string
  shortMonths: string
  seasons: string
  ordinals: Terms
  terms: Terms
}

export interface DatePart {
  name: 'year' | 'month' | 'day'
  form?: 'ordinal' | 'numeric' | 'numeric-leading-zeros' | 'long'
  prefix?: string
  suffix?: string
}

const escaped = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;')

function term(key: string, says: string, feminine: readonly string[] = []): string {
  const [name, form, more] = key.split(':')
  const [one, many] = says.split('|')
  // A form may be a gender, “ordinal-01:feminine”.
  const attributes = [form, more]
    .filter(Boolean)
    .map(own =>
      own === 'feminine' || own === 'masculine' ? ` gender-form="${own}"` : own === 'whole' ? ' match="whole-number"' : ` form="${own}"`,
    )
    .join('')
  const gender = feminine.includes(name!) ? ' gender="feminine"' : ''
  const inner = many === undefined ? escaped(one!) : `<single>${escaped(one!)}</single><multiple>${escaped(many)}</multiple>`
  return `<term name="${name}"${attributes}${gender}>${inner}</term>`
}

const two = (order: number): string => String(order + 1).padStart(2, '0')
const each = (name: string, words: string, form = ''): string[] =>
  words.split(' ').map((word, order) => term(`${name}-${two(order)}${form}`, word))

function date(form: string, parts: readonly DatePart[]): string {
  const inner = parts.map(({ name, form: own, prefix = '', suffix = '' }) => {
    const shape = own ? ` form="${own}"` : ''
    return `<date-part name="${name}"${shape} prefix="${escaped(prefix)}" suffix="${escaped(suffix)}"/>`
  })
  return `<date form="${form}">${inner.join('')}</date>`
}

const written = new WeakMap<CitationLocale, string>()

/** A locale as an XML file of the standard. */
export function writeLocale(locale: CitationLocale): string {
  let xml = written.get(locale)
  if (xml === undefined) {
    const { tag, punctuationInQuote, firstDayOnly = false, feminine, text, numeric, months, shortMonths, seasons, ordinals, terms } = locale
    const all = [
      ...Object.entries({ ...ordinals, ...terms }).map(([key, says]) => term(key, says, feminine)),
      ...each('month', months),
      ...each('month', shortMonths, ':short'),
      ...each('season', seasons),
    ]
    xml = `<?xml version="1.0" encoding="utf-8"?><locale xmlns="http://purl.org/net/xbiblio/csl" version="1.0" xml:lang="${tag}"><style-options punctuation-in-quote="${punctuationInQuote}" limit-day-ordinals-to-day-1="${firstDayOnly}"/>${date('text', text)}${date('numeric', numeric)}<terms>${all.join('')}</terms></locale>`
    written.set(locale, xml)
  }
  return xml
}

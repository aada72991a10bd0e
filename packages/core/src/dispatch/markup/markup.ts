/** Elements, attributes and text, written as HTML or as XML: the one place where anything is escaped. */

export type Value = string | number | boolean | null | undefined
export interface Element {
  name: string
  attributes: Readonly<Record<string, Value>>
  children: readonly Markup[]
}
/** What is written as it stands: markup that a library has made, such as MathML. */
export interface Written {
  written: string
}
export type Markup = Element | Written | string

type Content = Markup | readonly Content[] | null | undefined | false

// A work has hundreds of thousands of these: nothing is made on the way.
function gather(content: readonly Content[], into: Markup[]): Markup[] {
  for (const each of content) {
    if (Array.isArray(each)) gather(each, into)
    else if (each || each === '') into.push(each as Markup)
  }
  return into
}

/** An attribute that is null, undefined or false is not written; one that is true is written empty. */
export const element = (name: string, attributes: Record<string, Value> = {}, ...content: Content[]): Element => ({
  name,
  attributes,
  children: gather(content, []),
})

export const written = (text: string): Written => ({ written: text })

// What XML 1.0 must not hold, and HTML must not either: control characters, noncharacters, halves of pairs.
const forbidden = /[^\P{Cc}\t\n\r]|[\ufffe\uffff]|\p{Cs}/gu
export const withoutForbidden = (text: string): string => text.replace(forbidden, '')

/** What has none of these stands as it is; most texts do. */
const suspicious = /[&<>"\p{Cc}\p{Cs}\ufffe\uffff]/u

const signs: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' }
/** Text between tags. */
export const escaped = (text: string): string =>
  suspicious.test(text) ? withoutForbidden(text).replace(/[&<>]/g, sign => signs[sign]!) : text
export const escapedAttribute = (text: string): string =>
  suspicious.test(text)
    ? withoutForbidden(text)
        .replace(/[&<>"]/g, sign => signs[sign]!)
        .replace(/[\t\n\r]/g, ' ')
    : text

/** Elements of HTML that have no end (HTML standard, 13.1.2). */
const endless = new Set(['area', 'base', 'br', 'col', 'embed', 'hr', 'img', 'input', 'link', 'meta', 'source', 'track', 'wbr'])

function write(markup: Markup, html: boolean, out: string[]): void {
  if (typeof markup === 'string') out.push(escaped(markup))
  else if ('written' in markup) out.push(markup.written)
  else {
    const { name, attributes, children } = markup
    out.push('<', name)
    for (const key in attributes) {
      const value = attributes[key]
      if (value !== null && value !== undefined && value !== false)
        out.push(' ', key, '="', value === true ? '' : typeof value === 'number' ? String(value) : escapedAttribute(String(value)), '"')
    }
    if (html ? endless.has(name) : children.length === 0) out.push(html ? '>' : '/>')
    else {
      out.push('>')
      for (const child of children) write(child, html, out)
      out.push(`</${name}>`)
    }
  }
}

/** A document of HTML, with its first line. */
export function htmlOf(root: Element): string {
  const out = ['<!DOCTYPE html>\n']
  write(root, true, out)
  out.push('\n')
  return out.join('')
}

/** A document of XML 1.0; `doctype` is written behind the declaration. */
export function xmlOf(root: Element, doctype = ''): string {
  const out = ['<?xml version="1.0" encoding="UTF-8"?>\n', doctype && `${doctype}\n`]
  write(root, false, out)
  out.push('\n')
  return out.join('')
}

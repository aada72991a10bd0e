/** Elements of WordprocessingML: attributes under its prefix, properties in the order that the standard's sequences ask for. */
import { type Element, element, type Markup, type Value } from '../markup/markup.ts'

type Content = Markup | readonly Content[] | null | undefined | false

/** An element of the main namespace; its attributes are of it too. */
export const w = (name: string, attributes: Record<string, Value> = {}, ...content: Content[]): Element =>
  element(
    `w:${name}`,
    Object.fromEntries(Object.entries(attributes).map(([key, value]) => [key.includes(':') ? key : `w:${key}`, value])),
    content,
  )

/** ISO/IEC 29500-1, 17.3.1.26: the order of what a paragraph may be told. */
const paragraphOrder = [
  'pStyle',
  'keepNext',
  'keepLines',
  'pageBreakBefore',
  'widowControl',
  'numPr',
  'pBdr',
  'shd',
  'tabs',
  'suppressAutoHyphens',
  'bidi',
  'spacing',
  'ind',
  'contextualSpacing',
  'jc',
  'outlineLvl',
  'rPr',
  'sectPr',
]
/** 17.3.2.28: what a run may be told. */
const runOrder = [
  'rStyle',
  'rFonts',
  'b',
  'bCs',
  'i',
  'iCs',
  'caps',
  'smallCaps',
  'noProof',
  'vanish',
  'color',
  'sz',
  'szCs',
  'u',
  'vertAlign',
  'rtl',
  'lang',
]

const ordered = (name: string, order: readonly string[], parts: readonly (Element | null | undefined | false)[]): Element | null => {
  const own = parts.filter((part): part is Element => Boolean(part))
  if (!own.length) return null
  const place = (part: Element): number => {
    const at = order.indexOf(part.name.slice(2))
    if (at < 0) throw new RangeError(`“${part.name}” has no place in w:${name}.`)
    return at
  }
  return w(
    name,
    {},
    own.toSorted((a, b) => place(a) - place(b)),
  )
}

export type Properties = readonly (Element | null | undefined | false)[]
export const paragraphProperties = (parts: Properties): Element | null => ordered('pPr', paragraphOrder, parts)
export const runProperties = (parts: Properties): Element | null => ordered('rPr', runOrder, parts)

/** A paragraph in a style. */
export const paragraph = (style: string, content: readonly Markup[], more: Properties = []): Element =>
  w('p', {}, paragraphProperties([style ? w('pStyle', { val: style }) : null, ...more]), content)

/** Text in one look; line breaks and tabs are elements of their own. */
export function run(text: string, properties: Properties = []): Element {
  const parts = text.split(/([\n\t])/).filter(Boolean)
  return w(
    'r',
    {},
    runProperties(properties),
    parts.map(part => (part === '\n' ? w('br') : part === '\t' ? w('tab') : w('t', { 'xml:space': 'preserve' }, part))),
  )
}

/** A field with what it says now: right before anybody updates it (17.16.18). */
export const field = (instruction: string, says: readonly Markup[]): Element[] => [
  w('r', {}, w('fldChar', { fldCharType: 'begin' })),
  w('r', {}, w('instrText', { 'xml:space': 'preserve' }, ` ${instruction} `)),
  w('r', {}, w('fldChar', { fldCharType: 'separate' })),
  ...(says as Element[]),
  w('r', {}, w('fldChar', { fldCharType: 'end' })),
]

/** Twentieths of a point. */
export const twips = (points: number): number => Math.round(points * 20)
/** English metric units. */
export const emus = (points: number): number => Math.round(points * 12700)

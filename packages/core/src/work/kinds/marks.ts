/** What words can be beside themselves: emphasised, in another language, a link. */
import type { MarkSpec } from 'prosemirror-model'
import { address, isAddress, isLanguage, keeps, languageTag, mustBe, type TSchema } from '../definition.ts'
import type { HtmlElement } from './kind.ts'

const attribute = (mark: string, name: string, schema: TSchema) => ({
  validate: (value: unknown) => {
    if (!keeps(schema, value)) throw new RangeError(`the ${name} of a ${mark} ${mustBe(schema)}`)
  },
})
/** Reads one attribute of an element, or lets the element go. */
const read =
  (from: string, name: string, isRight: (text: string) => boolean) =>
  (element: unknown): Record<string, string> | false => {
    const given = (element as HtmlElement).getAttribute(from) ?? ''
    return isRight(given) ? { [name]: given } : false
  }

export const marks = {
  emphasis: { parseDOM: [{ tag: 'em' }, { tag: 'i' }], toDOM: () => ['em', 0] },
  strong: { parseDOM: [{ tag: 'strong' }, { tag: 'b' }], toDOM: () => ['strong', 0] },
  code: { parseDOM: [{ tag: 'code' }], toDOM: () => ['code', 0] },
  /** Words in another language: hyphenated by its rules, and said so to those who listen. */
  language: {
    attrs: { tag: attribute('language', 'tag', languageTag()) },
    parseDOM: [{ tag: 'span[lang]', getAttrs: read('lang', 'tag', isLanguage) }],
    toDOM: mark => ['span', { lang: mark.attrs.tag }, 0],
  },
  /** Small letters drawn as small capitals, where the face has them. */
  smallCapitals: {
    parseDOM: [{ tag: 'span[data-small-capitals]' }, { style: 'font-variant=small-caps' }, { style: 'font-variant-caps=small-caps' }],
    toDOM: () => ['span', { 'data-small-capitals': '', style: 'font-variant-caps: small-caps' }, 0],
  },
  subscript: { excludes: 'superscript', parseDOM: [{ tag: 'sub' }], toDOM: () => ['sub', 0] },
  superscript: { excludes: 'subscript', parseDOM: [{ tag: 'sup' }], toDOM: () => ['sup', 0] },
  link: {
    attrs: { address: attribute('link', 'address', address()) },
    inclusive: false,
    parseDOM: [{ tag: 'a[href]', getAttrs: read('href', 'address', isAddress) }],
    toDOM: mark => ['a', { href: mark.attrs.address, rel: 'noreferrer' }, 0],
  },
} satisfies Record<string, MarkSpec>
export type MarkName = keyof typeof marks

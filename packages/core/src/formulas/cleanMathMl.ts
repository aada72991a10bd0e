/** MathML that says what a formula is and how it looks, and nothing else: safe to show, and no longer than needed. */
import { styled } from './mathAlphabets.ts'

/** Attributes that say how a formula looks, and nothing of the page around it: no style, class, id, link or script. */
const allowed = new Set(
  (
    'xmlns display displaystyle scriptlevel mathvariant dir form fence separator stretchy symmetric largeop movablelimits accent accentunder lspace ' +
    'rspace minsize maxsize linethickness bevelled notation width height depth voffset columnalign rowalign columnspacing rowspacing columnlines ' +
    'rowlines frame framespacing columnspan rowspan side equalrows equalcolumns align'
  ).split(' '),
)
const attribute = /\s+([\w:-]+)="([^"]*)"/g
/** The longest space or size that a formula may ask for, in em: more than a line is wide. */
const longest = 60
const inEm: Record<string, number> = { em: 1, ex: 0.45, px: 1 / 16, pt: 1 / 12, pc: 1, mm: 0.24, cm: 2.4, in: 6 }

/** Lengths that would lay a formula over what stands around it are cut. */
const bounded = (value: string): string =>
  value.replace(/(-?[\d.]+(?:e[+-]?\d+)?)(em|ex|px|pt|pc|mm|cm|in)\b/g, (whole, number: string, unit: string) => {
    const length = Number(number) * (inEm[unit] ?? 1)
    return Math.abs(length) <= longest ? whole : `${Math.sign(length) * longest}em`
  })

const harmless = (tag: string): string =>
  tag.replace(attribute, (_, name: string, value: string) => (allowed.has(name) ? ` ${name}="${bounded(value)}"` : ''))

/** Browsers space signs by a table of their own: lines beside what they enclose, a sign of a number and names of functions need to be told. */
const spaced = (text: string): string =>
  text
    .replace(/<mo((?:(?!\b[lr]space)[^>])*)>(\||&#x2016;|\/)<\/mo>/g, '<mo$1 lspace="0" rspace="0">$2</mo>')
    .replace(/<mo([^>]*movablelimits="true"[^>]*)>/g, '<mo$1 lspace="0" rspace="0.167em">')
    .replace(
      /(<mo[^>]*>([^<]*)<\/mo>)<mo((?:(?!\bform)[^>])*)>(&#x2212;|\+|&#xB1;|&#x2213;)<\/mo>/g,
      (whole, before: string, sign: string, attributes: string, unary: string) =>
        /^([)\]}|!%]|&#x(2032|2016|27E9|230B|2309|2061);)?$/.test(sign) ? whole : `${before}<mo${attributes} form="prefix">${unary}</mo>`,
    )

/** MathML as MathJax writes it, as MathML Core: letters of other faces as their own characters. */
export function cleanMathMl(text: string): string {
  return spaced(text.replace(/\n\s*/g, ''))
    .replace(/<[a-z]\w*(?:\s+[\w:-]+="[^"]*")+\s*\/?>/gi, harmless)
    .replace(/\n\s*/g, '')
    .replace(/<(mi|mn|mo|mtext)([^>]*?) mathvariant="([\w-]+)"([^>]*)>([^<]*)</g, (whole, tag, before, variant, after, content: string) => {
      if (variant === 'normal') return whole
      const plain = content.replace(/&#x([0-9A-F]+);/gi, (_, hex) => String.fromCodePoint(Number.parseInt(hex, 16)))
      return `<${tag}${before}${after}>${plain.includes('&') ? plain : [...plain].map(sign => styled(sign, variant)).join('')}<`
    })
}

/** Formulas as MathML Core, for the screen and for files that hold text: from the same source and the same reader as the outlines. */
import { liteAdaptor } from '@mathjax/src/js/adaptors/liteAdaptor.js'
import { STATE } from '@mathjax/src/js/core/MathItem.js'
import { SerializedMmlVisitor } from '@mathjax/src/js/core/MmlTree/SerializedMmlVisitor.js'
import { RegisterHTMLHandler } from '@mathjax/src/js/handlers/html.js'
import '@mathjax/src/js/input/tex/ams/AmsConfiguration.js'
import '@mathjax/src/js/input/tex/base/BaseConfiguration.js'
import '@mathjax/src/js/input/tex/boldsymbol/BoldsymbolConfiguration.js'
import '@mathjax/src/js/input/tex/configmacros/ConfigMacrosConfiguration.js'
import '@mathjax/src/js/input/tex/mathtools/MathtoolsConfiguration.js'
import { TeX } from '@mathjax/src/js/input/tex.js'
import { mathjax } from '@mathjax/src/js/mathjax.js'
import { styled } from './mathAlphabets.ts'
import { notationMacros, notationPackages } from './notation.ts'
import { plainReason } from './plainReason.ts'

let convert: ((source: string, display: boolean) => string) | undefined
const known = new Map<string, string>()
const mostKnown = 5000

/** What is wrong with a source that cannot be read, in plain words; empty where nothing is. */
export function whyUnreadable(source: string): string {
  try {
    readNotation(source)
    return ''
  } catch (error) {
    return plainReason(error)
  }
}

/** As it is read, with what each part was read from. Throws where it cannot be read, and says why. */
export function readNotation(source: string): string {
  convert ??= start()
  return convert(source, true)
}

function start(): (source: string, display: boolean) => string {
  RegisterHTMLHandler(liteAdaptor())
  const input = new TeX({
    packages: notationPackages,
    macros: notationMacros,
    formatError: (_: unknown, error: Error) => {
      throw error
    },
  })
  const document = mathjax.document('', { InputJax: input })
  const visitor = new SerializedMmlVisitor()
  return (source, display) => visitor.visitTree(document.convert(source, { display, end: STATE.CONVERT }))
}

/** A `math` element as text, or null where the source cannot be read. */
export function mathMl(source: string, display: boolean): string | null {
  const key = (display ? 'd' : 'i') + source
  const kept = known.get(key)
  if (kept !== undefined) return kept
  try {
    convert ??= start()
    const made = clean(convert(source, display))
    if (known.size > mostKnown) known.clear()
    known.set(key, made)
    return made
  } catch {
    return null
  }
}

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

function clean(text: string): string {
  return spaced(text.replace(/\n\s*/g, ''))
    .replace(/<[a-z]\w*(?:\s+[\w:-]+="[^"]*")+\s*\/?>/gi, harmless)
    .replace(/\n\s*/g, '')
    .replace(/<(mi|mn|mo|mtext)([^>]*?) mathvariant="([\w-]+)"([^>]*)>([^<]*)</g, (whole, tag, before, variant, after, content: string) => {
      if (variant === 'normal') return whole
      const plain = content.replace(/&#x([0-9A-F]+);/gi, (_, hex) => String.fromCodePoint(Number.parseInt(hex, 16)))
      return `<${tag}${before}${after}>${plain.includes('&') ? plain : [...plain].map(sign => styled(sign, variant)).join('')}<`
    })
}

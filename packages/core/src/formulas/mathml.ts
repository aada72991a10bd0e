/** Formulas as MathML Core, for the screen and for files that hold text: from the same source and the same reader as the outlines. */
import { liteAdaptor } from '@mathjax/src/js/adaptors/liteAdaptor.js'
import { STATE } from '@mathjax/src/js/core/MathItem.js'
import { SerializedMmlVisitor } from '@mathjax/src/js/core/MmlTree/SerializedMmlVisitor.js'
import { RegisterHTMLHandler } from '@mathjax/src/js/handlers/html.js'
import '@mathjax/src/js/input/tex/ams/AmsConfiguration.js'
import '@mathjax/src/js/input/tex/base/BaseConfiguration.js'
import '@mathjax/src/js/input/tex/boldsymbol/BoldsymbolConfiguration.js'
import '@mathjax/src/js/input/tex/configmacros/ConfigMacrosConfiguration.js'
import { TeX } from '@mathjax/src/js/input/tex.js'
import { mathjax } from '@mathjax/src/js/mathjax.js'
import { notationMacros, notationPackages } from './notation.ts'

let convert: ((source: string, display: boolean) => string) | undefined
const known = new Map<string, string>()
const mostKnown = 5000

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

/** Letters that Unicode had before its mathematical alphabets, and so left out of them. */
const apart: Record<string, Record<string, number>> = {
  script: { B: 0x212c, E: 0x2130, F: 0x2131, H: 0x210b, I: 0x2110, L: 0x2112, M: 0x2133, R: 0x211b, e: 0x212f, g: 0x210a, o: 0x2134 },
  'double-struck': { C: 0x2102, H: 0x210d, N: 0x2115, P: 0x2119, Q: 0x211a, R: 0x211d, Z: 0x2124 },
  fraktur: { C: 0x212d, H: 0x210c, I: 0x2111, R: 0x211c, Z: 0x2128 },
  italic: { h: 0x210e },
}
/** First code points of capital A, capital Alpha and zero in each mathematical alphabet. */
const alphabets: Record<string, [number, number, number]> = {
  bold: [0x1d400, 0x1d6a8, 0x1d7ce],
  italic: [0x1d434, 0x1d6e2, 0],
  'bold-italic': [0x1d468, 0x1d71c, 0],
  script: [0x1d49c, 0, 0],
  fraktur: [0x1d504, 0, 0],
  'double-struck': [0x1d538, 0, 0x1d7d8],
  'sans-serif': [0x1d5a0, 0, 0x1d7e2],
  monospace: [0x1d670, 0, 0x1d7f6],
}

/** Browsers know one variant only (MathML Core); the others are letters of their own in Unicode. */
function styled(sign: string, variant: string): string {
  const exception = apart[variant]?.[sign]
  if (exception) return String.fromCodePoint(exception)
  const [latin, greek, digits] = alphabets[variant] ?? [0, 0, 0]
  const code = sign.codePointAt(0)!
  if (latin && code >= 65 && code <= 90) return String.fromCodePoint(latin + code - 65)
  if (latin && code >= 97 && code <= 122) return String.fromCodePoint(latin + 26 + code - 97)
  if (digits && code >= 48 && code <= 57) return String.fromCodePoint(digits + code - 48)
  if (greek && code >= 0x391 && code <= 0x3a9) return String.fromCodePoint(greek + code - 0x391)
  if (greek && code >= 0x3b1 && code <= 0x3c9) return String.fromCodePoint(greek + 26 + code - 0x3b1)
  return sign
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

function clean(text: string): string {
  return text
    .replace(/<[a-z]\w*(?:\s+[\w:-]+="[^"]*")+\s*\/?>/gi, harmless)
    .replace(/\n\s*/g, '')
    .replace(/<(mi|mn|mo|mtext)([^>]*?) mathvariant="([\w-]+)"([^>]*)>([^<]*)</g, (whole, tag, before, variant, after, content: string) => {
      if (variant === 'normal') return whole
      const plain = content.replace(/&#x([0-9A-F]+);/gi, (_, hex) => String.fromCodePoint(Number.parseInt(hex, 16)))
      return `<${tag}${before}${after}>${plain.includes('&') ? plain : [...plain].map(sign => styled(sign, variant)).join('')}<`
    })
}

/**
 * A formula in one line of signs, where it is one that can be written so: letters with their raised and lowered signs, fractions with a
 * stroke, roots. What has limits, matrices or marks over letters cannot: it is said in words.
 */
import { type MathElement, readXml } from '../../formulas/tree/mathElement.ts'
import { lowered, raised, scripted } from './scripts.ts'

/** Signs with space around them in a line. */
const spaced = /^[=≠≈≡<>≤≥≪≫∼≃≅∝∈∉⊂⊆∪∩→⇒⇔↔+−±×⋅·∧∨]$/u
/** Nothing a reader would not find on a keyboard or in a table of signs: letters of other alphabets are told by words. */
const readable = /^[\p{Script=Latin}\p{Script=Greek}\p{N}\p{P}\p{S}\s∂∇∞ℏℓ]+$/u
const mathLetters = /[\u{1d400}-\u{1d7ff}]/u

/** Null where it has something that no line can hold. */
export function linearFormula(mathMl: string): string | null {
  try {
    const said = row(readXml(mathMl).children)
    return said === null ? null : said.replace(/ {2,}/g, ' ').trim() || null
  } catch {
    return null
  }
}

function row(children: readonly MathElement[]): string | null {
  let out = ''
  for (const [at, child] of children.entries()) {
    const said = one(child)
    if (said === null) return null
    const sign = child.tag === 'mo' && spaced.test(said)
    // A sign that nothing stands before is that of what follows.
    // A letter behind a script in letters, or behind a fraction, would be read as part of it.
    if (/[_^][\p{L}\p{N}]+$|\/[^ ]+$/u.test(out) && /^[\p{L}\p{N}(∫√|]/u.test(said)) out += ' '
    out += sign && at > 0 && !/[ ([{,]$/.test(out) && out ? ` ${said} ` : said
  }
  return out
}

/** Whether it needs no brackets under a stroke or in a script. */
const isSimple = (said: string): boolean => /^[\p{L}\p{N}.,_∂Δ₀-₉⁰-⁹]+$/u.test(said)
const bracketed = (said: string): string => (isSimple(said) ? said : `(${said})`)

function one({ tag, children, text, attributes }: MathElement): string | null {
  const [a, b, c] = children
  switch (tag) {
    case 'mi':
    case 'mn':
    case 'mo':
    case 'mtext': {
      const said = text.replace(/[\u2061-\u2064]/g, '').trim()
      if (said && (!readable.test(said) || mathLetters.test(said))) return null
      // Names of functions stand apart from what they are of.
      return tag === 'mi' && said.length > 1 ? `${said} ` : tag === 'mtext' ? ` ${said} ` : said
    }
    case 'mspace':
      return ' '
    case 'mrow':
    case 'mstyle':
    case 'mpadded':
      return row(children)
    case 'mfrac': {
      if (attributes.linethickness === '0') return null
      const [top, bottom] = [a && one(a), b && one(b)]
      return top && bottom ? `${bracketed(top.trim())}/${bracketed(bottom.trim())}` : null
    }
    case 'msqrt': {
      const inner = row(children)
      return inner === null ? null : `√${bracketed(inner.trim())}`
    }
    case 'msub':
    case 'msup': {
      const [base, script] = [a && one(a), b && one(b)]
      if (base == null || script == null) return null
      if (/^[′″‴]+$/.test(script.trim())) return base.trim() + script.trim()
      return base.trim() + scripted(script.trim(), tag === 'msub' ? lowered : raised, tag === 'msub' ? '_' : '^')
    }
    case 'msubsup': {
      const [base, low, high] = [a && one(a), b && one(b), c && one(c)]
      if (base == null || low == null || high == null) return null
      return base.trim() + scripted(low.trim(), lowered, '_') + scripted(high.trim(), raised, '^')
    }
    default:
      return null
  }
}

/** A formula as plain typed words: what typed anew gives the same formula, and what a plain text can hold. */
import { meaningOf } from '../typing/lexicon.ts'
import { faceNames } from './faces.ts'
import { isDigit, knownSign } from './signs.ts'
import { type Fence, type Row, type Scripts, type Sign, scriptRows, type Term } from './terms.ts'
import { gridRows } from './writeNotation.ts'

/** Signs as they are typed where that is not the sign itself. */
const typed: Record<string, string> = { '∗': '*', '≤': '<=', '≥': '>=', '≠': '!=', '→': '->', '±': '+-', '…': '...', '⇒': '=>', '⇔': '<=>' }

const word = (name: string): string => ` ${name} `

function signWords({ char, face }: Sign): string {
  const asked = face && faceNames[face]
  if (asked) return word(`${asked} ${plain(char).trim()}`)
  return plain(char)
}

function plain(char: string): string {
  if (typed[char]) return ` ${typed[char]} `
  if (/^[A-Za-z]$/.test(char)) return ` ${char} `
  if (isDigit(char) || /^[-+=<>(){}[\],;:!./'|%]$/.test(char)) return char
  const name = knownSign(char)?.names.find(each => {
    const meaning = meaningOf(each)
    const [first] = meaning?.kind === 'terms' ? meaning.terms : []
    return first?.kind === 'sign' && first.char === char
  })
  return name ? word(name) : char
}

const fenceWords: Record<string, string> = { '| |': 'abs', '‖ ‖': 'norm', '⌊ ⌋': 'floor', '⌈ ⌉': 'ceiling', '⟨ ⟩': 'angled' }
const gridWords: Record<string, string> = { '( )': 'matrix', '[ ]': 'square matrix', '| |': 'determinant', '{ ': 'cases' }
const nameWords: Record<string, string> = { sgn: 'sign function', tr: 'trace' }

function fenceText(term: Fence): string {
  const [inner] = term.slots[0]!
  if (inner?.kind === 'fraction' && inner.bar === false && term.slots[0]!.length === 1)
    return word(`binomial(${inner.slots.map(writeWords).join(', ')})`)
  const inside = writeWords(term.slots[0]!)
  const name = fenceWords[`${term.open} ${term.close}`]
  return name ? word(`${name}(${inside})`) : `${term.open}${inside}${term.close}`
}

function scriptText(term: Scripts): string {
  const { below, above } = scriptRows(term)
  let primes = 0
  while (above?.[primes]?.kind === 'sign' && (above[primes] as Sign).char === '′') primes++
  const high = above && (above.length > primes || !primes) ? `^(${writeWords(above.slice(primes))})` : ''
  return `${below ? `_(${writeWords(below)})` : ''}${"'".repeat(primes)}${high} `
}

const args = (name: string, rows: readonly Row[]): string => word(`${name}(${rows.map(writeWords).join(', ')})`)

function termWords(term: Term): string {
  switch (term.kind) {
    case 'sign':
      return signWords(term)
    case 'name':
      return word(nameWords[term.text] ?? term.text)
    case 'space':
      return ' '
    case 'kept':
      return ' … '
    case 'fraction':
      return term.size
        ? word(`${term.size === 'text' ? 'small' : 'large'}(fraction(${term.slots.map(writeWords).join(', ')}))`)
        : args('fraction', term.slots)
    case 'root':
      return term.slots.length > 1 ? args('root', [term.slots[1]!, term.slots[0]!]) : args('sqrt', term.slots)
    case 'scripts':
      return scriptText(term)
    case 'stack':
      // Below and above are two of one each, which print alike.
      return term.has === 'both'
        ? args('above', [[{ ...term, has: 'below', slots: term.slots.slice(0, 2) }], term.slots[2]!])
        : args(term.has, term.slots)
    case 'fence':
      return fenceText(term)
    case 'decoration':
      return args(term.mark, term.slots)
    case 'words':
      return `"${term.slots[0]!.map(each => (each.kind === 'sign' ? each.char : ''))
        .join('')
        .replaceAll('"', '')}"`
    case 'grid': {
      const name = gridWords[`${term.open} ${term.close}`] ?? 'array'
      return word(
        `${name}(${gridRows(term)
          .map(cells => cells.map(writeWords).join(', '))
          .join('; ')})`,
      )
    }
    case 'arrow':
      return args(term.sign === '⇌' ? 'equilibrium arrow' : 'arrow with words', term.slots)
    case 'setting':
      return term.slots.map(writeWords).join('')
  }
}

export const writeWords = (row: Row): string => row.map(termWords).join('').replace(/ {2,}/g, ' ').trim()

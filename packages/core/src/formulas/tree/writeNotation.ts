/** Writes a formula in the notation that the math libraries exchange. The same formula is always written the same way. */
import { commandOf } from './commands.ts'
import { decorations } from './decorations.ts'
import { isFunction, limitNames } from './functions.ts'
import { isDigit, isIntegral, isLetter, isSlanted, roleOf } from './signs.ts'
import {
  allTerms,
  type Face,
  type Fence,
  type Fraction,
  type Grid,
  isStructure,
  type Name,
  type Row,
  type Scripts,
  type Sign,
  type SpaceWidth,
  type Stack,
  scriptRows,
  type Term,
} from './terms.ts'

/** What stands in the notation for a slot with nothing in it. */
export const emptySlot = '\\placeholder{}'

const faces: Record<Face, string> = {
  upright: '\\mathrm',
  bold: '\\mathbf',
  boldItalic: '\\boldsymbol',
  script: '\\mathscr',
  calligraphic: '\\mathcal',
  boldScript: '\\mathbfscr',
  double: '\\mathbb',
  fraktur: '\\mathfrak',
  sans: '\\mathsf',
  mono: '\\mathtt',
  italic: '\\mathit',
}
const spaces: Record<SpaceWidth, string> = {
  negativeThin: '\\!',
  thin: '\\,',
  medium: '\\:',
  thick: '\\;',
  wide: '\\quad',
  double: '\\qquad',
}
const bracket = (char: string): string => (char === '' ? '.' : char === '|' ? '|' : (commandOf(char) ?? char))

/** Signs that are taller than a line, or make what holds them so. */
export const isTall = (row: Row): boolean =>
  [...allTerms(row)].some(
    term =>
      ['fraction', 'grid', 'stack', 'kept', 'arrow'].includes(term.kind) ||
      (term.kind === 'root' && isTall(term.slots[0]!)) ||
      isBraced(term) ||
      (term.kind === 'sign' && roleOf(term.char) === 'big'),
  )

/** Whether brackets around a row grow. */
export const grows = ({ grow, slots, open, close }: Fence): boolean =>
  grow === 'always' || open === '' || close === '' || (grow !== 'never' && isTall(slots[0]!))

const join = (parts: string[]): string =>
  parts.reduce((text, part) => text + (/\\[A-Za-z]+$/.test(text) && /^[A-Za-z]/.test(part) ? ' ' : '') + part, '')

/** The reader of the notation takes all signs in words as they are but those that begin something in them. */
const escapeWords = (text: string): string => text.replace(/[\\{}$]/g, char => (char === '\\' ? '\u2216' : `\\${char}`))

/** What a slot holds, as an argument. */
const slot = (row: Row): string => (row.length ? writeNotation(row) : emptySlot)
const group = (row: Row): string => `{${slot(row)}}`

function writeSign({ char }: Sign): string {
  return char === '−' ? '-' : (commandOf(char) ?? char)
}

/** Faces that a sign has of itself need no command. */
const faceOf = ({ char, face }: Sign): Face | undefined =>
  (face === 'italic' && isSlanted(char)) || (face === 'upright' && (isDigit(char) || !isLetter(char))) ? undefined : face

function writeName({ text, limits }: Name): string {
  const plain = text.replaceAll(' ', '')
  if (isFunction(plain) && Boolean(limits) === limitNames.has(text)) return `\\${plain}`
  return `\\operatorname${limits ? '*' : ''}{${text.replaceAll(' ', '\\,')}}`
}

const isPrime = (term: Term | undefined): boolean => term?.kind === 'sign' && term.char === '′'

function writeScripts(term: Scripts, base: Term | undefined): string {
  const { below, above } = scriptRows(term)
  const placed = term.limits === undefined || !takesLimits(base) ? '' : term.limits ? '\\limits' : '\\nolimits'
  const start = term.left || !base || base.kind === 'scripts' ? '{}' : ''
  let primes = 0
  while (isPrime(above?.[primes])) primes++
  const high = above && "'".repeat(primes) + (primes && primes === above.length ? '' : `^${group(above.slice(primes))}`)
  return start + placed + (below ? `_${group(below)}` : '') + (high ?? '')
}

/** Whether what stands below a term can be set under it. */
export const takesLimits = (base: Term | undefined): boolean =>
  (base?.kind === 'sign' && roleOf(base.char) === 'big') || base?.kind === 'name'

/** A brace over or under a term: with what it says it is a term, and no operator as the notation takes it. */
export const isBraced = (term: Term | undefined): boolean => term?.kind === 'decoration' && /brace/.test(term.mark)

/** Whether scripts of a term are set under and over it in displays. */
export const hasLimits = (base: Term | undefined, { limits }: Scripts): boolean =>
  limits ??
  ((base?.kind === 'sign' && roleOf(base.char) === 'big' && !isIntegral(base.char)) ||
    (base?.kind === 'name' && base.limits === true) ||
    isBraced(base))

function writeStack(term: Stack): string {
  const { below, above } = scriptRows(term)
  const base = group(term.slots[0]!)
  const under = below ? `\\underset${group(below)}${base}` : base
  return above ? `\\overset${group(above)}${below ? `{${under}}` : base}` : under
}

/** Brackets that grow and have the space of plain ones: their scripts stand inside of the mark that ends them. */
const isSpaced = (term: Term): term is Fence =>
  term.kind === 'fence' && grows(term) && term.grow !== 'always' && term.open !== '' && term.close !== '' && !isBinomial(term)

const isBinomial = ({ open, close, slots }: Fence): boolean => {
  const [inside, ...others] = slots[0]!
  return open === '(' && close === ')' && inside?.kind === 'fraction' && inside.bar === false && !inside.size && !others.length
}

/** A bracket by itself within brackets of another shape would be read as one of theirs: theirs are told to belong together then. */
const holdsLone = ({ slots, open, close }: Fence): boolean =>
  slots[0]!.some(each => each.kind === 'sign' && '()[]{}'.includes(each.char) && each.char !== open && each.char !== close)

function writeFence(term: Fence): string {
  if (isBinomial(term)) return `\\binom${(term.slots[0]![0] as Fraction).slots.map(group).join('')}`
  const body = slot(term.slots[0]!)
  if (!grows(term) && !holdsLone(term)) return join([bracket(term.open), body, bracket(term.close)])
  return join([`\\left${bracket(term.open)}`, body, `\\right${bracket(term.close)}`])
}

/** The rows of cells of a grid. */
export const gridRows = ({ slots, columns }: Grid): Row[][] =>
  Array.from({ length: slots.length / columns.length }, (_, row) => slots.slice(row * columns.length, (row + 1) * columns.length))

const environments: Record<string, string> = {
  ' ': 'matrix',
  '( )': 'pmatrix',
  '[ ]': 'bmatrix',
  '{ }': 'Bmatrix',
  '| |': 'vmatrix',
  '‖ ‖': 'Vmatrix',
}

function writeGrid(term: Grid): string {
  const { open, close, columns, columnRules = [], rowRules = [] } = term
  // After the end of a row a bracket would be read as a distance.
  const cell = (row: Row): string => slot(row).replace(/^\[/, '\\lbrack ')
  const rows = gridRows(term).map(row => join(row.flatMap((each, index) => [index ? '&' : '', cell(each)])))
  const plain = !columnRules.length && !rowRules.length
  const named =
    plain && /^c+$/.test(columns)
      ? environments[`${open} ${close}`]
      : plain && open === '{' && !close && columns === 'll'
        ? 'cases'
        : undefined
  if (named) return `\\begin{${named}}${rows.join('\\\\')}\\end{${named}}`
  const format = [...columns].map((column, index) => column + (columnRules.includes(index + 1) ? '|' : '')).join('')
  const body = rows.map((row, index) => (index ? `\\\\${rowRules.includes(index) ? '\\hline ' : ''}` : '') + row).join('')
  const array = `\\begin{array}{${format}}${body}\\end{array}`
  return open || close ? `\\left${bracket(open)}${array}\\right${bracket(close)}` : array
}

/** Arrows that grow with what stands over and under them. */
const longArrows: Record<string, string> = {
  '→': '\\xrightarrow',
  '←': '\\xleftarrow',
  '↔': '\\xleftrightarrow',
  '⇒': '\\xRightarrow',
  '⇐': '\\xLeftarrow',
  '⇔': '\\xLeftrightarrow',
  '↦': '\\xmapsto',
  '↪': '\\xhookrightarrow',
  '⇌': '\\xrightleftharpoons',
  '⇋': '\\xleftrightharpoons',
}

function writeTerm(term: Term, base: Term | undefined): string {
  switch (term.kind) {
    case 'sign':
      return writeSign(term)
    case 'name':
      return writeName(term)
    case 'space':
      return spaces[term.width]
    case 'kept':
      return `{${term.source}}`
    case 'fraction': {
      const [top, bottom] = term.slots as [Row, Row]
      if (term.bar === false)
        return `\\genfrac{}{}{0pt}{${term.size === 'display' ? 0 : term.size === 'text' ? 1 : ''}}${group(top)}${group(bottom)}`
      return `\\${term.size === 'text' ? 't' : term.size === 'display' ? 'd' : ''}frac${group(top)}${group(bottom)}`
    }
    case 'root':
      return `\\sqrt${term.slots[1] ? `[${group(term.slots[1])}]` : ''}${group(term.slots[0]!)}`
    case 'scripts':
      return writeScripts(term, base)
    case 'stack':
      return writeStack(term)
    case 'fence':
      return writeFence(term)
    case 'decoration':
      return decorations[term.mark]!.command + group(term.slots[0]!)
    case 'words':
      return `\\text{${escapeWords(term.slots[0]!.map(each => (each.kind === 'sign' ? each.char : '')).join(''))}}`
    case 'grid':
      return writeGrid(term)
    case 'arrow': {
      const [above, below] = term.slots as [Row, Row?]
      const long = longArrows[term.sign]
      if (long) return long + (below ? `[${group(below)}]` : '') + group(above)
      const sign = commandOf(term.sign) ?? term.sign
      return `\\mathrel{\\mathop{${sign}}\\limits^${group(above)}${below ? `_${group(below)}` : ''}}`
    }
    case 'setting':
      return slot(settled(term.slots[0]!, term.face, term.size))
  }
}

/** Upright bold has no small letters of Greek. */
const smallGreek = /^[α-ωϑϕϖϰϱϵ]$/

/** A row whose letters, or whose fractions, take the face or size asked for. */
export function settled(row: Row, face: Face | undefined, size: 'text' | 'display' | undefined): Row {
  return row.map(term => {
    if (face && term.kind === 'sign' && (isLetter(term.char) || isDigit(term.char)))
      return { ...term, face: face === 'bold' && smallGreek.test(term.char) ? 'boldItalic' : face }
    if (size && term.kind === 'fraction') return { ...term, size }
    if (face && isStructure(term) && term.kind !== 'words')
      return { ...term, slots: term.slots.map(inner => settled(inner, face, undefined)) }
    return term
  })
}

/** Words beside each other are one text: read again they cannot be told apart. */
function withWordsJoined(row: Row): Row {
  if (!row.some((term, at) => term.kind === 'words' && row[at + 1]?.kind === 'words')) return row
  const joined: Term[] = []
  for (const term of row) {
    const last = joined.at(-1)
    if (last?.kind === 'words' && term.kind === 'words')
      joined[joined.length - 1] = { ...last, slots: [[...last.slots[0]!, ...term.slots[0]!]] }
    else joined.push(term)
  }
  return joined
}

/** The notation of a row; an empty one is an empty text. */
export function writeNotation(written: Row): string {
  const row = withWordsJoined(written)
  const parts: string[] = []
  for (let at = 0; at < row.length; at++) {
    const term = row[at]!
    const face = term.kind === 'sign' ? faceOf(term) : undefined
    const around = isSpaced(term) ? ['\\mathopen{}', '\\mathclose{}'] : isBraced(term) ? ['{', '}'] : undefined
    if (around) {
      const next = row[at + 1]
      const own = next?.kind === 'scripts' && !next.left ? writeScripts(next, term) : ''
      parts.push(around[0] + writeTerm(term, undefined) + own + around[1])
      if (own) at++
      continue
    }
    if (!face) {
      parts.push(writeTerm(term, at > 0 ? row[at - 1] : undefined))
      continue
    }
    const run: string[] = []
    for (; at < row.length; at++) {
      const next = row[at]!
      if (next.kind !== 'sign' || faceOf(next) !== face) break
      run.push(writeSign(next))
    }
    at--
    parts.push(`${faces[face]}{${join(run)}}`)
  }
  return join(parts)
}

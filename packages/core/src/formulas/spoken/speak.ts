/**
 * Formulas in words, for those who listen: `the fraction` is heard to its end, limits are from and to, capitals are told from small
 * letters. Made from the tree in some hundredths of a millisecond, so that nothing need be kept: a rule engine that was tried first
 * took ten milliseconds a formula, twenty seconds for a long work.
 */
import { limitNames } from '../tree/functions.ts'
import { readXml } from '../tree/mathElement.ts'
import { readMathMl } from '../tree/readMathMl.ts'
import { isDigit, isLetter, knownSign, roleOf } from '../tree/signs.ts'
import { type Fence, fence, type Grid, isStructure, type Row, type Scripts, type Sign, scriptRows, type Term } from '../tree/terms.ts'
import { gridRows } from '../tree/writeNotation.ts'
import { german } from './de.ts'
import { english } from './en.ts'
import { spanish } from './es.ts'
import { french } from './fr.ts'
import type { Pattern, Speech } from './speech.ts'

/** Formulas are said in English where there are no words for them in the language of the work. */
const speeches: Record<string, Speech> = { en: english, de: german, fr: french, es: spanish }
const speechOf = (language: string): Speech => speeches[language.split('-')[0]!.toLowerCase()] ?? english

const signNames = new Map<Speech, Map<string, string>>()
function namesIn(speech: Speech): Map<string, string> {
  let names = signNames.get(speech)
  if (!names) {
    const lines = speech.signs.trim().split('\n')
    signNames.set(speech, (names = new Map(lines.map(line => [[...line][0]!, line.slice(line.indexOf(' ') + 1)]))))
  }
  return names
}

/** What a formula says, read from its MathML; empty where that cannot be read. */
export function speakMathMl(mathMl: string, language: string): string {
  try {
    return speakRow(readMathMl(readXml(mathMl)), language)
  } catch {
    return ''
  }
}

export const speakRow = (row: Row, language: string): string => new Speaker(speechOf(language)).row(row)

const fill = (pattern: Pattern, first: string, second = '', third = ''): string =>
  pattern
    .replace('{}', () => first)
    .replace('{2}', () => second)
    .replace('{3}', () => third)

const isNumeral = (term: Term | undefined): boolean => term?.kind === 'sign' && isDigit(term.char)
const isSign = (term: Term | undefined, chars: string): boolean => term?.kind === 'sign' && chars.includes(term.char)
/** Signs that go with the one term after them: −1, dx, ∂z. */
const goesWithNext = '-d∂∆Δδ±'
const trailing = new Set([',', '.', ';'])
/** A bracket of a size that its author gave. */
const sizedBracket = /^\\[bB]igg?[lrm]?\s*\\?([^\s\w])\s*$/
const isUpright = (term: Term | undefined): boolean => term?.kind === 'sign' && term.face === 'upright' && isLetter(term.char)

/** Whether where it ends is heard without being told. */
function isShort(row: Row): boolean {
  const own = row.filter(term => term.kind !== 'space')
  if (own.every(term => isNumeral(term) || isSign(term, '.,')) || own.every(isUpright)) return true
  const [first, ...rest] = own
  if (rest.length && isSign(first, goesWithNext) && rest[0]!.kind !== 'scripts') return isShort(rest)
  if (first!.kind === 'words' || first!.kind === 'decoration') return own.length === 1
  if (first!.kind !== 'sign' && first!.kind !== 'name') return false
  return rest.every(term => term.kind === 'scripts' && term.slots.every(isShort)) && rest.length <= 1
}

class Speaker {
  private readonly speech: Speech
  private readonly names: Map<string, string>
  /** An arrow within a limit tends to something. */
  private inLimit = false

  constructor(speech: Speech) {
    this.speech = speech
    this.names = namesIn(speech)
  }

  row(given: Row): string {
    const row = withAbsolutes(given)
    const said: string[] = []
    for (let at = 0; at < row.length; at++) {
      const term = row[at]!
      // Figures are one number, upright letters one word.
      const end = isNumeral(term) ? numeralEnd(row, at) : isUpright(term) && isUpright(row[at + 1]) ? uprightEnd(row, at) : at
      if (end > at) {
        said.push(
          row
            .slice(at, end)
            .map(each => (each as Sign).char)
            .join(''),
        )
        at = end - 1
      } else if (term.kind === 'sign' && trailing.has(term.char) && said.length) said.push(`${said.pop()!}${term.char}`)
      else if (term.kind === 'scripts' && !term.left) said.push(this.scripts(said.pop() ?? '', term, row, at))
      else if (term.kind === 'scripts') said.push(this.before(term))
      else if (term.kind === 'fence') said.push(...this.fence(term, callerOf(row, at)))
      else said.push(this.term(term))
      if (isBig(term) && !isScripts(row[at + 1])) said.push(this.speech.of)
    }
    return said.filter(Boolean).join(' ')
  }

  private term(term: Term): string {
    const { speech } = this
    switch (term.kind) {
      case 'sign':
        return this.sign(term)
      case 'name':
        return speech.functions[term.text] ?? term.text
      case 'space':
        return ''
      case 'kept':
        return this.name(sizedBracket.exec(term.source)?.[1] ?? term.source)
      case 'words':
        return term.slots[0]!.map(each => (each.kind === 'sign' ? each.char : ' '))
          .join('')
          .trim()
      case 'setting':
        return this.row(term.slots[0]!)
      case 'fraction': {
        const [top, bottom] = term.slots as [Row, Row]
        const pattern = term.bar === false ? speech.choose : isShort(top) && isShort(bottom) ? speech.over : speech.fraction
        return fill(pattern, this.row(top), this.row(bottom))
      }
      case 'root': {
        const [body, degree] = term.slots as [Row, Row?]
        const inner = this.ended(this.row(body), body)
        if (!degree) return fill(speech.root, inner)
        const only = degree.length === 1 ? degree[0] : undefined
        return isSign(only, '3') ? fill(speech.cubeRoot, inner) : fill(speech.degreeRoot, inner, this.row(degree))
      }
      case 'decoration': {
        const [body] = term.slots as [Row]
        const pattern = speech.marks[term.mark]
        const said = this.row(body)
        return pattern ? this.ended(fill(pattern, said), body) : said
      }
      case 'stack': {
        const { below, above } = scriptRows(term)
        return this.around(this.row(term.slots[0]!), above, below)
      }
      case 'arrow':
        return this.around(this.name(term.sign), term.slots[0], term.slots[1])
      case 'grid':
        return this.grid(term)
      case 'fence':
      case 'scripts':
        return ''
    }
  }

  private around(base: string, above: Row | undefined, below: Row | undefined): string {
    const high = above?.length ? fill(this.speech.above, base, this.row(above)) : base
    return below?.length ? fill(this.speech.below, high, this.row(below)) : high
  }

  /** What is longer than a term is told where it ends. */
  private ended(said: string, row: Row): string {
    return isShort(row) ? said : fill(this.speech.end, said)
  }

  private name(char: string): string {
    if (this.inLimit && (char === '→' || char === '⟶')) return this.speech.tends
    // Signs without a name in this language are named by who reads them out; English has a name for each.
    return this.names.get(char) ?? (this.speech === english ? (knownSign(char)?.names[0] ?? char) : char)
  }

  private sign({ char, face }: Sign): string {
    const small = char.toLowerCase()
    const isCapital = small !== char && isLetter(char) && !this.names.has(char) && small.length === char.length
    const said = isCapital ? fill(this.speech.capital, this.name(small)) : this.name(char)
    return face?.startsWith('bold') ? fill(this.speech.bold, said) : said
  }

  private scripts(base: string, term: Scripts, row: Row, at: number): string {
    const { speech } = this
    const { below, above } = scriptRows(term)
    const of = row[at - 1]
    if (of?.kind === 'decoration' && isBrace.test(of.mark)) return this.around(base, above, below)
    if (isBig(of) || (of?.kind === 'name' && limitNames.has(of.text) && below)) {
      const isLimit = of?.kind === 'name' && of.text.startsWith('lim')
      const outer = this.inLimit
      this.inLimit ||= isLimit
      const lower = below && this.row(below)
      this.inLimit = outer
      const upper = above && this.row(above)
      if (isLimit && !upper) return `${fill(speech.limit, base, lower)} ${speech.of}`
      if (lower && upper) return `${fill(speech.fromTo, base, lower, upper)} ${speech.of}`
      const says = lower
        ? fill(below!.some(each => isSign(each, '=')) ? speech.from : speech.under, base, lower)
        : fill(speech.upTo, base, upper)
      return `${says} ${speech.of}`
    }
    let said = below ? fill(speech.sub, base, isIndex(below) ? this.row(below) : this.ended(this.row(below), below)) : base
    if (!above) return said
    let primes = 0
    while (isSign(above[primes], '′')) primes++
    if (primes) said = fill([speech.prime, speech.twoPrimes, speech.threePrimes][Math.min(primes, 3) - 1]!, said)
    return above.length > primes ? this.power(said, above.slice(primes)) : said
  }

  private power(base: string, above: Row): string {
    const { speech } = this
    const only = above.length === 1 ? above[0] : undefined
    if (isSign(only, '2')) return fill(speech.squared, base)
    if (isSign(only, '3')) return fill(speech.cubed, base)
    const isMark = above.every(term => term.kind === 'words' || (term.kind === 'sign' && !isLetter(term.char) && !isDigit(term.char)))
    return fill(isMark ? speech.raised : speech.power, base, this.ended(this.row(above), above))
  }

  /** Scripts of what comes after them. */
  private before(term: Scripts): string {
    const { below, above } = scriptRows(term)
    const low = below ? fill(this.speech.beforeBelow, this.row(below)).trim() : ''
    return `${above ? fill(this.speech.beforeAbove, this.row(above)).trim() : ''} ${low}`.trim()
  }

  private fence(term: Fence, caller: Term | undefined): string[] {
    const { speech } = this
    const [body] = term.slots as [Row]
    const pattern = { '||': speech.absolute, '‖‖': speech.norm, '⌊⌋': speech.floor, '⌈⌉': speech.ceiling }[term.open + term.close]
    const said = this.row(body)
    if (pattern) return [fill(pattern, this.ended(said, body))]
    const [inner] = body
    if (body.length === 1 && (inner!.kind === 'fraction' ? inner.bar === false : inner!.kind === 'grid' && !inner.open)) return [said]
    const round = term.open === '(' && term.close === ')'
    if (round && caller?.kind === 'name') return isShort(body) ? [speech.of, said] : [speech.of, this.bracketed(term, said)]
    if (round && !term.apart && caller?.kind === 'sign' && isLetter(caller.char) && isArguments(body)) return [speech.of, said]
    return [this.bracketed(term, said)]
  }

  private bracketed({ open, close }: Fence, said: string): string {
    return [open && this.name(open), said, close && this.name(close)].filter(Boolean).join(' ')
  }

  private grid(term: Grid): string {
    const { speech } = this
    const rows = gridRows(term).map((cells, index) => fill(speech.row, String(index + 1), cells.map(cell => this.row(cell)).join(', ')))
    if (term.columns.length === 1 && term.open !== '{') {
      const cells = gridRows(term).map(([cell]) => this.row(cell!))
      return fill(speech.end, `${fill(speech.column, String(cells.length))}: ${cells.join('; ')}`)
    }
    const [height, width] = [String(rows.length), String(term.columns.length)]
    const head =
      term.open === '{' && !term.close ? speech.cases : fill(term.open === '|' ? speech.determinant : speech.matrix, height, width)
    return fill(speech.end, `${head}, ${rows.join('; ')}`)
  }
}

const isBrace = /^(over|under)brace$/
/** Letters and numbers one after the other: indices of a matrix. */
const isIndex = (row: Row): boolean =>
  row.length <= 4 && row.every(term => term.kind === 'sign' && (isLetter(term.char) || /[\d,]/.test(term.char)))
/** What stands before a bracket, its scripts and spaces aside: what it may be the argument of. */
function callerOf(row: Row, at: number): Term | undefined {
  let before = at - 1
  while (row[before]?.kind === 'space' || isScripts(row[before])) before--
  return row[before]
}
const isScripts = (term: Term | undefined): boolean => term?.kind === 'scripts' && !term.left
const isBig = (term: Term | undefined): boolean => term?.kind === 'sign' && roleOf(term.char) === 'big'

/** Letters, each by itself, as those of f(x, t) are. */
const isArguments = (row: Row): boolean => {
  let letters = 0
  for (const term of row) {
    if (isSign(term, ',')) letters = 0
    else if (isNumeral(term)) continue
    else if (term.kind === 'sign' && isLetter(term.char)) letters++
    else if (term.kind !== 'space' && !isScripts(term)) return false
    if (letters > 1) return false
  }
  return row.some(term => !isStructure(term))
}

/** Lines that stand in pairs enclose what is between them, also where nobody made brackets of them. */
function withAbsolutes(row: Row): Row {
  const lines = row.flatMap((term, index) => (isSign(term, '|') ? [index] : []))
  if (!lines.length || lines.length % 2) return row
  const out: Term[] = []
  let from = 0
  for (let pair = 0; pair < lines.length; pair += 2) {
    const [open, close] = [lines[pair]!, lines[pair + 1]!]
    out.push(...row.slice(from, open), fence(row.slice(open + 1, close), '|', '|'))
    from = close + 1
  }
  return [...out, ...row.slice(from)]
}

function uprightEnd(row: Row, from: number): number {
  let end = from
  while (isUpright(row[end])) end++
  return end
}

/** Where a number ends: digits, with a point or comma between two of them. */
function numeralEnd(row: Row, from: number): number {
  let end = from
  while (isNumeral(row[end]) || (isSign(row[end], '.,') && isNumeral(row[end + 1]))) end++
  return end
}

/**
 * Reads a formula from MathML: from what the notation is read into, from what other programs put on the clipboard, and from our own.
 * What the composer has no structure for is kept as the notation that it came from, or read for what it holds.
 */
import { decorations } from './decorations.ts'
import { isFunction, limitNames } from './functions.ts'
import type { MathElement } from './mathElement.ts'
import { roleOf, signOf } from './signs.ts'
import {
  arrow,
  decoration,
  fence,
  fraction,
  grid,
  place,
  type Row,
  root,
  type Scripts,
  type SpaceWidth,
  scripts,
  sign,
  space,
  spaceWidths,
  stack,
  type Term,
  words,
} from './terms.ts'
import { hasLimits, isBraced, isTall, takesLimits, writeNotation } from './writeNotation.ts'

/** Signs that say how MathML is meant and are not seen. */
const unseen = /[\u2061-\u2064\u200b\ufeff]/g
const textOf = ({ text }: MathElement): string => text.replace(unseen, '').trim()
const classOf = ({ attributes }: MathElement): string => attributes['data-mjx-texclass'] ?? ''
const isOperator = (element: MathElement | undefined): element is MathElement & { tag: 'mo' } => element?.tag === 'mo'

/** The sign that the notation writes for a slot with nothing in it. */
const slotChar = '◻'

/** A whole formula. */
export const readMathMl = (math: MathElement): Row => readAll(math.children)

/** What an element holds as the content of a slot. */
const slot = (element: MathElement | undefined): Row => withoutMark(element ? read(element) : [])
const withoutMark = (row: Row): Row => (row.length === 1 && isSlotMark(row[0]!) ? [] : row)
const isSlotMark = (term: Term): boolean => term.kind === 'sign' && term.char === slotChar

function readAll(elements: readonly MathElement[]): Term[] {
  const row: Term[] = []
  for (let at = 0; at < elements.length; at++) {
    const element = elements[at]!
    const next = elements[at + 1]
    // Brackets that grow and have no space of their own stand between two empty parts that say so.
    const grown =
      isEmpty(element, 'OPEN') &&
      next &&
      (classOf(next) === 'INNER' || (/^msu[bp]/.test(next.tag) && classOf(next.children[0]!) === 'INNER')) &&
      elements[at + 2]
    if (grown && isEmpty(grown, 'CLOSE')) {
      for (const term of read(next)) row.push(term.kind === 'fence' ? fence(term.slots[0], term.open, term.close) : term)
      at += 2
    } else if (element.tag === 'mi' && isOperator(next) && next.text.includes('\u2061')) {
      row.push({ kind: 'name', text: textOf(element) })
    } else if (/^msu[bp]/.test(element.tag) && element.children[0]?.tag === 'mi' && isOperator(next) && next.text.includes('\u2061')) {
      const scripts = read({ ...element, children: [{ tag: 'mi', attributes: {}, children: [], text: 'x' }, ...element.children.slice(1)] })
      row.push({ kind: 'name', text: textOf(element.children[0]) }, ...scripts.slice(1))
    } else
      for (const term of read(element)) {
        const last = row.at(-1)
        if (term.kind === 'words' && last?.kind === 'words') row.splice(-1, 1, { ...last, slots: [[...last.slots[0]!, ...term.slots[0]!]] })
        else row.push(term)
      }
  }
  return paired(row.length > 1 ? row.map(term => (isSlotMark(term) ? place() : term)) : row)
}

const isEmpty = (element: MathElement, kind: string): boolean =>
  element.tag === 'mrow' && classOf(element) === kind && element.children.length === 0

const pairs: Record<string, string> = { '(': ')', '[': ']', '{': '}', '⟨': '⟩', '⌊': '⌋', '⌈': '⌉' }
const closing = new Set(Object.values(pairs))

/** Half-open intervals close with the other kind of bracket. */
const belongs = (opening: string, char: string): boolean =>
  pairs[opening] === char || ('(['.includes(opening) && ')]'.includes(char) && char !== '')

/** Brackets that stand in a row as signs become structures where each has its partner. */
function paired(row: readonly Term[]): Term[] {
  const open: { char: string; before: Term[] }[] = []
  let now: Term[] = []
  for (const term of row) {
    const char = term.kind === 'sign' && !term.face ? term.char : ''
    if (pairs[char]) {
      open.push({ char, before: now })
      now = []
    } else if (open.length && belongs(open.at(-1)!.char, char)) {
      const { char: opening, before } = open.pop()!
      const made = fence(now, opening, char)
      before.push(plain(made))
      now = before
    } else now.push(term)
  }
  while (open.length) {
    const { char, before } = open.pop()!
    now = [...before, sign(char), ...now]
  }
  return now
}

/** Brackets that were written to stay small around something tall stay small. */
function plain(made: ReturnType<typeof fence>): Term {
  return isTall(made.slots[0]!) ? { ...made, grow: 'never' } : made
}

function read(element: MathElement): Term[] {
  const { tag, children, attributes } = element
  switch (tag) {
    case 'math':
    case 'mpadded':
      return readAll(children)
    case 'semantics':
      return children[0] ? read(children[0]) : []
    case 'mphantom':
      return [{ kind: 'kept', source: `\\phantom{${writeNotation(readAll(children))}}` }]
    case 'mrow':
      return readRow(element)
    case 'mstyle':
      return readStyle(element)
    case 'mi':
      return readLetters(element)
    case 'mn':
      return [...textOf(element)].map(char => signOf(char, attributes.mathvariant))
    case 'mo':
      return readOperator(element)
    case 'mtext':
    case 'ms': {
      const text = element.text.replace(/[\s\u00a0]+/g, ' ')
      return text ? [words(text)] : []
    }
    case 'mspace':
      return readSpace(element)
    case 'mfrac': {
      const size = /^\\(d|t)frac/.exec(attributes['data-latex'] ?? '')?.[1]
      return [
        fraction(slot(children[0]), slot(children[1]), {
          ...(/^0(\D|$)/.test(attributes.linethickness ?? '') && { bar: false }),
          ...(size && { size: size === 'd' ? 'display' : 'text' }),
        }),
      ]
    }
    case 'msqrt':
      return [root(children.length === 1 ? slot(children[0]) : readAll(children))]
    case 'mroot':
      return [root(slot(children[0]), slot(children[1]))]
    case 'msub':
      return readScripts(children[0]!, children[1], undefined, false)
    case 'msup':
      return readScripts(children[0]!, undefined, children[1], false)
    case 'msubsup':
      return readScripts(children[0]!, children[1], children[2], false)
    case 'munder':
    case 'mover':
    case 'munderover':
      return readOverUnder(element)
    case 'mmultiscripts':
      return readMulti(children)
    case 'mtable':
      return [readTable(element)]
    default:
      return kept(element)
  }
}

/** Something without a structure here: the notation that it came from, if it came from one. */
function kept(element: MathElement): Term[] {
  const source = element.attributes['data-latex']
  if (source) return [{ kind: 'kept', source }]
  return element.children.length ? readAll(element.children) : [...textOf(element)].map(char => signOf(char))
}

/** The sign of an operator by itself, or of a bracket in a group of its own. */
function bracketOf(element: MathElement | undefined): string | undefined {
  if (isOperator(element)) return textOf(element)
  return element?.tag === 'mrow' && element.children.length === 1 && isOperator(element.children[0])
    ? textOf(element.children[0])
    : undefined
}

const unwrapped = (element: MathElement): MathElement =>
  (element.tag === 'mstyle' || element.tag === 'mrow') && element.children.length === 1 ? unwrapped(element.children[0]!) : element

function readRow(element: MathElement): Term[] {
  const { children } = element
  const [first] = children
  const last = children.at(-1)
  const inner = classOf(element) === 'INNER'
  const stretches = (each: MathElement | undefined): boolean =>
    isOperator(each) &&
    each.attributes.stretchy !== 'false' &&
    (pairs[textOf(each)] !== undefined || closing.has(textOf(each)) || /^[|‖]?$/.test(textOf(each)))
  if (children.length > 1 && (inner || (stretches(first) && stretches(last)))) {
    const open = bracketOf(first) ?? ''
    const close = bracketOf(last) ?? ''
    const inside = children.slice(1, -1)
    const only = inside.length === 1 ? unwrapped(inside[0]!) : undefined
    if (only?.tag === 'mtable') return [{ ...readTable(only), open, close }]
    const always = inner && open !== '' && close !== ''
    return [fence(withoutMark(readAll(inside)), open, close, always ? { grow: 'always' } : {})]
  }
  const middle = children[1]
  if (
    children.length === 3 &&
    middle!.tag === 'mfrac' &&
    bracketOf(first) === '(' &&
    bracketOf(last) === ')' &&
    middle!.attributes.linethickness === '0'
  )
    return [fence(read(middle!), '(', ')')]
  if (classOf(element) === 'OP' && children.length > 1 && children.every(child => ['mi', 'mspace'].includes(unwrapped(child).tag))) {
    const text = children.map(child => (unwrapped(child).tag === 'mspace' ? ' ' : textOf(child))).join('')
    return [
      {
        kind: 'name',
        text,
        ...(limitNames.has(text) || /^\\operatorname\*/.test(element.attributes['data-latex'] ?? '') ? { limits: true } : {}),
      },
    ]
  }
  if (children.some(child => isOperator(child) && child.attributes.minsize !== undefined)) return kept(element)
  return readAll(children)
}

function readStyle(element: MathElement): Term[] {
  const { attributes, children } = element
  const [only] = children
  if (children.length === 1 && only!.tag === 'mspace') return readSpace(only!)
  if (children.length === 1 && only!.tag === 'mfrac' && attributes.displaystyle !== undefined) {
    const [made] = read(only!)
    return [{ ...made!, size: attributes.displaystyle === 'true' ? 'display' : 'text' } as Term]
  }
  const changes = attributes.displaystyle !== undefined || attributes.scriptlevel !== undefined
  return changes || children.some(child => child.tag === 'mstyle') ? kept(element) : readAll(children)
}

function readLetters(element: MathElement): Term[] {
  const text = textOf(element)
  const mathvariant = element.attributes['data-mjx-variant'] === '-tex-calligraphic' ? 'calligraphic' : element.attributes.mathvariant
  if ([...text].length === 1) return [signOf(text, mathvariant)]
  if (isFunction(text) && !mathvariant) return [{ kind: 'name', text, ...(limitNames.has(text) && { limits: true }) }]
  if (/^\\operatorname/.test(element.attributes['data-latex'] ?? '')) return [{ kind: 'name', text }]
  return [...text].map(char => signOf(char, mathvariant ?? 'normal'))
}

function readOperator(element: MathElement): Term[] {
  const text = textOf(element)
  if (!text) return []
  // Sizes and spaces that the author wrote; other programs, and our own MathML, write them where nobody asked for any.
  const { minsize, lspace, 'data-latex': written } = element.attributes
  if (minsize !== undefined && written) return kept(element)
  if (/^\p{L}[\p{L}\s\u2006\u2009\u00a0]+$/u.test(text)) {
    const name = text.replace(/[\s\u2006\u2009\u00a0]+/g, ' ')
    if (lspace !== undefined && written) return kept(element)
    return [
      {
        kind: 'name',
        text: spread(name),
        ...((element.attributes.movablelimits === 'true' || limitNames.has(spread(name))) && { limits: true }),
      },
    ]
  }
  return [...text].flatMap(char => (manyPrimes[char] ?? [char]).map(each => signOf(each)))
}
/** Primes that were written one after the other are read as one sign. */
const manyPrimes: Record<string, string[]> = { '″': ['′', '′'], '‴': ['′', '′', '′'], '⁗': ['′', '′', '′', '′'] }
const spread = (name: string): string => (name === 'liminf' ? 'lim inf' : name === 'limsup' ? 'lim sup' : name)

function readSpace(element: MathElement): Term[] {
  const width = Number.parseFloat(element.attributes.width ?? '')
  if (!width) return []
  const away = (name: SpaceWidth): number => Math.abs(spaceWidths[name] - width)
  const [nearest] = (Object.keys(spaceWidths) as SpaceWidth[]).sort((a, b) => away(a) - away(b))
  return [space(nearest!)]
}

function readScripts(base: MathElement, below: MathElement | undefined, above: MathElement | undefined, limits: boolean): Term[] {
  const row = read(base)
  const low = below && slot(below)
  const high = above && slot(above)
  const made = scripts(low, high)
  if (!row.length) return [{ ...made, left: true }]
  const last = row.at(-1)
  const asked = hasLimits(last, made)
  const { movablelimits, 'data-latex': written } = base.attributes
  const isSaid = written === '\\limits' || written === '\\nolimits' || (limits && movablelimits === 'false')
  // The reader of the notation sets limits beside what stands in a line by itself: only what says so was meant so.
  const moved = !limits && written !== undefined && movablelimits !== 'false'
  const told: Partial<Scripts> = takesLimits(last) && (isSaid || (asked !== limits && !moved)) ? { limits } : {}
  return [...row, { ...made, ...told }]
}

function readMulti([base, ...rest]: MathElement[]): Term[] {
  const split = rest.findIndex(({ tag }) => tag === 'mprescripts')
  const after = split < 0 ? rest : rest.slice(0, split)
  const before = split < 0 ? [] : rest.slice(split + 1)
  const filled = (element: MathElement | undefined): Row | undefined =>
    !element || element.tag === 'none' || (element.tag === 'mrow' && !element.children.length) ? undefined : slot(element)
  const made = ([low, high]: MathElement[], more: Partial<Scripts>): Term[] => {
    const below = filled(low)
    const above = filled(high)
    return below || above ? [scripts(below, above, more)] : []
  }
  return [...made(before, { left: true }), ...(base ? read(base) : []), ...made(after, {})]
}

const marks = new Map<string, string>()
for (const [name, { char, under, wide }] of Object.entries(decorations))
  marks.set(`${under ? 'under' : 'over'} ${wide ? 'wide ' : ''}${char}`, name)
/** Signs that other writers of MathML use for the same marks. */
const alike: Record<string, string> = {
  '\u0302': '^',
  ˆ: '^',
  '\u0304': '¯',
  '‾': '¯',
  '\u20d7': '→',
  '\u0307': '˙',
  '.': '˙',
  '\u0308': '¨',
  '\u0303': '~',
  '˜': '~',
  '∼': '~',
  _: '―',
  '\u0332': '―',
}

function markOf(element: MathElement | undefined, under: boolean): string | undefined {
  if (!isOperator(element)) return undefined
  const char = textOf(element)
  const own = alike[char] ?? char
  const wide = marks.get(`${under ? 'under' : 'over'} wide ${own === '¯' ? '―' : own}`)
  const small = marks.get(`${under ? 'under' : 'over'} ${own}`)
  return element.attributes.stretchy === 'false' ? (small ?? wide) : (wide ?? small)
}

function readOverUnder(element: MathElement): Term[] {
  const { tag, children } = element
  const [base, second, third] = children as [MathElement, MathElement?, MathElement?]
  const below = tag === 'mover' ? undefined : second
  const above = tag === 'munder' ? undefined : tag === 'mover' ? second : third
  const known = tag !== 'munderover' && markOf(second, tag === 'munder')
  if (known && !(known.includes('vector') && second!.attributes['data-latex']?.startsWith('\\to')))
    return [decoration(known, slot(unframed(base)))]
  const inside = (base.tag === 'mrow' || base.tag === 'mstyle') && base.children.length === 1 ? base.children[0]! : base
  const arrowLike =
    isOperator(inside) &&
    roleOf(textOf(inside)) === 'relation' &&
    (inside !== base || [second, third].some(each => each?.tag === 'mpadded'))
  if (arrowLike) return [arrow(textOf(inside), above ? slot(unpadded(above)) : [], below && slot(unpadded(below)))]
  const row = read(base)
  const last = row.at(-1)
  if (row.length && (takesLimits(last) || isBraced(last))) return readScripts(base, below, above, true)
  return [stack(slot(base), below && slot(below), above && slot(above))]
}

/**
 * A name with limits under a mark: the reader of the notation takes its spaces from it, by an empty sign before it and on the name. Nobody
 * wrote them.
 */
function unframed(base: MathElement): MathElement {
  const [before, held, ...more] = base.children
  const framed = base.tag === 'mrow' && isOperator(before) && !textOf(before) && before.attributes.rspace === '0' && held && !more.length
  if (!framed) return base
  const [name, ...limits] = held.children
  if (!isOperator(name)) return base
  const { lspace: _left, rspace: _right, ...attributes } = name.attributes
  return { ...held, children: [{ ...name, attributes }, ...limits] }
}

/** What is written over an arrow stands in a frame that keeps it at a distance. */
function unpadded(element: MathElement): MathElement {
  if (element.tag !== 'mpadded') return element
  return { ...element, tag: 'mrow', attributes: {}, children: element.children.filter(({ tag }) => tag !== 'mspace') }
}

function readTable(element: MathElement): ReturnType<typeof grid> {
  const lines = element.children.filter(({ tag }) => tag === 'mtr' || tag === 'mlabeledtr')
  const cells = lines.map(line =>
    line.children.filter(({ tag }) => tag === 'mtd').map(cell => slot({ ...cell, tag: 'mrow', attributes: {} })),
  )
  const width = Math.max(1, ...cells.map(line => line.length))
  const filled = cells.map(line => [...line, ...Array.from({ length: width - line.length }, (): Row => [])])
  const listed = (name: string): string[] => (element.attributes[name] ?? '').split(/\s+/).filter(Boolean)
  const spreadOver = (values: string[], at: number): string | undefined => values[Math.min(at, values.length - 1)]
  const aligns = listed('columnalign')
  const rulesOf = (name: string, count: number): number[] =>
    Array.from({ length: count - 1 }, (_, at) => at + 1).filter(at => /solid|dashed/.test(spreadOver(listed(name), at - 1) ?? ''))
  const columnRules = rulesOf('columnlines', width)
  const rowRules = rulesOf('rowlines', filled.length)
  return grid(filled.length ? filled : [[[]]], {
    columns: Array.from({ length: width }, (_, at) => ({ left: 'l', right: 'r' })[spreadOver(aligns, at) ?? ''] ?? 'c').join(''),
    ...(columnRules.length && { columnRules }),
    ...(rowRules.length && { rowRules }),
  })
}

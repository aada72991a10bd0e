/**
 * The grammar of typing: plain words and signs turn into structures and signs. Words are looked up where they end, never inside; what a
 * structure takes and where it ends is one rule for all: a number, a letter with its scripts, a function with its argument, or a group in
 * brackets, which go.
 */
import { isDigit, isLetter, roleOf, signOf } from '../tree/signs.ts'
import { type Fence, fence, fraction, type Row, type Scripts, type Structure, scripts, sign, slotOrder, type Term } from '../tree/terms.ts'
import { around, endOf, rowAt, withRow } from './caret.ts'
import { continues, isRoundGroup, leave, leaveTyped, ungrouped } from './leave.ts'
import { isWordOf, namesWith } from './lexicon.ts'
import { addCells, type Resolved, resolve, waits } from './resolve.ts'
import { termStart } from './take.ts'
import { aroundCaret, at, currentRow, open, put, selected, splice, type Writing } from './writing.ts'

/** Signs typed one after the other that become one. */
const combined: Record<string, string> = {
  '<=': '≤',
  '>=': '≥',
  '≤>': '⇔',
  '=>': '⇒',
  '->': '→',
  '!=': '≠',
  '+-': '±',
  '-+': '∓',
  ':=': '≔',
  '<<': '≪',
  '>>': '≫',
  '|→': '↦',
}
/** Keys that stand for a sign that keyboards do not have. */
const keySigns: Record<string, string> = { '*': '∗', '~': '∼', '−': '-', '·': '⋅' }
const closers = new Set([')', ']', '}'])
const openers: Record<string, string> = { '(': ')', '[': ']', '{': '}' }

/** Types a text, sign by sign. */
export const typeText = (writing: Writing, text: string): Writing => [...text].reduce(typeSign, writing)

/** Ends the word that is being typed, as when the caret goes elsewhere. */
export const endWord = (writing: Writing): Writing => resolve(writing, '', typeText).writing

const ends = (writing: Writing, next: string): Resolved => resolve(writing, next, typeText)

/** One typed sign. */
export function typeSign(writing: Writing, char: string): Writing {
  const outer = aroundCaret(writing)
  if (outer?.structure.kind === 'words') return char === '"' ? leave(writing) : put(writing, [sign(char)])
  if (isLetter(char) && /^[A-Za-z]$/.test(char)) return typeLetter(writing, char)
  if (isDigit(char) && writing.word?.text.endsWith(' ') && waits(writing.word.text.trimEnd())) return inWord(writing, char)
  if (isDigit(char) && writing.word && / \d+$/.test(writing.word.text)) return inWord(writing, char)
  if (char === ' ' || char === '\u00a0') return typeSpace(writing)
  // A word that waited for more of a longer name has ended at its space; slots and sizes may still follow theirs.
  const waited = writing.word?.text.endsWith(' ') && !(char === '(' && takesSlots(writing.word.text.trim()))
  if (waited) return typeSign(typeSpace(writing, true), char)
  const { writing: before, bracket } = ends(writing, char)
  const { group } = writing
  if (selected(before) && !'([{/^_'.includes(char)) return typeSign(put(before, []), char)
  if (openers[char]) return bracket ? before : typeOpening(before, char, writing.apart === true)
  if (closers.has(char)) return typeClosing(before, char)
  switch (char) {
    case '/':
      return typeSlash(before)
    case '^':
    case '_':
      return typeScript(group ? regrouped(before, group) : before, char === '^' ? 'above' : 'below')
    case "'":
    case '′':
      return typePrime(before)
    case '″':
      return typePrime(typePrime(before))
    case '"':
      return openWords(leaveFilled(before))
    case ',':
    case ';':
      return typeComma(before, char)
    case '|':
      return typeBar(before)
  }
  return typeOther(before, keySigns[char] ?? char, writing.apart === true)
}

const takesSlots = (name: string): boolean => isWordOf(name, 'array') || isWordOf(name, 'arguments')

const openWords = (writing: Writing): Writing =>
  open(writing, writing.caret.at, writing.caret.at, { kind: 'words', slots: [[]], typed: 'quote' })

const inWord = (writing: Writing, char: string): Writing => {
  const { word } = writing
  const made = put(writing, [sign(char)])
  return { ...made, word: { text: word!.text + char, from: word!.from } }
}

function typeLetter(writing: Writing, char: string): Writing {
  if (selected(writing)) return typeLetter(put(writing, []), char)
  const { word } = writing
  // A letter after a space with which no longer name goes on: the words before it have ended.
  if (word?.text.endsWith(' ') && !namesWith(word.text + char, 1).length) return typeLetter(typeSpace(writing, true), char)
  if (word) return inWord(writing, char)
  const ready = leaveTyped(writing, ({ typed }, row) => isOneTerm(typed) && !continues(row, sign(char), typed === 'script'))
  const made = put(ready, [sign(char)])
  return { ...made, word: { text: char, from: ready.caret.at } }
}

const isOneTerm = (typed: Structure['typed']): boolean => typed === 'script' || typed === 'term' || typed === 'letter'

function typeSpace(writing: Writing, ended = false): Writing {
  const { word } = writing
  if (!ended && word && !word.text.endsWith(' ') && waits(word.text)) return { ...writing, word: { ...word, text: `${word.text} ` } }
  const { writing: before, operand } = ends(writing, ' ')
  if (word && operand) return { ...before, apart: true }
  const outer = aroundCaret(before)
  const over = outer?.structure.typed && (isOneTerm(outer.structure.typed) || outer.structure.typed === 'wide')
  return { ...(over ? leave(before) : before), apart: true }
}

/** Leaves what takes one term, once it has it. */
const leaveFilled = (writing: Writing): Writing => leaveTyped(writing, ({ typed }, row) => isOneTerm(typed) && row.length > 0)

function typeOther(writing: Writing, char: string, apart: boolean): Writing {
  const row = currentRow(writing)
  const last = apart ? undefined : row[writing.caret.at - 1]
  if (last?.kind === 'sign' && !last.face) {
    const one = combined[last.char + char]
    if (one) return splice(writing, writing.caret.at - 1, writing.caret.at, [sign(one)])
    const dots = row.slice(writing.caret.at - 2, writing.caret.at)
    if (char === '.' && dots.length === 2 && dots.every(term => term.kind === 'sign' && term.char === '.'))
      return splice(writing, writing.caret.at - 2, writing.caret.at, [sign('…')])
  }
  const role = roleOf(char)
  if (role === 'operator' || role === 'relation') {
    // A minus that begins a script belongs to it.
    return put(leaveFilled(writing), [sign(char)])
  }
  if (char === '!' || char === '%') return put(writing, [sign(char)])
  // A point that no digit stands before ends a sentence.
  if (char === '.' && !(last?.kind === 'sign' && (isDigit(last.char) || last.char === '.'))) return put(leaveFilled(writing), [sign(char)])
  const ready = leaveTyped(writing, ({ typed }, now) => isOneTerm(typed) && !continues(now, sign(char), typed === 'script'))
  return put(ready, [signOf(char)])
}

function typeSlash(writing: Writing): Writing {
  const chosen = selected(writing)
  if (chosen) return open(writing, ...chosen, { ...fraction(ungrouped(currentRow(writing).slice(...chosen))), typed: 'term' }, 1)
  const outer = aroundCaret(writing)
  if (outer?.structure.kind === 'fraction' && outer.structure.typed && !currentRow(writing).length) return writing
  const ready = leaveTyped(writing, ({ typed }) => isOneTerm(typed))
  const row = currentRow(ready)
  const from = termStart(row, ready.caret.at)
  if (from === ready.caret.at) return open(ready, from, from, fraction(), 0)
  return open(ready, from, ready.caret.at, { ...fraction(ungrouped(row.slice(from, ready.caret.at))), typed: 'term' }, 1)
}

function typeScript(writing: Writing, place: 'below' | 'above'): Writing {
  const chosen = selected(writing)
  if (chosen) {
    const terms = currentRow(writing).slice(...chosen)
    const base = terms.length > 1 ? [fence(terms)] : terms
    const made = splice(writing, ...chosen, base)
    return addScript(made, place)
  }
  const ready = leaveTyped(writing, ({ typed }, row) => typed === 'letter' && row.length > 0)
  const outer = aroundCaret(ready)
  if (outer?.structure.kind === 'scripts' && outer.structure.typed === 'script') {
    const here = outer.structure.has === 'above' || outer.slot === 1 ? 'above' : 'below'
    const waiting = !currentRow(ready).length
    if (waiting && here === place) return ready
    if (here !== place) return addScript({ ...ready, caret: { path: outer.path, at: outer.index + 1 } }, place)
  }
  return addScript(ready, place)
}

/** Opens the script of the term before the caret, in one column with the other one. */
function addScript(writing: Writing, place: 'below' | 'above'): Writing {
  const row = currentRow(writing)
  const { at: here, path } = writing.caret
  const last = row[here - 1]
  if (last?.kind === 'scripts' && !last.left) {
    const made: Scripts =
      last.has === 'both' || last.has === place
        ? { ...last, typed: 'script' }
        : { ...last, has: 'both', slots: place === 'above' ? [last.slots[0]!, []] : [[], last.slots[0]!], typed: 'script' }
    const changed = withRow(writing.row, path, row.with(here - 1, made))
    return at(changed, endOf(changed, [...path, here - 1, made.has === 'both' && place === 'above' ? 1 : 0]))
  }
  const hasBase =
    last !== undefined &&
    !(last.kind === 'sign' && ['operator', 'relation', 'punctuation'].includes(roleOf(last.char))) &&
    last.kind !== 'space'
  const made = scripts(place === 'below' ? [] : undefined, place === 'above' ? [] : undefined, {
    typed: 'script',
    ...(!hasBase && { left: true }),
  })
  return open(writing, here, here, made)
}

function typePrime(writing: Writing): Writing {
  const ready = leaveTyped(writing, ({ typed }, row) => (typed === 'letter' || typed === 'script') && row.length > 0)
  const row = currentRow(ready)
  const { at: here } = ready.caret
  const last = row[here - 1]
  const prime = sign('′')
  if (last?.kind !== 'scripts' || last.left) return splice(ready, here, here, [scripts(undefined, [prime])])
  const slots: Row[] =
    last.has === 'above'
      ? [[...last.slots[0]!, prime]]
      : last.has === 'both'
        ? [last.slots[0]!, [...last.slots[1]!, prime]]
        : [last.slots[0]!, [prime]]
  const made: Scripts = { ...last, has: last.has === 'above' ? 'above' : 'both', slots }
  return splice(ready, here - 1, here, [made])
}

function typeOpening(writing: Writing, char: string, apart: boolean): Writing {
  const close = openers[char]!
  const chosen = selected(writing)
  if (chosen) return splice(writing, ...chosen, [fence(currentRow(writing).slice(...chosen), char, close)])
  // A bracket after what carries a mark or a face is no part of it; after other letters it is their argument.
  const argument = (typed: Structure['typed'], now: Row): boolean =>
    (typed !== 'letter' || now.length === 0) && (!apart || !isOperand(now.at(-1))) && continues(now, 'bracket', typed === 'script')
  const ready = leaveTyped(writing, ({ typed }, now) => isOneTerm(typed) && !argument(typed, now))
  const row = currentRow(ready)
  const here = ready.caret.at
  const partner = row.findIndex((term, index) => index >= here && term.kind === 'sign' && term.char === close)
  const to = partner < 0 ? row.length : partner
  const made = fence(row.slice(here, to), char, close, {
    typed: 'bracket',
    ...(partner < 0 && { ghost: true }),
    ...(apart && { apart: true }),
  })
  const put = splice(ready, here, partner < 0 ? to : to + 1, [made])
  return at(put.row, { path: [...put.caret.path, here, 0], at: 0 })
}

function typeClosing(writing: Writing, char: string): Writing {
  let now = writing
  for (let outer = aroundCaret(now); outer; outer = aroundCaret(now)) {
    const { structure } = outer
    if (structure.kind === 'fence' && structure.ghost && closes(structure, char)) return closed(now, structure, char)
    if (structure.typed === 'group' || structure.typed === 'cells') return leave(now)
    if (!structure.typed) break
    now = leave(now)
  }
  return put(leaveFilled(writing), [sign(char)])
}

/** Half-open intervals close with the other kind of bracket. */
const closes = ({ open: opening, close }: Fence, char: string): boolean => char === close || ('(['.includes(opening) && ')]'.includes(char))

function closed(writing: Writing, structure: Fence, char: string): Writing {
  const { path, index } = aroundCaret(writing)!
  const inside = currentRow(writing)
  const { ghost: _, ...rest } = structure
  const made: Fence = { ...rest, close: char, slots: [inside.slice(0, writing.caret.at)] }
  const row = rowAt(writing.row, path)
  const next = [...row.slice(0, index), made, ...inside.slice(writing.caret.at), ...row.slice(index + 1)]
  const out = at(withRow(writing.row, path, next), { path, at: index + 1 })
  return ungroup(out)
}

/** Brackets around all that a structure takes go, and the structure has its term. */
function ungroup(writing: Writing): Writing {
  const outer = aroundCaret(writing)
  const row = currentRow(writing)
  if (!outer || !isOneTerm(outer.structure.typed) || !isRoundGroup(row)) return writing
  const { path } = writing.caret
  const bare = at(withRow(writing.row, path, row[0].slots[0]!), { path, at: row[0].slots[0]!.length })
  const left = leave(bare)
  return outer.structure.kind === 'fraction' ? { ...left, group: path } : left
}

/** Brackets that went come back when what stands in them gets scripts. */
function regrouped(writing: Writing, path: readonly number[]): Writing {
  const outer = around(writing.row, path)
  if (outer?.structure.kind !== 'fraction') return writing
  const made = withRow(writing.row, path, [fence(rowAt(writing.row, path))])
  const structure = { ...(rowAt(made, outer.path)[outer.index] as Structure), typed: 'term' } as Term
  return at(withRow(made, outer.path, rowAt(made, outer.path).with(outer.index, structure)), { path, at: 1 })
}

function typeComma(writing: Writing, char: string): Writing {
  const ready = leaveFilled(writing)
  const outer = aroundCaret(ready)
  if (outer?.structure.typed === 'group' && char === ',') {
    const order = slotOrder(outer.structure)
    const next = order[order.indexOf(outer.slot) + 1]
    if (outer.structure.kind === 'arrow' && outer.structure.slots.length === 1) {
      const made = { ...outer.structure, slots: [outer.structure.slots[0]!, []] }
      return at(withRow(ready.row, outer.path, rowAt(ready.row, outer.path).with(outer.index, made)), {
        path: [...outer.path, outer.index, 1],
        at: 0,
      })
    }
    if (next !== undefined) return at(ready.row, endOf(ready.row, [...outer.path, outer.index, next]))
  }
  if (outer?.structure.typed === 'cells') return nextCell(ready, char === ';')
  return put(ready, [sign(char)])
}

/** The next cell of an array that is typed in brackets; the first row says how many columns it has. */
function nextCell(writing: Writing, newRow: boolean): Writing {
  const { structure, slot, path, index } = aroundCaret(writing)!
  if (structure.kind !== 'grid') return writing
  const width = structure.columns.length
  if (newRow) return { ...addCells(at(writing.row, { path: [...path, index, structure.slots.length - 1], at: 0 }), 'row') }
  if (slot % width < width - 1) return at(writing.row, endOf(writing.row, [...path, index, slot + 1]))
  return addCells(writing, 'column')
}

/** Whether a term can stand before an operator. */
const isOperand = (term: Term | undefined): boolean =>
  term !== undefined &&
  !(term.kind === 'sign' && !['letter', 'ordinary'].includes(roleOf(term.char))) &&
  term.kind !== 'name' &&
  term.kind !== 'space'

/** An upright line: brackets where something begins or ends in them, a sign between two terms. */
function typeBar(writing: Writing): Writing {
  const ready = leaveFilled(writing)
  const row = currentRow(ready)
  const here = ready.caret.at
  const last = row[here - 1]
  for (let now: Writing = ready; ; ) {
    const outer = aroundCaret(now)
    if (outer?.structure.kind === 'fence' && outer.structure.ghost && outer.structure.open === '|') {
      if (currentRow(now).length) return closed(now, outer.structure, '|')
      const double = { ...outer.structure, open: '‖', close: '‖' }
      return { ...now, row: withRow(now.row, outer.path, rowAt(now.row, outer.path).with(outer.index, double)) }
    }
    if (outer?.structure.kind === 'fence' && outer.structure.ghost && outer.structure.open === '‖') {
      if (last?.kind === 'sign' && last.char === '∣') return closed(splice(now, here - 1, here, []), outer.structure, '‖')
      return put(now, [sign('∣')])
    }
    if (!outer?.structure.typed || outer.structure.kind === 'fence') break
    now = leave(now)
  }
  const partner = row.findLastIndex((term, index) => index < here && term.kind === 'sign' && term.char === '∣')
  if (partner >= 0) return splice(ready, partner, here, [fence(row.slice(partner + 1, here), '|', '|')])
  if (isOperand(last)) return put(ready, [sign('∣')])
  const made = fence(row.slice(here), '|', '|', { typed: 'bracket', ghost: true })
  const opened = splice(ready, here, row.length, [made])
  return at(opened.row, { path: [...opened.caret.path, here, 0], at: 0 })
}

/** Writes a formula as MathML Core: for the screen of the composer, where each row says which it is, and for the clipboard. */
import { styled } from '../mathAlphabets.ts'
import { decorations } from './decorations.ts'
import { variantOf } from './faces.ts'
import { isDigit, isLetter, isSlanted, roleOf } from './signs.ts'
import {
  type Arrow,
  type Grid,
  type Row,
  type Scripts,
  type Sign,
  type Stack,
  type Structure,
  scriptRows,
  spaceWidths,
  type Term,
} from './terms.ts'
import { gridRows, grows, hasLimits, settled } from './writeNotation.ts'

export interface MathMlOptions {
  /** Marks rows and terms with their places, and shows slots that wait. */
  marked?: boolean
  /** MathML of a part that is kept as it was read. */
  kept?(source: string): string
}

const escaped = (text: string): string => text.replace(/[&<>"]/g, char => `&#${char.charCodeAt(0)};`)

export function writeMathMl(row: Row, display: boolean, options: MathMlOptions = {}): string {
  const writer = writerWith(options)
  const inside = writer.row(row, [])
  return `<math xmlns="http://www.w3.org/1998/Math/MathML"${display ? ' display="block"' : ''}>${inside}</math>`
}

function writerWith({ marked = false, kept }: MathMlOptions) {
  const rowMark = (path: readonly number[]): string => (marked ? ` data-row="${path.join('.')}"` : '')
  const termMark = (index: number): string => (marked ? ` data-term="${index}"` : '')

  /** A row as one element. Each of its terms is an element of its own, however few there are, so that carets find their places. */
  function row(terms: Row, path: readonly number[]): string {
    if (!terms.length && path.length) return `<mrow${rowMark(path)} class="slot"><mi mathvariant="normal">◻</mi></mrow>`
    const parts: string[] = []
    for (let at = 0; at < terms.length; at++) {
      const next = terms[at + 1]
      const now = terms[at]!
      if (now.kind === 'scripts' && now.left) {
        parts.push(scripted('<mrow></mrow>', undefined, now, path, at))
      } else if (next?.kind === 'scripts' && !next.left) {
        const called = now.kind === 'name' && !now.limits
        const base = called ? `<mi${termMark(at)}>${escaped(now.text)}</mi>` : term(now, path, at, next.limits === true)
        parts.push(scripted(base, now, next, path, at + 1) + (called ? '<mo>&#x2061;</mo>' : ''))
        at++
        // Scripts of what has scripts already stand around both.
        for (let more = terms[at + 1]; more?.kind === 'scripts' && !more.left; more = terms[++at + 1])
          parts.push(scripted(parts.pop()!, undefined, more, path, at + 1))
      } else if (now.kind === 'scripts') parts.push(scripted('<mrow></mrow>', undefined, now, path, at))
      else if (!marked && now.kind === 'sign' && isDigit(now.char) && !now.face) {
        let text = now.char
        for (
          let more = terms[at + 1];
          more?.kind === 'sign' && (isDigit(more.char) || more.char === '.') && !more.face;
          more = terms[at + 1]
        ) {
          if (terms[at + 2]?.kind === 'scripts') break
          text += more.char
          at++
        }
        parts.push(`<mn>${text}</mn>`)
      } else if (now.kind === 'sign' && /^[-+±∓]$/.test(now.char) && beginsNumber(terms[at - 1]))
        parts.push(signed(now, termMark(at), ' form="prefix"'))
      else parts.push(term(now, path, at))
    }
    return `<mrow${rowMark(path)}>${parts.join('')}</mrow>`
  }

  const slot = (structure: Structure, path: readonly number[], index: number, which: number): string =>
    row(structure.slots[which]!, [...path, index, which])

  function scripted(base: string, of: Term | undefined, made: Scripts, path: readonly number[], index: number): string {
    const rows = scriptRows(made)
    const below = rows.below && slot(made, path, index, 0)
    const above = rows.above && slot(made, path, index, made.has === 'both' ? 1 : 0)
    const limits = hasLimits(of, made)
    const tag = limits ? (below ? (above ? 'munderover' : 'munder') : 'mover') : below ? (above ? 'msubsup' : 'msub') : 'msup'
    return `<${tag}${termMark(index)}>${base}${below ?? ''}${above ?? ''}</${tag}>`
  }

  /** `staysUnder`: what stands below it is not moved beside it in a line of text. */
  function term(now: Term, path: readonly number[], index: number, staysUnder = false): string {
    const mark = termMark(index)
    switch (now.kind) {
      case 'sign':
        return signed(now, mark, staysUnder ? ' movablelimits="false"' : '')
      case 'name':
        return now.limits
          ? `<mo${mark} movablelimits="${!staysUnder}"${marked ? ' form="prefix" lspace="0" rspace="0.167em"' : ''}>${escaped(now.text)}</mo>`
          : `<mi${mark}>${escaped(now.text)}</mi><mo>&#x2061;</mo>${marked ? '<mspace width="0.167em"></mspace>' : ''}`
      case 'space':
        return `<mspace${mark} width="${spaceWidths[now.width]}em"></mspace>`
      case 'kept':
        return `<mrow${mark}>${kept?.(now.source) ?? `<mtext>${escaped(now.source)}</mtext>`}</mrow>`
      case 'fraction': {
        const inner = `<mfrac${now.bar === false ? ' linethickness="0"' : ''}${now.size ? '' : mark}>${slot(now, path, index, 0)}${slot(now, path, index, 1)}</mfrac>`
        return now.size ? `<mstyle${mark} displaystyle="${now.size === 'display'}">${inner}</mstyle>` : inner
      }
      case 'root':
        return now.slots.length > 1
          ? `<mroot${mark}>${slot(now, path, index, 0)}${slot(now, path, index, 1)}</mroot>`
          : `<msqrt${mark}>${slot(now, path, index, 0)}</msqrt>`
      case 'scripts':
        return ''
      case 'stack':
        return stacked(now, path, index, mark)
      case 'fence': {
        const big = grows(now)
        const bracket = (char: string, form: string): string =>
          char
            ? `<mo fence="true" form="${form}" stretchy="${big}"${big ? ' symmetric="true"' : ''}>${escaped(char)}</mo>`
            : marked
              ? '<mspace width="0.1em"></mspace>'
              : '<mo></mo>'
        return `<mrow${mark}${now.ghost && marked ? ' class="ghost"' : ''}>${bracket(now.open, 'prefix')}${slot(now, path, index, 0)}${bracket(now.close, 'postfix')}</mrow>`
      }
      case 'decoration': {
        const { char, under, wide } = decorations[now.mark]!
        const tag = under ? 'munder' : 'mover'
        return `<${tag}${mark}${under ? '' : ' accent="true"'}>${slot(now, path, index, 0)}<mo stretchy="${wide === true}"${under ? '' : ' accent="true"'}>${escaped(char === '―' ? '¯' : char)}</mo></${tag}>`
      }
      case 'words': {
        if (!marked)
          return `<mtext>${escaped(
            now.slots[0]!.map(each => (each.kind === 'sign' ? each.char : ''))
              .join('')
              .replaceAll(' ', '\u00a0'),
          )}</mtext>`
        const inside = [...path, index, 0]
        const chars = now.slots[0]!.map(
          (each, at) => `<mtext data-term="${at}">${each.kind === 'sign' ? escaped(each.char === ' ' ? '\u00a0' : each.char) : ''}</mtext>`,
        )
        return `<mrow${mark}><mrow${rowMark(inside)} class="words">${chars.join('') || '<mtext>\u00a0</mtext>'}</mrow></mrow>`
      }
      case 'grid':
        return gridded(now, path, index, mark)
      case 'arrow':
        return arrowed(now, path, index, mark)
      case 'setting': {
        if (!marked) return row(settled(now.slots[0]!, now.face, now.size), [])
        const shown = settled(now.slots[0]!, now.face, now.size)
        return `<mrow${mark}${now.face || now.size ? ' class="setting"' : ''}>${row(shown, [...path, index, 0])}</mrow>`
      }
    }
  }

  function stacked(now: Stack, path: readonly number[], index: number, mark: string): string {
    const tag = now.has === 'both' ? 'munderover' : now.has === 'below' ? 'munder' : 'mover'
    return `<${tag}${mark}>${now.slots.map((_, which) => slot(now, path, index, which)).join('')}</${tag}>`
  }

  function gridded(now: Grid, path: readonly number[], index: number, mark: string): string {
    const rules = (count: number, own: readonly number[] | undefined): string =>
      Array.from({ length: count - 1 }, (_, at) => (own?.includes(at + 1) ? 'solid' : 'none')).join(' ')
    const width = now.columns.length
    const aligns = [...now.columns].map(column => ({ l: 'left', r: 'right' })[column] ?? 'center')
    const lines = gridRows(now).map(
      (cells, line) =>
        `<mtr>${cells
          .map((_, column) => {
            const classes = [
              now.columnRules?.includes(column + 1) && 'rule-after',
              now.rowRules?.includes(line + 1) && 'rule-below',
            ].filter(Boolean)
            const look = marked ? ` class="${['cell', aligns[column], ...classes].join(' ')}"` : ''
            return `<mtd${look}>${slot(now, path, index, line * width + column)}</mtd>`
          })
          .join('')}</mtr>`,
    )
    const told = marked
      ? ''
      : ` columnalign="${aligns.join(' ')}"${now.columnRules?.length ? ` columnlines="${rules(width, now.columnRules)}"` : ''}${now.rowRules?.length ? ` rowlines="${rules(lines.length, now.rowRules)}"` : ''}`
    const bracket = (char: string, form: string): string =>
      char ? `<mo fence="true" form="${form}" stretchy="true" symmetric="true">${escaped(char)}</mo>` : '<mo></mo>'
    const table = `<mtable${told}>${lines.join('')}</mtable>`
    return now.open || now.close
      ? `<mrow${mark}>${bracket(now.open, 'prefix')}${table}${bracket(now.close, 'postfix')}</mrow>`
      : `<mrow${mark}>${table}</mrow>`
  }

  function arrowed(now: Arrow, path: readonly number[], index: number, mark: string): string {
    const padded = (which: number): string => `<mpadded width="+0.833em" lspace="0.417em">${slot(now, path, index, which)}</mpadded>`
    const base = `<mo stretchy="true">${escaped(now.sign)}</mo>`
    return now.slots.length > 1
      ? `<munderover${mark}>${base}${padded(1)}${padded(0)}</munderover>`
      : `<mover${mark}>${base}${padded(0)}</mover>`
  }

  return { row }
}

/** Whether a plus or minus behind a term is the sign of what follows. */
const beginsNumber = (before: Term | undefined): boolean =>
  before === undefined || (before.kind === 'sign' && ['operator', 'relation', 'punctuation', 'big'].includes(roleOf(before.char)))

/** `more` are attributes of it as an operator. */
function signed({ char, face }: Sign, mark: string, more = ''): string {
  if (isDigit(char)) return `<mn${mark}>${face && face !== 'upright' ? styled(char, variant(face)) : char}</mn>`
  if (char === '.') return `<mn${mark}>.</mn>`
  if (isLetter(char) || face) {
    if (face === undefined) return isSlanted(char) ? `<mi${mark}>${char}</mi>` : `<mi${mark} mathvariant="normal">${char}</mi>`
    if (face === 'upright') return `<mi${mark} mathvariant="normal">${char}</mi>`
    if (face === 'italic') return `<mi${mark}>${styled(char, 'italic')}</mi>`
    return `<mi${mark}>${styled(char, variant(face))}</mi>`
  }
  const role = roleOf(char)
  if (role === 'ordinary' && !'()[]{}|‖⟨⟩⌊⌋⌈⌉/′″‴!'.includes(char)) return `<mi${mark} mathvariant="normal">${escaped(char)}</mi>`
  const fixed = '()[]{}|‖⟨⟩⌊⌋⌈⌉∣∥'.includes(char) ? ' stretchy="false"' : ''
  const thin = char === '/' || char === '|' || char === '‖' ? ' lspace="0" rspace="0"' : ''
  return `<mo${mark}${fixed}${thin}${more}>${escaped(char === '-' ? '−' : char)}</mo>`
}

const variant = (face: NonNullable<Sign['face']>): string => (face === 'calligraphic' ? 'script' : variantOf[face])

/** How wide the columns of a table are: what their texts want, what they cannot do without, where their decimal signs stand. */
import type { Fonts } from '../../type/fonts.ts'
import type { Line } from '../../type/line.ts'
import { attributesOf } from '../../work/kinds/index.ts'
import type { HouseStyle } from '../../work/parts/houseStyle.ts'
import { type Setting, setText } from '../setting.ts'
import { variant } from '../variant.ts'
import { type Cell, cellStyle } from './cells.ts'

/** How the cells of a grid are set: their text, and the space around it in points. */
export interface Look {
  style: HouseStyle['table']
  across: number
  down: number
}

/** Of a column, in points: the room between its edges, and how far its numbers reach before and behind their decimal signs. */
export interface Column {
  width: number
  before: number
  after: number
}

export const endless = 1e4
const padding = { across: 5, down: 3 }
/** What a column has room for at the least, in em: two letters. */
const narrowest = 2
/** Letters are set smaller down to this share before words are torn apart; and down to the second where not even two of them have room. */
const smallWords = 0.55
const smallest = 0.4

/** Of a column at the usual size, in points: with all its texts on one line each, and with its longest words whole. */
interface Wants extends Column {
  least: number
}

/** The columns of a grid and the look of its cells; `widths` is what the author says of them: nothing, “equal”, or shares. */
export function columnsOf(layout: readonly Cell[][], count: number, widths: string, setting: Setting): { columns: Column[]; look: Look } {
  const { houseStyle, measure } = setting
  const usual: Look = { style: houseStyle.table, ...padding }
  const wants = wantsOf(layout, count, usual, setting)
  const shares = sharesOf(widths, count)
  if (shares) {
    const given = shares.map(share => share * measure)
    // Words that are wider than what their author gives them are set smaller as well.
    const scale = Math.min(1, ...wants.map(({ least }, i) => given[i]! / least))
    const look = scaled(usual, Math.max(smallWords, scale))
    return { look, columns: wantsOf(layout, count, look, setting).map((want, i) => ({ ...want, width: given[i]! })) }
  }
  const least = wants.reduce((sum, want) => sum + want.least, 0)
  if (least <= measure) return { look: usual, columns: fitted(wants, measure) }
  const letters = count * (padding.across * 2 + houseStyle.table.size * narrowest)
  const scale = Math.max(smallest, Math.min(Math.max(smallWords, measure / least), measure / letters))
  const look = scaled(usual, scale)
  return { look, columns: fitted(wantsOf(layout, count, look, setting), measure) }
}

function scaled(look: Look, scale: number): Look {
  if (scale >= 1) return look
  const style = variant(look.style, `scale ${scale}`, ({ size, leading }) => ({ size: size * scale, leading: leading * scale }))
  return { style, across: look.across * scale, down: look.down }
}

/** Shares of the measure, as the author says them; null where the texts decide. */
function sharesOf(widths: string, count: number): number[] | null {
  if (widths === 'equal') return new Array<number>(count).fill(1 / count)
  const said = widths.split(/[\s;:]+/).flatMap(part => (Number(part.replace(',', '.')) > 0 ? [Number(part.replace(',', '.'))] : []))
  if (said.length === 0) return null
  const mean = said.reduce((sum, share) => sum + share, 0) / said.length
  const all = Array.from({ length: count }, (_, i) => said[i] ?? mean)
  const sum = all.reduce((total, share) => total + share, 0)
  return all.map(share => share / sum)
}

function wantsOf(layout: readonly Cell[][], count: number, look: Look, setting: Setting): Wants[] {
  const floor = look.across * 2 + look.style.size * narrowest
  const wants = Array.from({ length: count }, (): Wants => ({ width: floor, least: floor, before: 0, after: 0 }))
  for (const cells of layout)
    for (const { node, column, columns: spanned } of cells) {
      if (spanned > 1) continue
      const want = wants[column]!
      const style = cellStyle(node, look.style)
      for (const paragraph of node.children)
        for (const line of setText(paragraph, setting, { style, measure: endless })) {
          const room = look.across * 2 + 0.5
          const point = attributesOf(node, 'gridCell').align === 'decimal' ? decimalPoint(line, setting.fonts, setting.language) : null
          if (point !== null) {
            want.before = Math.max(want.before, point)
            want.after = Math.max(want.after, lineWidth(line) - point)
          }
          want.width = Math.max(want.width, lineWidth(line) + room)
          want.least = Math.max(want.least, widestWord(line) + room)
        }
    }
  for (const want of wants) {
    const numbers = want.before + want.after + look.across * 2 + 0.5
    if (want.before) Object.assign(want, { width: Math.max(want.width, numbers), least: Math.max(want.least, numbers) })
  }
  return wants
}

/** Every column gets what it wants; where that is too much, none less than its longest words, and the rest in proportion to what more they want. */
function fitted(wants: readonly Wants[], measure: number): Column[] {
  const sum = (of: 'width' | 'least'): number => wants.reduce((total, want) => total + want[of], 0)
  const natural = sum('width')
  const least = sum('least')
  const widthOf = ({ width, least: own }: Wants): number => {
    if (natural <= measure) return width
    // Not even the longest words fit: each gives way alike.
    if (least >= measure) return (own * measure) / least
    return own + ((width - own) * (measure - least)) / (natural - least)
  }
  return wants.map(want => ({ width: widthOf(want), before: want.before, after: want.after }))
}

/** Width of a line from its first piece on, whatever its alignment did with the endless measure. */
export const lineWidth = (line: Line): number => line.end - line.start

/** The widest part of a line that no space parts. */
function widestWord(line: Line): number {
  let widest = 0
  let begin = 0
  let end = Number.NEGATIVE_INFINITY
  for (const piece of line.pieces) {
    const width = ('shape' in piece ? piece.shape.width : piece.formula.width) * piece.size
    if (piece.spaced ?? piece.x - end > piece.size * 0.08) begin = piece.x
    end = piece.x + width
    widest = Math.max(widest, end - begin)
  }
  return widest
}

const signs = new Map<string, string>()
function decimalSignOf(language: string): string {
  let sign = signs.get(language)
  if (!sign) {
    sign = new Intl.NumberFormat(language).formatToParts(1.5).find(({ type }) => type === 'decimal')?.value ?? '.'
    signs.set(language, sign)
  }
  return sign
}

/** How far the decimal sign of a line's first number is from where the line begins, in points; the end of a whole number; null without one. */
export function decimalPoint(line: Line, fonts: Fonts, language: string): number | null {
  const sign = decimalSignOf(language)
  for (const piece of line.pieces) {
    if (!('shape' in piece) || !/\d/.test(piece.shape.text)) continue
    const { text, face, features } = piece.shape
    const found = text.lastIndexOf(sign)
    const whole = /^\D*\d[\d.,'’\u00a0\u202f]*/.exec(text)![0].replace(/[.,]$/, '').length
    const at = found >= 0 && /^\d/.test(text.slice(found + 1)) && found < whole ? found : whole
    return piece.x - line.start + fonts[face]!.shape(text.slice(0, at), features).width * piece.size
  }
  return null
}

/** How wide the columns of a table are: what their texts want, what they cannot do without, where their decimal signs stand. */
import { pointsOf } from '../../type/divideWords.ts'
import type { Fonts, HyphenPoint, Shape } from '../../type/fonts.ts'
import { exceptionsIn } from '../../type/hyphenation.ts'
import type { Line } from '../../type/line.ts'
import { attributesOf } from '../../work/kinds/index.ts'
import type { HouseStyle } from '../../work/parts/houseStyle.ts'
import { type Setting, setText } from '../setting.ts'
import { variant } from '../variant.ts'
import { type Cell, type ColumnRange, cellStyle } from './cells.ts'

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
/**
 * Letters are set smaller down to the first share before words are divided, down to the second before what cannot be divided is torn apart,
 * and down to the third where not even two of them have room.
 */
const wholeWords = 0.8
const dividedWords = 0.55
const smallest = 0.4

/** Of a column, in points: with all its texts on one line each; with its longest words whole, or divided; with two letters. */
interface Wants extends Column {
  least: number
  divided: number
  floor: number
}

/** The columns of a grid and the look of its cells; `widths` is what the author says of them: nothing, “equal”, or shares. */
export function columnsOf(layout: readonly Cell[][], count: number, widths: string, setting: Setting): { columns: Column[]; look: Look } {
  const { houseStyle, measure } = setting
  const usual: Look = { style: houseStyle.table, ...padding }
  const wants = wantsOf(layout, count, usual, setting)
  const share = (of: 'least' | 'divided' | 'floor'): number => measure / wants.reduce((sum, want) => sum + want[of], 0)
  const shares = share('floor') > dividedWords ? sharesOf(widths, count) : null
  if (shares) {
    // Words that are wider than what their author gives them are set smaller as well.
    const scale = Math.min(1, ...wants.map(({ least }, i) => (shares[i]! * measure) / least))
    const look = scaled(usual, Math.max(dividedWords, scale))
    return { look, columns: shared(shares, wantsOf(layout, count, look, setting), measure) }
  }
  if (share('least') >= wholeWords) {
    const look = scaled(usual, share('least'))
    return { look, columns: fitted(look === usual ? wants : wantsOf(layout, count, look, setting), measure) }
  }
  const divided = Math.min(wholeWords, Math.max(dividedWords, share('divided')))
  const look = scaled(usual, Math.max(smallest, Math.min(divided, share('floor'))))
  const own = wantsOf(layout, count, look, setting).map(want => ({ ...want, least: want.divided }))
  return { look, columns: fitted(own, measure) }
}

/**
 * The columns of a grid in parts that have room, each beside the first column; null where all have, or where not even two would. Letters are as
 * large as they are meant to be, and no word of one line is divided.
 */
export function columnRanges(layout: readonly Cell[][], count: number, setting: Setting): ColumnRange[] | null {
  const wants = wantsOf(layout, count, { style: setting.houseStyle.table, ...padding }, setting).map(({ least }) => least)
  const [stub = 0, ...others] = wants
  if (count < 3 || wants.reduce((sum, want) => sum + want, 0) <= setting.measure) return null
  const ranges: ColumnRange[] = [{ from: 0, to: 1 }]
  let used = stub
  others.forEach((want, index) => {
    const column = index + 1
    const open = ranges.at(-1)!
    if (used + want > setting.measure && open.to > Math.max(1, open.from)) {
      ranges.push({ from: column, to: column + 1 })
      used = stub + want
    } else {
      open.to = column + 1
      used += want
    }
  })
  return ranges.length > 1 ? ranges : null
}

function scaled(look: Look, scale: number): Look {
  if (scale >= 1) return look
  const style = variant(look.style, `scale ${scale}`, ({ size, leading }) => ({ size: size * scale, leading: leading * scale }))
  return { style, across: look.across * scale, down: look.down }
}

/** Columns of these shares of the measure, none less than two letters wide. */
function shared(shares: readonly number[], wants: readonly Wants[], measure: number): Column[] {
  const given = wants.map(({ floor }, i) => Math.max(floor, shares[i]! * measure))
  const over = given.reduce((sum, width) => sum + width, 0) - measure
  const slack = given.reduce((sum, width, i) => sum + width - wants[i]!.floor, 0)
  return wants.map(({ before, after, floor }, i) => ({
    width: given[i]! - (slack ? (over * (given[i]! - floor)) / slack : 0),
    before,
    after,
  }))
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
  const wants = Array.from({ length: count }, (): Wants => ({ width: floor, least: floor, divided: floor, floor, before: 0, after: 0 }))
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
          want.least = Math.max(want.least, widestPart(line, null) + room)
          want.divided = Math.max(want.divided, widestPart(line, setting) + room)
        }
    }
  for (const want of wants) {
    const numbers = want.before + want.after + look.across * 2 + 0.5
    if (want.before)
      Object.assign(want, {
        width: Math.max(want.width, numbers),
        least: Math.max(want.least, numbers),
        divided: Math.max(want.divided, numbers),
      })
  }
  return wants
}

/** Every column gets what it wants; where that is too much, none less than its longest words, and the rest in proportion to what more they want. */
function fitted(wants: readonly Wants[], measure: number): Column[] {
  const sum = (of: 'width' | 'least' | 'floor'): number => wants.reduce((total, want) => total + want[of], 0)
  const natural = sum('width')
  const least = sum('least')
  const floors = sum('floor')
  const widthOf = ({ width, least: own, floor }: Wants): number => {
    if (natural <= measure) return width
    // Not even the longest words fit: what is more than two letters gives way alike.
    if (least >= measure) return floor + ((own - floor) * Math.max(0, measure - floors)) / Math.max(1, least - floors)
    return own + ((width - own) * (measure - least)) / (natural - least)
  }
  return wants.map(want => ({ width: widthOf(want), before: want.before, after: want.after }))
}

/** Width of a line from its first piece on, whatever its alignment did with the endless measure. */
export const lineWidth = (line: Line): number => line.end - line.start

/** The widest part of a line that no space parts; nor a hyphen, where words may be divided by the setting. */
function widestPart(line: Line, dividing: Setting | null): number {
  let widest = 0
  let begin = 0
  let end = Number.NEGATIVE_INFINITY
  for (const piece of line.pieces) {
    const width = ('shape' in piece ? piece.shape.width : piece.formula.width) * piece.size
    if (piece.spaced ?? piece.x - end > piece.size * 0.08) begin = piece.x
    end = piece.x + width
    const points = dividing?.houseStyle.hyphenate && 'shape' in piece ? pointsIn(piece.shape, dividing) : []
    let from = begin
    for (const { sum, before } of points) {
      const hyphen = (before - sum) * piece.size
      widest = Math.max(widest, piece.x + sum * piece.size + hyphen - from)
      begin = from = piece.x + sum * piece.size
    }
    widest = Math.max(widest, end - begin)
  }
  return widest
}

const pointsIn = (shape: Shape, { fonts, language, houseStyle }: Setting): readonly HyphenPoint[] =>
  shape.text.length > 4 ? pointsOf(shape, fonts, language, exceptionsIn(houseStyle.divided)) : []

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

/** A page as plain values that can cross to the screen: words with their places, formulas, rules, pictures and where each block is. */
import type { FormulaDrawing } from '../formulas/typesetter.ts'
import type { Families } from '../type/families.ts'
import type { AnyFace, Shape } from '../type/fonts.ts'
import { type Line, widthOfPiece } from '../type/line.ts'
import { unknownSigns } from '../type/unknownSigns.ts'
import type { Mark, Placed } from './box.ts'
import { countedBaselines } from './lineNumbers.ts'
import type { Page } from './page.ts'
import { turn } from './turned.ts'

/** Words that look alike, and where each begins. */
interface DrawnRun {
  face: AnyFace
  features: string
  size: number
  rise: number
  lead: string
  marked: boolean
  x: number[]
  words: string[]
  /** How wide each is, where that is not what its letters are. */
  widths?: number[]
}

/** What is drawn. All lengths in points from a top left corner; baselines for text and formulas. */
export interface Ink {
  lines: {
    y: number
    runs: DrawnRun[]
  }[]
  formulas: { x: number; y: number; size: number; formula: FormulaDrawing }[]
  rules: [x: number, y: number, width: number, height: number][]
  pictures: { x: number; y: number; width: number; height: number; picture: string; alternative: string }[]
}

const noInk = (): Ink => ({ lines: [], formulas: [], rules: [], pictures: [] })

/** A page; what is on it from its top left corner. */
export interface PageDrawing extends Ink {
  index: number
  label: string
  width: number
  height: number
  /** The families of its faces, where they are not the usual ones. */
  families?: Families
  /** What is turned on it by a right angle, each with the matrix from its frame to the page. */
  turned: (Ink & { matrix: readonly number[] })[]
  /** Where blocks stand, for pointing at them. */
  areas: { block: string; y: number; height: number }[]
  side: Page['side']
  /** Baselines of the lines of text, in order. */
  baselines: number[]
}

export function drawPage(page: Page, families?: Families): PageDrawing {
  const drawing: PageDrawing = {
    ...(families ? { families } : {}),
    index: page.index,
    label: page.label,
    width: page.width,
    height: page.height,
    ...noInk(),
    turned: [],
    areas: [],
    side: page.side,
    baselines: countedBaselines(page.placed),
  }
  for (const placed of [...page.furniture, ...page.placed]) draw(placed, drawing)
  for (const { y, box } of page.placed) {
    const last = drawing.areas.at(-1)
    if (!box.block) continue
    if (last?.block === box.block) last.height = y + box.height - last.y
    else drawing.areas.push({ block: box.block, y, height: box.height })
  }
  return drawing
}

function draw(placed: Placed, drawing: PageDrawing): void {
  const { x, y, box } = placed
  if (box.turned) {
    const own = { ...noInk(), matrix: turn(placed) }
    for (const mark of box.marks) drawMark(mark, 0, 0, own)
    drawing.turned.push(own)
  } else for (const mark of box.marks) drawMark(mark, x, y, drawing)
}

function drawMark(mark: Mark, x: number, y: number, drawing: Ink): void {
  switch (mark.kind) {
    case 'line':
      drawLine(mark.line, x + mark.x, y + mark.baseline, drawing)
      break
    case 'formula':
      drawing.formulas.push({ x: x + mark.x, y: y + mark.baseline, size: mark.size, formula: mark.formula })
      break
    case 'rule':
      drawing.rules.push([x + mark.x, y + mark.y, mark.width, mark.height])
      break
    case 'picture':
      drawing.pictures.push({
        x: x + mark.x,
        y: y + mark.y,
        width: mark.width,
        height: mark.height,
        picture: mark.picture,
        alternative: mark.alternative,
      })
  }
}

/** What a screen would draw in a face of its own is a frame, as it is on paper. */
function shownAs(shape: Shape): string {
  const unknown = unknownSigns(shape)
  if (unknown.size === 0) return shape.text
  let at = 0
  return [...shape.text]
    .map(sign => {
      const shown = unknown.has(at) ? '\u25a1' : sign
      at += sign.length
      return shown
    })
    .join('')
}

function drawLine(line: Line, x: number, y: number, drawing: Ink): void {
  const runs: Ink['lines'][number]['runs'] = []
  for (const piece of line.pieces) {
    if ('formula' in piece) {
      drawing.formulas.push({ x: x + piece.x, y, size: piece.size, formula: piece.formula })
      continue
    }
    const lead = !piece.lead ? '' : 'entry' in piece.lead ? piece.lead.entry : 'note' in piece.lead ? piece.lead.note : piece.lead.address
    const last = runs.at(-1)
    if (
      last &&
      last.face === piece.shape.face &&
      last.features === piece.shape.features &&
      last.size === piece.size &&
      last.rise === piece.rise &&
      last.lead === lead &&
      last.marked === piece.marked
    ) {
      last.x.push(x + piece.x)
      last.words.push(shownAs(piece.shape))
      last.widths?.push(widthOfPiece(piece))
    } else
      runs.push({
        face: piece.shape.face,
        features: piece.shape.features,
        size: piece.size,
        rise: piece.rise,
        lead,
        marked: piece.marked,
        x: [x + piece.x],
        words: [shownAs(piece.shape)],
        ...(piece.fit ? { widths: [widthOfPiece(piece)] } : {}),
      })
  }
  if (runs.length) drawing.lines.push({ y, runs })
}

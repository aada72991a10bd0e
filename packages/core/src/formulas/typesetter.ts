/**
 * Formulas as outlines and boxes; a formula is its source in the notation the math libraries exchange. Every result is kept by
 * source and style, and can be handed out and taken back in, so that it outlives the program.
 */

/** Affine transform a b c d e f, as in SVG: x' = a x + c y + e, y' = b x + d y + f. */
export type Affine = [number, number, number, number, number, number]

/** A formula ready to draw. All lengths in em; y grows upwards from the baseline. */
export interface FormulaDrawing {
  width: number
  height: number
  depth: number
  /** Filled outlines: path data with absolute commands M L Q C H V Z in 1/1000 em, and where they stand. */
  outlines: { path: string; place: Affine }[]
  /** Filled rectangles: x, y, width, height in 1/1000 em after `place`. */
  rules: { rect: [number, number, number, number]; place: Affine }[]
  /** Where a line may end within it: in a line of text after a relation outside all brackets, in a display before one. */
  breaks: FormulaBreak[]
  /** The same formula as MathML: what it says is made from it. Empty where it cannot be set. */
  mathMl: string
  /** What is wrong with the source, where it cannot be set. */
  error: string
  /** The rest of a formula that the line before it ended within. */
  goesOn?: true
}

export interface FormulaBreak {
  /** Where what comes before it ends and what comes after it begins, in em: the space between them is that of the relation. */
  end: number
  begin: number
  /** The first outline and the first rectangle that come after it. */
  outline: number
  rule: number
}

export interface FormulaToSet {
  source: string
  display: boolean
}

export interface FormulaTypesetter {
  set(source: string, display: boolean): FormulaDrawing
  /** Whether it is set already. */
  knows(source: string, display: boolean): boolean
  /** Everything set so far that was not taken in, by key. */
  handOut(): [string, FormulaDrawing][]
  takeIn(boxes: Iterable<[string, FormulaDrawing]>): void
  /** Takes in what another typesetter has just set: it is handed out again, as if it had been set here. */
  takeOver(boxes: Iterable<[string, FormulaDrawing]>): void
}

/** Sets a formula anew. */
export type SetFormula = (source: string, display: boolean) => FormulaDrawing

/** What a drawing is kept under: another word than earlier programs had, whose long signs reached too far. */
export const keyOf = (source: string, display: boolean): string => (display ? 'displayed ' : 'in line ') + source

/** `set` is asked for what was neither set nor taken in. */
export function typesetterOver(set: SetFormula): FormulaTypesetter {
  const known = new Map<string, FormulaDrawing>()
  const fresh = new Map<string, FormulaDrawing>()
  return {
    knows: (source, display) => known.has(keyOf(source, display)),
    set(source, display) {
      const key = keyOf(source, display)
      let box = known.get(key)
      if (!box) {
        box = set(source, display)
        known.set(key, box)
        fresh.set(key, box)
      }
      return box
    },
    handOut() {
      const boxes = [...fresh]
      fresh.clear()
      return boxes
    },
    takeIn(boxes) {
      // Boxes kept by an earlier version do not know all that is asked of them: they are set again.
      for (const [key, box] of boxes) if (Array.isArray(box.breaks) && typeof box.mathMl === 'string') known.set(key, box)
    },
    takeOver(boxes) {
      for (const [key, box] of boxes) {
        known.set(key, box)
        fresh.set(key, box)
      }
    },
  }
}

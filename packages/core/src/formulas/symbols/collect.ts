/** The symbols of a work: each with how often it is used and where first. Kept by formula and division, so that an edit costs what it changed. */
import type { Node } from 'prosemirror-model'
import { isKind } from '../../work/kinds/index.ts'
import { speakRow } from '../spoken/speak.ts'
import { readXml } from '../tree/mathElement.ts'
import { readMathMl } from '../tree/readMathMl.ts'
import type { Row } from '../tree/terms.ts'
import type { FormulaDrawing, FormulaTypesetter } from '../typesetter.ts'
import { type SymbolUse, symbolsIn } from './symbolsIn.ts'

export interface CollectedSymbol {
  /** Its notation. */
  key: string
  /** How it is said, in the language of the work. */
  spoken: string
  /** How often it is written. */
  count: number
  /** The identified block in which it stands first. */
  first: string
}

type Counts = ReadonlyMap<string, { row: Row; count: number; first: string }>

const ofDrawing = new WeakMap<FormulaDrawing, readonly SymbolUse[]>()
function usesIn(drawing: FormulaDrawing): readonly SymbolUse[] {
  let uses = ofDrawing.get(drawing)
  if (!uses) {
    try {
      uses = symbolsIn(readMathMl(readXml(drawing.mathMl)))
    } catch {
      // What could not be set says nothing.
      uses = []
    }
    ofDrawing.set(drawing, uses)
  }
  return uses
}

const ofDivision = new WeakMap<Node, Counts>()
function countsOf(division: Node, formulas: FormulaTypesetter): Counts {
  const kept = ofDivision.get(division)
  if (kept) return kept
  const counts = new Map<string, { row: Row; count: number; first: string }>()
  const visit = (node: Node, block: string): void => {
    const own = (!node.isInline && (node.attrs.id as string)) || block
    if (isKind(node, 'formula') || isKind(node, 'equation'))
      for (const { key, row } of usesIn(formulas.set(node.attrs.formula, isKind(node, 'equation')))) {
        const known = counts.get(key)
        if (known) known.count++
        else counts.set(key, { row, count: 1, first: own })
      }
    for (const child of node.children) visit(child, own)
  }
  visit(division, '')
  ofDivision.set(division, counts)
  return counts
}

/** In the order in which they are first used. */
export function collectSymbols(doc: Node, formulas: FormulaTypesetter, language: string): CollectedSymbol[] {
  const all = new Map<string, CollectedSymbol>()
  for (const division of doc.children)
    for (const [key, { row, count, first }] of countsOf(division, formulas)) {
      const known = all.get(key)
      if (known) known.count += count
      else all.set(key, { key, spoken: speakRow(row, language), count, first })
    }
  return [...all.values()]
}

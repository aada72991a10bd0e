import type { FormulaDrawing } from '../typesetter.ts'

const kept = new WeakMap<FormulaDrawing, string>()

/** The letters and figures of a formula in their order, without marks and signs: what a symbol is sorted by. */
export function lettersOf(drawing: FormulaDrawing): string {
  let letters = kept.get(drawing)
  if (letters === undefined) {
    const words = drawing.mathMl
      .replace(/<annotation[\s\S]*?<\/annotation>/g, '')
      .replace(/<[^>]*>/g, '')
      .replace(/&#x([\da-f]+);/gi, (_, code: string) => String.fromCodePoint(Number.parseInt(code, 16)))
    letters = words.normalize('NFKD').replace(/[^\p{L}\p{N}]/gu, '') || words
    kept.set(drawing, letters)
  }
  return letters
}

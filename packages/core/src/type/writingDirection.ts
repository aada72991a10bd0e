/** Words that run from right to left: which those are, and where everything on their line stands (Unicode Annex 9). */
import bidiFactory from 'bidi-js'
import type { Run } from './inline.ts'
import { leftwards } from './leftwards.ts'

const bidi = bidiFactory()

/** Letters and marks that bring another direction with them; without any of these, everything runs to the right. */
const other = /[\u0590-\u08ff\u200f\u202a-\u202e\u2066-\u2069\ufb1d-\ufdff\ufe70-\ufefc\u{10800}-\u{10fff}\u{1e800}-\u{1efff}]/u
const leftwardLetters = /[\p{Script=Hebrew}\p{Script=Arabic}\p{Script=Syriac}\p{Script=Thaana}\p{Script=Nko}]/gu
const letters = /\p{L}/gu
/** Languages whose paragraphs begin at the right. */
const leftwardLanguage = /^(?:ar|he|yi|fa|ur|ps|sd|ug|dv|syr|ckb)\b/

/** A paragraph in which something runs from right to left. */
export interface Directed {
  runs: Run[]
  /** It begins at the right. */
  leftward: boolean
}

/** What stands for a formula: of no direction of its own. */
const formulaSign = '\ufffc'

/** The runs of a paragraph, parted where the direction changes, each with its level; null where everything runs to the right, as almost always. */
export function directed(runs: readonly Run[], language: string): Directed | null {
  if (!runs.some(({ text, formula }) => !formula && other.test(text))) return null
  const said = runs.map(({ text, formula }) => (formula ? formulaSign.repeat(text.length) : text)).join('')
  const leftward = leftwardLanguage.test(language) || beginsAtTheRight(said)
  const { levels } = bidi.getEmbeddingLevels(said, leftward ? 'rtl' : 'ltr')
  let at = 0
  const parted = runs.flatMap(run => {
    const begin = at
    at += run.text.length
    // What is one thing has one direction.
    if (run.formula || run.reserve) return [withLevel(run, run.text, levels[begin] ?? 0)]
    const parts: Run[] = []
    for (let from = begin; from < at; ) {
      let to = from + 1
      while (to < at && levels[to] === levels[from]) to++
      const { anchors, ...more } = run
      parts.push(
        withLevel(from === begin && anchors ? { ...more, anchors } : more, run.text.slice(from - begin, to - begin), levels[from]!),
      )
      from = to
    }
    return parts
  })
  return { runs: parted, leftward }
}

/** More of its letters run to the left than to the right: a foreign word at the begin of a sentence turns nothing round. */
function beginsAtTheRight(text: string): boolean {
  const all = text.match(letters)?.length ?? 0
  return (text.match(leftwardLetters)?.length ?? 0) * 2 > all
}

function withLevel(run: Run, text: string, level: number): Run {
  if (level % 2 === 0) return { ...run, text, level }
  return { ...run, text, level, divisible: false, features: run.features ? `${run.features} ${leftwards}` : leftwards }
}

/** Pieces of a line in the order of reading, and the level of the space before each, -1 where there is none. Widths in points. */
interface LevelledPieces {
  count: number
  widths: readonly number[]
  levels: readonly number[]
  spaceLevels: readonly number[]
}

/**
 * Where pieces stand that were placed as if all ran to the right, in points; changes `places`. The line of a paragraph that begins at the
 * right is turned round within its measure; `leftwardIn` is null for any other.
 */
export function placeByLevel(places: number[], { count, widths, levels, spaceLevels }: LevelledPieces, leftwardIn: number | null): void {
  if (count === 0) return
  const begin = leftwardIn === null ? places[0]! : leftwardIn - places[count - 1]! - widths[count - 1]!
  const atoms: { level: number; width: number; piece: number }[] = []
  for (let i = 0; i < count; i++) {
    const between = spaceLevels[i]! < 0 ? Math.min(levels[i - 1] ?? 0, levels[i]!) : spaceLevels[i]!
    if (i > 0) atoms.push({ level: between, width: places[i]! - places[i - 1]! - widths[i - 1]!, piece: -1 })
    atoms.push({ level: levels[i]!, width: widths[i]!, piece: i })
  }
  // Rule L2: from the highest level down to the lowest odd one, everything at that level or above is turned round.
  for (let level = Math.max(...atoms.map(atom => atom.level)); level > 0; level--)
    for (let from = 0; from < atoms.length; from++) {
      if (atoms[from]!.level < level) continue
      let to = from
      while (to + 1 < atoms.length && atoms[to + 1]!.level >= level) to++
      atoms.splice(from, to - from + 1, ...atoms.slice(from, to + 1).reverse())
      from = to
    }
  let x = begin
  for (const { width, piece } of atoms) {
    if (piece >= 0) places[piece] = x
    x += width
  }
}

/** Taking away: sign by sign; a structure whose slot has nothing left before the caret goes, and what else it held stays. */
import { type Grid, grid, isStructure, type Row, type Structure } from '../tree/terms.ts'
import { rowAt, withRow } from './caret.ts'
import { aroundCaret, at, currentRow, selected, splice, type Writing } from './writing.ts'

export function removeBefore(writing: Writing): Writing {
  const chosen = selected(writing)
  if (chosen) return splice(writing, ...chosen, [])
  const { caret, word } = writing
  const row = currentRow(writing)
  if (word && word.text.length > 1 && !word.text.endsWith(' ')) {
    const made = splice(writing, caret.at - 1, caret.at, [])
    return { ...made, word: { ...word, text: word.text.slice(0, -1) } }
  }
  if (word?.text.endsWith(' ')) return { ...writing, word: { ...word, text: word.text.trimEnd() } }
  if (caret.at === 0) return dissolve(writing)
  const last = row[caret.at - 1]!
  if (!isStructure(last) || last.slots.every(slot => !slot.length)) return splice(writing, caret.at - 1, caret.at, [])
  const slot = last.slots.length - 1
  const inside = [...caret.path, caret.at - 1, slot]
  return at(writing.row, { path: inside, at: rowAt(writing.row, inside).length })
}

export function removeAfter(writing: Writing): Writing {
  const chosen = selected(writing)
  if (chosen) return splice(writing, ...chosen, [])
  const { caret } = writing
  const row = currentRow(writing)
  const next = row[caret.at]
  if (!next) return aroundCaret(writing) && !row.length ? dissolve(writing) : writing
  if (!isStructure(next) || next.slots.every(slot => !slot.length)) {
    const made = splice(writing, caret.at, caret.at + 1, [])
    return at(made.row, caret)
  }
  return { row: writing.row, caret: { ...caret, at: caret.at + 1 }, anchor: caret.at }
}

/** Takes the structure around the caret away and leaves what its slots held. */
function dissolve(writing: Writing): Writing {
  const outer = aroundCaret(writing)
  if (!outer) return writing
  const { structure, slot, path, index } = outer
  if (structure.kind === 'grid' && structure.slots.some(each => each.length)) return emptied(writing, structure, slot)
  const before = structure.slots.slice(0, slot).flat()
  const kept: Row = structure.kind === 'scripts' && structure.has === 'both' ? keptScript(structure, slot) : structure.slots.flat()
  const row = rowAt(writing.row, path)
  const made = [...row.slice(0, index), ...kept, ...row.slice(index + 1)]
  const inScripts = structure.kind === 'scripts' && structure.has === 'both'
  return at(withRow(writing.row, path, made), { path, at: index + (inScripts ? 0 : before.length) })
}

/** Of two scripts the other one stays where it stands. */
function keptScript(structure: Structure & { kind: 'scripts' }, slot: number): Row {
  const other = structure.slots[1 - slot]!
  return [{ ...structure, has: slot === 0 ? 'above' : 'below', slots: [other] }, ...structure.slots[slot]!]
}

/** A row or a column of an array with nothing in it goes. */
function emptied(writing: Writing, structure: Grid, slot: number): Writing {
  const { path, index } = aroundCaret(writing)!
  const made = withoutCells(structure, slot, true)
  if (made) {
    const cell = Math.min(slot, made.slots.length - 1)
    return at(withRow(writing.row, path, rowAt(writing.row, path).with(index, made)), { path: [...path, index, cell], at: 0 })
  }
  if (slot === 0) return at(writing.row, { path, at: index })
  const inside = [...path, index, slot - 1]
  return at(writing.row, { path: inside, at: rowAt(writing.row, inside).length })
}

/** An array without the row of a cell if that is empty, else without its column if that is; `which` takes one whatever it holds. */
export function withoutCells(structure: Grid, slot: number, empty: boolean, which?: 'row' | 'column'): Grid | undefined {
  const width = structure.columns.length
  const rows = Array.from({ length: structure.slots.length / width }, (_, line) => structure.slots.slice(line * width, (line + 1) * width))
  const line = Math.floor(slot / width)
  const column = slot % width
  const { slots: _, ...rest } = structure
  const shifted = (rules: readonly number[] | undefined, gone: number, count: number): readonly number[] =>
    (rules ?? []).map(rule => (rule > gone ? rule - 1 : rule)).filter(rule => rule > 0 && rule < count)
  if (which !== 'column' && rows.length > 1 && (!empty || rows[line]!.every(cell => !cell.length)))
    return grid(rows.toSpliced(line, 1), { ...rest, rowRules: shifted(structure.rowRules, line, rows.length - 1) })
  if (which !== 'row' && width > 1 && (!empty || rows.every(cells => !cells[column]!.length)))
    return grid(
      rows.map(cells => cells.toSpliced(column, 1)),
      {
        ...rest,
        columns: structure.columns.slice(0, column) + structure.columns.slice(column + 1),
        columnRules: shifted(structure.columnRules, column, width - 1),
      },
    )
  return undefined
}

/** Takes away the row or the column of the cell that the caret is in. */
export function removeCells(writing: Writing, which: 'row' | 'column'): Writing {
  const outer = aroundCaret(writing)
  if (outer?.structure.kind !== 'grid') return writing
  const made = withoutCells(outer.structure, outer.slot, false, which)
  if (!made) return writing
  const cell = Math.min(outer.slot, made.slots.length - 1)
  return at(withRow(writing.row, outer.path, rowAt(writing.row, outer.path).with(outer.index, made)), {
    path: [...outer.path, outer.index, cell],
    at: 0,
  })
}

/** What can be done with the rows and columns of the array that the caret is in. */

import type { Grid, Term } from '@steady-ledger/core/formulas/tree/terms.ts'
import { removeCells } from '@steady-ledger/core/formulas/typing/remove.ts'
import { addCells } from '@steady-ledger/core/formulas/typing/resolve.ts'
import { aroundCaret, change, type Writing } from '@steady-ledger/core/formulas/typing/writing.ts'
import { keysOf } from '../app/shortcuts.ts'

const brackets: [string, string, string][] = [
  ['none', '', ''],
  ['( )', '(', ')'],
  ['[ ]', '[', ']'],
  ['| |', '|', '|'],
  ['‖ ‖', '‖', '‖'],
  ['{ }', '{', '}'],
  ['{', '{', ''],
]

export function ArrayBar({ writing, onWrite }: { writing: Writing; onWrite(writing: Writing): void }) {
  const outer = aroundCaret(writing)
  if (outer?.structure.kind !== 'grid') return null
  const { structure, slot, path, index } = outer
  const width = structure.columns.length
  const column = slot % width
  const row = Math.floor(slot / width)
  const rows = structure.slots.length / width
  const changeTo = (made: Partial<Grid>): void => onWrite(change(writing, index, path, { ...structure, ...made } as Term))
  const toggled = (rules: readonly number[] | undefined, at: number): number[] =>
    rules?.includes(at) ? rules.filter(rule => rule !== at) : [...(rules ?? []), at].sort((a, b) => a - b)
  const aligned = (letter: string): string => structure.columns.slice(0, column) + letter + structure.columns.slice(column + 1)
  const button = (says: string, run: () => void, more: { label?: string; keys?: string; off?: boolean; on?: boolean } = {}) => (
    <button
      type="button"
      className="quiet aria-pressed:font-semibold aria-pressed:text-(--structure)"
      aria-label={more.label}
      aria-pressed={more.on}
      title={more.keys}
      disabled={more.off}
      onMouseDown={event => event.preventDefault()}
      onClick={run}
    >
      {says}
    </button>
  )
  return (
    <div role="toolbar" aria-label="Array" className="flex flex-wrap items-center gap-x-3 border-t border-(--rule) px-3 py-0.5 text-xs">
      <span className="text-(--ink-soft)">Row</span>
      {button('Add', () => onWrite(addCells(writing, 'row')), { label: 'Add a row below', keys: keysOf('line') })}
      {button('Remove', () => onWrite(removeCells(writing, 'row')), { label: 'Remove this row', keys: keysOf('noRow'), off: rows < 2 })}
      {button('Rule below', () => changeTo({ rowRules: toggled(structure.rowRules, row + 1) }), {
        on: structure.rowRules?.includes(row + 1) ?? false,
        off: row + 1 >= rows,
      })}
      <span className="text-(--ink-soft)">Column</span>
      {button('Add', () => onWrite(addCells(writing, 'column')), { label: 'Add a column after', keys: keysOf('column') })}
      {button('Remove', () => onWrite(removeCells(writing, 'column')), {
        label: 'Remove this column',
        keys: keysOf('noColumn'),
        off: width < 2,
      })}
      {button('Rule after', () => changeTo({ columnRules: toggled(structure.columnRules, column + 1) }), {
        on: structure.columnRules?.includes(column + 1) ?? false,
        off: column + 1 >= width,
      })}
      {(['l', 'c', 'r'] as const).map(letter => (
        <span key={letter}>
          {button({ l: 'Left', c: 'Centre', r: 'Right' }[letter], () => changeTo({ columns: aligned(letter) }), {
            on: structure.columns[column] === letter,
          })}
        </span>
      ))}
      <label className="flex items-center gap-1 text-(--ink-soft)">
        Brackets
        <select
          className="border border-(--field-border) bg-(--sheet) text-(--ink)"
          value={brackets.findIndex(([, open, close]) => open === structure.open && close === structure.close)}
          onChange={event => {
            const [, open, close] = brackets[Number(event.target.value)]!
            changeTo({ open, close })
          }}
        >
          {brackets.map(([says], each) => (
            <option key={says} value={each}>
              {says}
            </option>
          ))}
        </select>
      </label>
    </div>
  )
}

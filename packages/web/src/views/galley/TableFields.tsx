/** Fields of a table: how wide its columns are, how the column with the cursor is aligned, rows and columns more or less. */

import type { WayOfWideTables } from '@steady-ledger/core/work/kinds/table.ts'
import { type CellAlignment, cellAlignments } from '@steady-ledger/core/work/kinds/table.ts'
import type { Node } from '@steady-ledger/core/work/schema.ts'
import { addColumnAfter, addRowAfter, deleteColumn, deleteRow, isInTable, selectedRect, toggleHeaderRow } from '@tiptap/pm/tables'
import { useState } from 'react'
import { useSession, useView } from '../../session/sessionContext.ts'
import { Choice, Field } from '../../ui/fields.tsx'

const alignments: Record<CellAlignment | 'usual', string> = {
  usual: 'As the house style says',
  left: 'Left',
  centre: 'Centred',
  right: 'Right',
  decimal: 'At the decimal sign',
}

type Widths = 'texts' | 'equal' | 'own'
const widthsOf = (widths: string): Widths => (widths === '' ? 'texts' : widths === 'equal' ? 'equal' : 'own')

const changes = [
  ['A row below', addRowAfter],
  ['A column after', addColumnAfter],
  ['Remove the row', deleteRow],
  ['Remove the column', deleteColumn],
  ['Header row on or off', toggleHeaderRow],
] as const

export function TableFields({ node, set }: { node: Node; set(name: string, value: unknown): boolean }) {
  const session = useSession()
  // The column with the cursor is another one when the cursor moves.
  useView(view => view.selected)
  useView(view => view.doc)
  const { state } = session
  const inside = isInTable(state)
  const widths = node.attrs.widths as string
  const [own, setOwn] = useState(widthsOf(widths) === 'own')
  const kind = own ? 'own' : widthsOf(widths)
  return (
    <section className="slip-part" aria-label="Columns">
      <h3>Columns</h3>
      <Choice
        label="How wide columns are"
        value={kind}
        options={{ texts: 'As their texts need', equal: 'All alike, over the whole width', own: 'In shares of my own' }}
        onChange={value => {
          setOwn(value === 'own')
          if (value !== 'own') set('widths', value === 'equal' ? 'equal' : '')
        }}
      />
      {kind === 'own' && (
        <Field
          label="Shares, as 3 2 1 or 50 30 20"
          value={widthsOf(widths) === 'own' ? widths : ''}
          check={value => (/^\s*(\d+([.,]\d+)?[\s;:]*)+$/.test(value) ? '' : 'A number for each column, such as 3 2 1.')}
          onChange={value => set('widths', value.trim().slice(0, 400))}
        />
      )}
      <Choice
        label="Columns that have no room"
        value={node.attrs.tooWide as WayOfWideTables}
        options={
          { smaller: 'The table is set smaller', below: 'Go on below, beside the first column' } satisfies Record<WayOfWideTables, string>
        }
        onChange={value => set('tooWide', value)}
      />
      {inside && <ColumnAlignment />}
      {inside && (
        <p className="button-row flex-wrap">
          {changes.map(([says, run]) => (
            <button key={says} type="button" className="button quiet" onClick={() => run(session.state, session.dispatch.bind(session))}>
              {says}
            </button>
          ))}
        </p>
      )}
    </section>
  )
}

/** Of all cells of the columns in which the selection is. */
function ColumnAlignment() {
  const session = useSession()
  const { map, table, tableStart, left, right } = selectedRect(session.state)
  const cells = map.cellsInRect({ left, right, top: 0, bottom: map.height })
  const found = new Set(cells.map(at => (table.nodeAt(at)?.attrs.align as CellAlignment | null) ?? 'usual'))
  const [only] = found
  const setAll = (align: CellAlignment | null): void => {
    const { tr } = session.state
    for (const at of cells) tr.setNodeAttribute(tableStart + at, 'align', align)
    session.dispatch(tr)
  }
  return (
    <Choice
      label={right - left > 1 ? 'These columns are aligned' : 'This column is aligned'}
      value={found.size === 1 ? only! : 'several'}
      options={
        { ...(found.size > 1 ? { several: 'In several ways' } : {}), ...alignments } as Record<CellAlignment | 'usual' | 'several', string>
      }
      onChange={value => setAll(cellAlignments.find(each => each === value) ?? null)}
    />
  )
}

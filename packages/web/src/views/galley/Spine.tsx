/** The outline: matter, divisions, sections. Drag, or use the keys of the galley, to move, promote and demote with all that is held. */

import { type Destination, demote, moveSection, moveStep, promote } from '@steady-ledger/core/work/commands/sections.ts'
import { division, type Matter, matterOf, plainText } from '@steady-ledger/core/work/schema.ts'
import { closeHistory } from '@tiptap/pm/history'
import type { Transform } from '@tiptap/pm/transform'
import { type DragEvent, type KeyboardEvent, useMemo, useRef, useState } from 'react'
import { useNavigate } from 'react-router'
import { restoreCursor } from '../../editor/keys.ts'
import { opensDivision } from '../../editor/oneDivision.ts'
import { useSession, useView } from '../../session/sessionContext.ts'

interface Row {
  id: string
  level: number
  number: string
  title: string
  matter: Matter
  division: string
}
const matters: Record<Matter, string> = { front: 'Front matter', main: 'Main matter', back: 'Back matter' }
const deepestShown = 3

const indents: Record<number, string> = { 2: 'pl-2', 3: 'pl-[18px]' }
const line = 'before:absolute before:inset-x-2 before:h-0.5 before:bg-(--structure)'
const dropLooks = {
  before: `${line} before:-top-px`,
  after: `${line} before:-bottom-px`,
  into: 'outline-2 -outline-offset-2 outline-(--structure)',
}

export function Spine() {
  const session = useSession()
  const navigate = useNavigate()
  const ledger = useView(view => view.ledger)
  const open = useView(view => view.openDivision)
  const selected = useView(view => view.selected.id)
  const turnover = useView(view => view.turnover)
  const [dragged, setDragged] = useState('')
  const [drop, setDrop] = useState<{ id: string; where: Destination } | null>(null)
  const tree = useRef<HTMLDivElement>(null)
  const rows = useMemo(() => {
    const list: Row[] = []
    for (const { item, bare, division: index } of ledger.entries) {
      if (item.kind !== 'heading' || item.level > deepestShown || !item.text) continue
      const host = session.state.doc.child(index)
      list.push({
        id: item.id,
        level: item.level,
        number: bare,
        title: plainText(item.text) || 'Untitled',
        matter: matterOf(host),
        division: division(host).id,
      })
    }
    return list
  }, [ledger, session])
  const shown = rows.filter(row => row.level <= 1 || row.division === open)

  const command = (run: (tr: Transform) => boolean, id: string): void => {
    const { tr } = session.state
    if (!run(tr)) return
    restoreCursor(tr, id, 0)
    session.dispatch(closeHistory(tr.setMeta(opensDivision, true)))
    requestAnimationFrame(() => tree.current?.querySelector<HTMLElement>(`[data-row="${id}"]`)?.focus())
  }
  const onKey = (event: KeyboardEvent, row: Row, index: number): void => {
    const control = (event.ctrlKey || event.metaKey) && event.altKey
    const to = (next: Row | undefined): void => tree.current?.querySelector<HTMLElement>(`[data-row="${next?.id}"]`)?.focus()
    if (control && event.key === 'ArrowUp') command(tr => moveStep(tr, row.id, -1), row.id)
    else if (control && event.key === 'ArrowDown') command(tr => moveStep(tr, row.id, 1), row.id)
    else if (control && event.key === '[') command(tr => promote(tr, row.id), row.id)
    else if (control && event.key === ']') command(tr => demote(tr, row.id), row.id)
    else if (event.key === 'ArrowDown') to(shown[index + 1])
    else if (event.key === 'ArrowUp') to(shown[index - 1])
    else if (event.key === 'Home') to(shown[0])
    else if (event.key === 'End') to(shown.at(-1))
    else if (event.key === 'ArrowLeft') to(shown.slice(0, index).findLast(other => other.level < row.level))
    else if (event.key === 'Enter' || event.key === ' ' || event.key === 'ArrowRight') navigate(`../galley/${row.id}`)
    else return
    event.preventDefault()
  }
  const whereOver = (event: DragEvent, row: Row): Destination => {
    const { top, height } = event.currentTarget.getBoundingClientRect()
    const share = (event.clientY - top) / height
    const source = rows.find(found => found.id === dragged)
    if (source && source.level <= 1) return share < 0.5 ? 'before' : 'after'
    if (row.level <= 1) return 'into'
    return share < 0.3 ? 'before' : share > 0.7 ? 'after' : 'into'
  }
  return (
    <div className="spine w-(--spine-width) flex-none overflow-y-auto bg-(--paper) pt-2.5 pb-[30px]">
      <div ref={tree} role="tree" aria-label="Outline">
        {shown.map((row, index) => {
          const page = turnover?.pageOf.get(row.id)
          const first = index === 0 || shown[index - 1]!.matter !== row.matter
          return (
            <div key={row.id} role="presentation">
              {first && <p className="column-head px-3.5 pt-2.5 pb-0.5">{matters[row.matter]}</p>}
              <div
                role="treeitem"
                tabIndex={row.id === (selected || open) || (index === 0 && !shown.some(other => other.id === (selected || open))) ? 0 : -1}
                aria-level={Math.max(1, row.level)}
                aria-selected={row.id === open || row.id === selected}
                data-row={row.id}
                className={`spine-row level-${row.level} relative grid cursor-pointer grid-cols-[28px_minmax(0,1fr)_auto] gap-2 py-0.5 pr-3 pl-2.5 leading-[19px] hover:bg-(--structure-wash)/50 ${row.level > 2 ? 'text-[13px]' : ''} ${row.id === open ? 'open bg-(--structure-wash) shadow-[inset_3px_0_var(--structure)]' : ''} ${drop?.id === row.id ? dropLooks[drop.where] : ''}`}
                draggable
                onClick={() => navigate(`../galley/${row.id}`)}
                onKeyDown={event => onKey(event, row, index)}
                onDragStart={event => {
                  setDragged(row.id)
                  event.dataTransfer.effectAllowed = 'move'
                  event.dataTransfer.setData('text/plain', row.title)
                }}
                onDragEnd={() => {
                  setDragged('')
                  setDrop(null)
                }}
                onDragOver={event => {
                  if (!dragged || dragged === row.id) return
                  event.preventDefault()
                  const where = whereOver(event, row)
                  if (drop?.id !== row.id || drop.where !== where) setDrop({ id: row.id, where })
                }}
                onDrop={event => {
                  event.preventDefault()
                  const where = whereOver(event, row)
                  const id = dragged
                  setDrop(null)
                  setDragged('')
                  if (id) command(tr => moveSection(tr, id, row.id, where), id)
                }}
              >
                <span className="spine-number text-right whitespace-nowrap text-(--structure)">{row.number}</span>
                <span className={indents[row.level]}>{row.title}</span>
                <span className="spine-page text-(--ink-soft)">{page === undefined ? '' : turnover?.labels[page]}</span>
              </div>
            </div>
          )
        })}
      </div>
    </div>
  )
}

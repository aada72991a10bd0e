/** Where a section is to go, and what that would change, before it is moved. */

import { asPrinted } from '@steady-ledger/core/content/citations/asPrinted.ts'
import { changedWordings } from '@steady-ledger/core/content/references/changedWordings.ts'
import { changedNumbers } from '@steady-ledger/core/numbers/compareLedgers.ts'
import { numberWork } from '@steady-ledger/core/numbers/ledger.ts'
import { type Destination, moveSection } from '@steady-ledger/core/work/commands/sections.ts'
import { plainText } from '@steady-ledger/core/work/schema.ts'
import { closeHistory } from '@tiptap/pm/history'
import { Transform } from '@tiptap/pm/transform'
import { useMemo, useState } from 'react'
import { create } from 'zustand'
import { restoreCursor } from '../editor/keys.ts'
import { opensDivision } from '../editor/oneDivision.ts'
import { useSession, useView } from '../session/sessionContext.ts'
import { Dialog } from '../ui/Dialog.tsx'
import { WhatWouldChange } from '../views/scheme/WhatWouldChange.tsx'

const useMoving = create<{ id: string }>()(() => ({ id: '' }))
export const askWhereTo = (id: string): void => useMoving.setState({ id })
const close = (): void => useMoving.setState({ id: '' })

const places: Record<Destination, string> = { before: 'before', into: 'into', after: 'after' }

export function MoveSection() {
  const id = useMoving(state => state.id)
  return id && <Form key={id} id={id} />
}

function Form({ id }: { id: string }) {
  const session = useSession()
  const doc = useView(view => view.doc)
  const ledger = useView(view => view.ledger)
  const writer = useView(view => view.role === 'writer')
  const [asked, setAsked] = useState('')
  const [target, setTarget] = useState('')
  const [where, setWhere] = useState<Destination>('after')
  const own = ledger.byId.get(id)
  const headings = useMemo(
    () =>
      ledger.entries.filter(
        // A division goes before or after a division only.
        ({ item }) =>
          item.kind === 'heading' &&
          item.text &&
          item.id !== id &&
          item.level <= 4 &&
          (own?.item.block !== 'division' || item.block === 'division'),
      ),
    [ledger, id, own],
  )
  const shown = headings.filter(({ bare, item }) => `${bare} ${plainText(item.text!)}`.toLowerCase().includes(asked.toLowerCase()))
  const moved = useMemo(() => {
    if (!target) return null
    const tr = new Transform(doc)
    return moveSection(tr, id, target, where) ? tr.doc : null
  }, [doc, id, target, where])
  const after = useMemo(() => moved && numberWork(asPrinted({ ...session.work, doc: moved }), session.work.scheme), [moved, session])
  const numbers = useMemo(() => (after ? changedNumbers(ledger, after) : []), [after, ledger])
  const wordings = useMemo(
    () =>
      after ? changedWordings(doc, ledger, after, ({ node, occurrence }, under) => session.live.wordingUnder(node, occurrence, under)) : [],
    [after, doc, ledger, session],
  )
  if (!own) return null
  const apply = (): void => {
    const { tr } = session.state
    close()
    if (!moveSection(tr, id, target, where)) return
    restoreCursor(tr, id, 0)
    if (!session.dispatch(closeHistory(tr.setMeta(opensDivision, true)))) return
    const count = numbers.length
    session.sayDone(`Moved; ${count} ${count === 1 ? 'number' : 'numbers'} changed.`)
  }
  return (
    <Dialog
      title={`Move ${own.bare} ${plainText(own.item.text!)}`}
      bare
      className="top-[70px] grid max-h-[calc(100vh-110px)] w-[860px] grid-cols-[minmax(0,1fr)_300px] overflow-auto"
      onClose={close}
    >
      <div className="grid content-start gap-2 px-[18px] pt-3.5 pb-[18px]">
        <p className="mb-2 text-base font-semibold" aria-hidden="true">
          Move {own.bare} {plainText(own.item.text!)}
        </p>
        <div className="grid grid-cols-[auto_1fr] gap-2">
          <select aria-label="Where it goes" value={where} onChange={event => setWhere(event.target.value as Destination)}>
            {Object.entries(places).map(([key, name]) => (
              <option key={key} value={key}>
                {name}
              </option>
            ))}
          </select>
          <input
            type="search"
            aria-label="Find a heading"
            placeholder="A number or title"
            value={asked}
            onChange={event => setAsked(event.target.value)}
          />
        </div>
        <select
          aria-label="The heading it goes to"
          className="w-full font-text text-[15px]"
          size={14}
          value={target}
          onChange={event => setTarget(event.target.value)}
          onDoubleClick={() => moved && apply()}
        >
          {shown.map(({ id: other, bare, item }) => (
            <option key={other} value={other}>
              {'\u2003'.repeat(Math.max(0, item.kind === 'heading' ? item.level - 1 : 0))}
              {bare} {plainText(item.text!) || 'Untitled'}
            </option>
          ))}
        </select>
        {target && !moved && <p className="text-[13px] text-(--mend)">It cannot go there, or stands there already.</p>}
      </div>
      <WhatWouldChange
        numbers={numbers}
        wordings={wordings}
        trying={moved !== null}
        waits="Choose where it goes. What that changes in this work is counted here before it is moved."
        does="Move it"
        fixed={!writer}
        onApply={apply}
        onSetAside={close}
      />
    </Dialog>
  )
}

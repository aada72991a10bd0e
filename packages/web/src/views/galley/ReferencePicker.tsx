/** Choose what a reference leads to: a list of everything numbered, searched by number, kind, caption or label, several at once. */

import { type Wording, wordings, wordReference } from '@steady-ledger/core/content/references/wordReference.ts'
import { entryName } from '@steady-ledger/core/content/titles.ts'
import { saysFormula } from '@steady-ledger/core/numbers/item.ts'
import type { Entry } from '@steady-ledger/core/numbers/ledger.ts'
import { scanDivision } from '@steady-ledger/core/numbers/scan.ts'
import { findBlock } from '@steady-ledger/core/work/commands/sections.ts'
import { plainText, schema } from '@steady-ledger/core/work/schema.ts'
import type { EditorView } from '@tiptap/pm/view'
import { useMemo, useRef, useState } from 'react'
import { insertReference } from '../../editor/insert.ts'
import { useSession, useView } from '../../session/sessionContext.ts'
import { FormulaText } from '../FormulaText.tsx'
import { showWhole, useFloatingPlace } from './floatingPlace.ts'

const mostShown = 80
const mostRecent = 6

interface Props {
  view: EditorView
  /** The reference that is changed; null for a new one. */
  at: number | null
  /** Where a new one goes, where that is not at the cursor: into a note. */
  put: number | null
  /** `behind` is where the cursor goes on, in a note. */
  onClose(behind?: number): void
}

export function ReferencePicker({ view, at, put, onClose }: Props) {
  const session = useSession()
  const ledger = useView(shown => shown.ledger)
  const existing = at === null ? null : view.state.doc.nodeAt(at)
  const [targets, setTargets] = useState<string[]>(
    () => (existing?.attrs.targets as string[] | undefined)?.filter(id => ledger.byId.has(id)) ?? [],
  )
  const [wording, setWording] = useState<Wording>(existing?.attrs.wording ?? 'nameAndNumber')
  const [asked, setAsked] = useState('')
  const [row, setRow] = useState(0)
  const list = useRef<HTMLDivElement>(null)
  const [start] = useState(() => at ?? put ?? view.state.selection.from)
  const place = useFloatingPlace(
    view,
    useMemo(() => () => start, [start]),
  )
  const fitting = useMemo(() => {
    const words = asked.toLowerCase().split(/\s+/).filter(Boolean)
    // Items of lists are many and seldom referred to: they come when they are asked for.
    const fits = (entry: Entry): boolean =>
      (entry.number !== '' || entry.item.kind === 'place') &&
      (!['listItem', 'place'].includes(entry.item.kind) || words.length > 0) &&
      words.every(word => textOf(entry).includes(word))
    const all = ledger.entries.filter(fits)
    if (words.length) return all
    const recent = session.recentTargets.flatMap(id => ledger.byId.get(id) ?? []).filter(fits)
    return [...recent, ...all.filter(entry => entry.item.kind !== 'note' && !recent.includes(entry))]
  }, [ledger, asked, session])
  const found = fitting.slice(0, mostShown)
  const counts = useMemo(() => {
    const times = new Map<string, number>()
    for (const node of view.state.doc.children)
      for (const { targets: own } of scanDivision(node).references) for (const id of own) times.set(id, (times.get(id) ?? 0) + 1)
    return times
  }, [view])
  const take = (chosen: string[]): void => {
    if (chosen.length === 0) return
    session.recentTargets = [...new Set([...chosen, ...session.recentTargets])].slice(0, mostRecent)
    if (existing && at !== null)
      session.dispatch(
        session.state.tr.setNodeAttribute(at, 'targets', chosen).setNodeAttribute(at, 'wording', wording).setMeta('pick', true),
      )
    else {
      // A place in the text has no number: what can be said of it is its page.
      const places = chosen.every(id => ledger.byId.get(id)?.item.kind === 'place')
      const says = places && (wording === 'nameAndNumber' || wording === 'number') ? 'page' : wording
      if (put === null) session.run(insertReference(chosen, says))
      else session.dispatch(session.state.tr.insert(put, schema.nodes.reference.create({ targets: chosen, wording: says })))
    }
    close(put === null ? undefined : put + 1)
  }
  const close = (behind?: number): void => {
    onClose(behind)
    if (put === null) view.focus()
  }
  const toggle = (id: string): void => setTargets(targets.includes(id) ? targets.filter(other => other !== id) : [...targets, id])
  const move = (step: number): void => {
    const next = Math.max(0, Math.min(found.length - 1, row + step))
    setRow(next)
    list.current?.children[next]?.scrollIntoView({ block: 'nearest' })
  }
  if (!place) return null
  const preview = wordReference(
    { targets: targets.length ? targets : found[row] ? [found[row].id] : [], wording, was: {} },
    { ledger, language: session.work.settings.language, pageOf: session.live.pageOf, before: '' },
  )
  return (
    <div
      ref={showWhole}
      className="picker"
      style={place}
      role="dialog"
      aria-label="Choose what to refer to"
      onKeyDown={event => {
        if (event.key !== 'Escape') return
        event.stopPropagation()
        close(put ?? undefined)
      }}
    >
      <div className="picker-head">
        <input
          ref={takeFocus}
          aria-label="Search by number, kind, caption or label"
          placeholder="Number, kind, caption or label"
          value={asked}
          role="combobox"
          aria-expanded="true"
          aria-controls="picker-list"
          aria-activedescendant={found[row] ? `picker-${row}` : undefined}
          onChange={event => {
            setAsked(event.target.value)
            setRow(0)
          }}
          onKeyDown={event => {
            if (event.key === 'ArrowDown') move(1)
            else if (event.key === 'ArrowUp') move(-1)
            else if (event.key === 'Enter' && event.shiftKey && found[row]) toggle(found[row].id)
            else if (event.key === 'Enter') take(targets.length ? targets : found[row] ? [found[row].id] : [])
            else return
            event.preventDefault()
          }}
        />
        <label>
          Says{' '}
          <select value={wording} onChange={event => setWording(event.target.value as Wording)}>
            {Object.entries(wordings).map(([key, name]) => (
              <option key={key} value={key}>
                {name}
              </option>
            ))}
          </select>
        </label>
      </div>
      <div id="picker-list" className="picker-list" ref={list} role="listbox" aria-multiselectable="true" aria-label="Everything numbered">
        {found.map((entry, index) => (
          <div
            key={entry.id}
            id={`picker-${index}`}
            role="option"
            tabIndex={-1}
            aria-selected={targets.includes(entry.id)}
            className={`picker-row${index === row ? ' current' : ''}`}
            onMouseDown={event => event.preventDefault()}
            onClick={event => (event.shiftKey || targets.length ? toggle(entry.id) : take([entry.id]))}
            onKeyDown={() => {}}
          >
            <span className="picker-tick">{targets.includes(entry.id) ? '✓' : ''}</span>
            <span className="picker-number">{entryName(entry)}</span>
            <span className="picker-caption">
              {saysFormula(entry.item) ? (
                <FormulaText source={entry.item.text!.attrs.formula} />
              ) : (
                plainText(entry.item.text!) || 'No caption'
              )}
            </span>
            <span className="picker-where">
              {session.recentTargets.includes(entry.id) && !asked ? 'recent · ' : ''}
              {whereIs(entry, session)}
              {counts.get(entry.id) ? ` · referred to ${counts.get(entry.id)}×` : ''}
            </span>
            {pictureOf(entry, session) && <img className="picker-picture" src={pictureOf(entry, session)} alt="" />}
          </div>
        ))}
        {found.length === 0 && <p className="empty">Nothing numbered is called that.</p>}
        {fitting.length > found.length && (
          <p className="quiet-note picker-more">
            and {(fitting.length - found.length).toLocaleString('en-GB')} more: type some of the number, the caption or the label.
          </p>
        )}
      </div>
      <div className="picker-foot">
        <span className="picker-preview">{preview.map(part => part.text).join('')}</span>
        <span className="hints">
          <kbd>Enter</kbd> takes it <kbd>Shift Enter</kbd> takes several <kbd>Esc</kbd> back
        </span>
        <button
          type="button"
          className="button primary"
          disabled={!targets.length && !found[row]}
          onClick={() => take(targets.length ? targets : [found[row]!.id])}
        >
          {existing ? 'Change' : 'Insert'}
        </button>
      </div>
    </div>
  )
}

/** The picker was asked for: writing goes on in it. Once, and not again while one is elsewhere in it. */
const takeFocus = (field: HTMLInputElement | null): void => field?.focus({ preventScroll: true })

/** Its division, and its page once that is known. */
function whereIs(entry: Entry, session: ReturnType<typeof useSession>): string {
  const host = session.live.ledger.byId.get(session.state.doc.maybeChild(entry.division)?.attrs.id)
  const page = session.live.pageLabel(entry.id)
  return [host?.bare && host.id !== entry.id && `${host.names.shortOne} ${host.bare}`, page && `p. ${page}`].filter(Boolean).join(', ')
}

const texts = new WeakMap<Entry, string>()
function textOf(entry: Entry): string {
  let text = texts.get(entry)
  if (text === undefined) {
    const said = saysFormula(entry.item) ? '' : plainText(entry.item.text!)
    texts.set(
      entry,
      (text = `${entry.names.one} ${entry.names.shortOne} ${entry.number} ${entry.bare} ${said} ${entry.item.label}`.toLowerCase()),
    )
  }
  return text
}

function pictureOf(entry: Entry, session: ReturnType<typeof useSession>): string | undefined {
  if (entry.item.block !== 'figure' && entry.item.block !== 'panel') return undefined
  const node = session.state.doc.nodeAt(findBlock(session.state.doc, entry.id))
  return node ? session.live.pictureAddress(node.attrs.picture) : undefined
}

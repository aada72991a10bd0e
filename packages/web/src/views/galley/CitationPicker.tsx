/** Choose what a citation cites: a list of all sources, searched by author, year, title or key, several at once, each with a place. */
import { looksLikeSources } from '@steady-ledger/core/content/citations/looksLikeSources.ts'
import { authorsCalled, plainTitle, sourceCalled, yearOf } from '@steady-ledger/core/content/citations/sourceCalled.ts'
import { citedTimes } from '@steady-ledger/core/work/commands/sources.ts'
import { type Cited, type LocatorName, locatorNames, plainCited } from '@steady-ledger/core/work/kinds/inline.ts'
import { schema } from '@steady-ledger/core/work/schema.ts'
import { closeHistory } from '@tiptap/pm/history'
import type { EditorView } from '@tiptap/pm/view'
import { type KeyboardEvent, useMemo, useRef, useState } from 'react'
import { useNavigate } from 'react-router'
import { insertCitation } from '../../editor/insert.ts'
import { newId } from '../../newId.ts'
import { useSession, useView } from '../../session/sessionContext.ts'
import { takeSources } from '../sources/sourceFiles.ts'
import { findSources } from '../sources/sourceRows.ts'
import { locatorSays, locatorTitles } from './cited.ts'
import { showWhole, useFloatingPlace } from './floatingPlace.ts'

const mostShown = 80
const mostRecent = 8

interface Props {
  view: EditorView
  /** The citation that is changed; null for a new one. */
  at: number | null
  /** Where a new one goes, where that is not at the cursor: into a note. */
  put: number | null
  /** `behind` is where the cursor goes on, in a note. */
  onClose(behind?: number): void
}

export function CitationPicker({ view, at, put, onClose }: Props) {
  const session = useSession()
  const navigate = useNavigate()
  const sources = useView(shown => shown.sources)
  const doc = useView(shown => shown.doc)
  const existing = at === null ? null : view.state.doc.nodeAt(at)
  const [cites, setCites] = useState<Cited[]>(() =>
    ((existing?.attrs.cites as Cited[] | undefined) ?? []).filter(({ source }) => Object.hasOwn(sources, source)),
  )
  /** The place that is written for a source that is not chosen yet. */
  const [place, setPlace] = useState<Pick<Cited, 'label' | 'locator'>>({ label: 'page', locator: '' })
  const [asked, setAsked] = useState('')
  const [row, setRow] = useState(0)
  const list = useRef<HTMLDivElement>(null)
  const [start] = useState(() => at ?? put ?? view.state.selection.from)
  const floats = useFloatingPlace(
    view,
    useMemo(() => () => start, [start]),
  )
  const times = useMemo(() => citedTimes(doc), [doc])
  const fitting = useMemo(() => {
    const found = findSources(sources, asked)
    if (asked.trim()) return found
    const recent = session.recentSources.filter(id => Object.hasOwn(sources, id))
    return [...recent, ...found.filter(id => !recent.includes(id))]
  }, [sources, asked, session])
  const found = fitting.slice(0, mostShown)
  const current = found[row]
  const chosen = (source: string): boolean => cites.some(one => one.source === source)
  const wanted = (): Cited[] => (cites.length ? cites : current ? [{ ...plainCited(current), ...place }] : [])
  const close = (behind?: number): void => {
    onClose(behind)
    if (put === null) view.focus()
  }
  const take = (all: Cited[]): void => {
    if (all.length === 0) return
    session.recentSources = [...new Set([...all.map(({ source }) => source), ...session.recentSources])].slice(0, mostRecent)
    if (existing && at !== null) session.dispatch(closeHistory(session.state.tr).setNodeAttribute(at, 'cites', all))
    else if (put !== null)
      session.dispatch(closeHistory(session.state.tr).insert(put, schema.nodes.citation.create({ id: newId(), cites: all })))
    else session.run(insertCitation(all))
    close(put === null ? undefined : put + 1)
  }
  const toggle = (source: string): void => {
    setCites(chosen(source) ? cites.filter(one => one.source !== source) : [...cites, { ...plainCited(source), ...place }])
    setPlace({ label: place.label, locator: '' })
  }
  const move = (step: number): void => {
    const next = Math.max(0, Math.min(found.length - 1, row + step))
    setRow(next)
    list.current?.children[next]?.scrollIntoView({ block: 'nearest' })
  }
  /** What is written as a place goes to the source that was chosen last. */
  const last = cites.at(-1)
  const own = last ?? place
  const setOwn = (change: Partial<Cited>): void => {
    if (last) setCites(cites.with(-1, { ...last, ...change }))
    else setPlace({ ...place, ...change })
  }
  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.key === 'ArrowDown') move(1)
    else if (event.key === 'ArrowUp') move(-1)
    else if (event.key === 'Enter' && event.shiftKey && current) toggle(current)
    else if (event.key === 'Enter') take(wanted())
    else return
    event.preventDefault()
  }
  if (!floats) return null
  const said = wanted().map(one => [sourceCalled(sources[one.source]!), locatorSays(one)].filter(Boolean).join(', '))
  return (
    <div
      ref={showWhole}
      className="picker citations"
      style={floats}
      role="dialog"
      aria-label="Choose what to cite"
      onKeyDown={event => {
        if (event.key !== 'Escape') return
        event.stopPropagation()
        close(put ?? undefined)
      }}
    >
      <div className="picker-head">
        <input
          ref={takeFocus}
          aria-label="Search by author, year, title or key"
          placeholder="Author, year, title or key"
          value={asked}
          role="combobox"
          aria-expanded="true"
          aria-controls="picker-list"
          aria-activedescendant={current ? `picker-${row}` : undefined}
          onChange={event => {
            setAsked(event.target.value)
            setRow(0)
          }}
          onPaste={event => {
            const text = event.clipboardData.getData('text/plain')
            if (!looksLikeSources(text)) return
            event.preventDefault()
            void takeSources(session, text, 'what was pasted').then(ids => {
              if (ids) setCites(now => [...now, ...ids.filter(id => now.every(one => one.source !== id)).map(plainCited)])
            })
          }}
          onKeyDown={onKeyDown}
        />
        <label>
          <span>{last ? `In ${sourceCalled(sources[last.source]!)}` : 'Place in it'}</span>
          <select value={own.label} onChange={event => setOwn({ label: event.target.value as LocatorName })}>
            {locatorNames.map(name => (
              <option key={name} value={name}>
                {locatorTitles[name]}
              </option>
            ))}
          </select>
        </label>
        <input
          className="picker-place"
          aria-label={`${locatorTitles[own.label]} in ${last ? sourceCalled(sources[last.source]!) : 'it'}`}
          placeholder="12–14"
          value={own.locator}
          onChange={event => setOwn({ locator: event.target.value.slice(0, 200) })}
          onKeyDown={onKeyDown}
        />
      </div>
      <div id="picker-list" className="picker-list" ref={list} role="listbox" aria-multiselectable="true" aria-label="Sources">
        {found.map((id, index) => {
          const source = sources[id]!
          return (
            <div
              key={id}
              id={`picker-${index}`}
              role="option"
              tabIndex={-1}
              aria-selected={chosen(id)}
              className={`picker-row${index === row ? ' current' : ''}`}
              onMouseDown={event => event.preventDefault()}
              onClick={event => (event.shiftKey || cites.length ? toggle(id) : take([{ ...plainCited(id), ...place }]))}
              onKeyDown={() => {}}
            >
              <span className="picker-tick">{chosen(id) ? '✓' : ''}</span>
              <span className="picker-number">{[authorsCalled(source), yearOf(source)].filter(Boolean).join(' ') || source.key}</span>
              <span className="picker-caption">{plainTitle(source) || 'No title'}</span>
              <span className="picker-where">
                {[session.recentSources.includes(id) && !asked && 'recent', times.get(id) && `cited ${times.get(id)}×`]
                  .filter(Boolean)
                  .join(' · ')}
              </span>
            </div>
          )
        })}
        {found.length === 0 && (
          <p className="empty">
            {Object.keys(sources).length === 0
              ? 'There are no sources yet. Paste some of them here, as CSL-JSON or RIS, or add them at their desk.'
              : 'No source says that.'}{' '}
            <button type="button" className="quiet-link" onClick={() => navigate('../sources')}>
              To the sources
            </button>
          </p>
        )}
        {fitting.length > found.length && (
          <p className="quiet-note picker-more">
            and {(fitting.length - found.length).toLocaleString('en-GB')} more: type some of the author, the year or the title.
          </p>
        )}
      </div>
      <div className="picker-foot">
        <span className="picker-preview">{said.join('; ')}</span>
        <span className="hints">
          <kbd>Enter</kbd> takes it <kbd>Shift Enter</kbd> takes several <kbd>Esc</kbd> back
        </span>
        <button type="button" className="button primary" disabled={!cites.length && !current} onClick={() => take(wanted())}>
          {existing ? 'Change' : 'Cite'}
        </button>
      </div>
    </div>
  )
}

const takeFocus = (field: HTMLInputElement | null): void => field?.focus({ preventScroll: true })

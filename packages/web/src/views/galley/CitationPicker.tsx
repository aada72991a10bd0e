/** Choose what a citation cites: a list of all sources, searched by author, year, title or key, several at once, each with a place. */
import { looksLikeSources } from '@steady-ledger/core/content/citations/looksLikeSources.ts'
import { authorsCalled, plainTitle, sourceCalled, yearOf } from '@steady-ledger/core/content/citations/sourceCalled.ts'
import { citedTimes } from '@steady-ledger/core/work/commands/sources.ts'
import { type Cited, type LocatorName, locatorNames, plainCited } from '@steady-ledger/core/work/kinds/inline.ts'
import { schema } from '@steady-ledger/core/work/schema.ts'
import { closeHistory } from '@tiptap/pm/history'
import { useMemo, useState } from 'react'
import { useNavigate } from 'react-router'
import { insertCitation } from '../../editor/insert.ts'
import { newId } from '../../newId.ts'
import { useSession, useView } from '../../session/sessionContext.ts'
import { takeSources } from '../sources/sourceFiles.ts'
import { findSources } from '../sources/sourceRows.ts'
import { locatorSays, locatorTitles } from './cited.ts'
import { closeBehind, Picker, type PickerPlace } from './Picker.tsx'

const mostRecent = 8

export function CitationPicker(here: PickerPlace) {
  const { view, at, put } = here
  const session = useSession()
  const navigate = useNavigate()
  const sources = useView(shown => shown.sources)
  const doc = useView(shown => shown.doc)
  const [cites, setCites] = useState<readonly Cited[]>(() => {
    const existing = at === null ? null : view.state.doc.nodeAt(at)
    return ((existing?.attrs.cites as Cited[] | undefined) ?? []).filter(({ source }) => Object.hasOwn(sources, source))
  })
  /** The place that is written for a source that is not chosen yet. */
  const [place, setPlace] = useState<Pick<Cited, 'label' | 'locator'>>({ label: 'page', locator: '' })
  const [asked, setAsked] = useState('')
  const times = useMemo(() => citedTimes(doc), [doc])
  const fitting = useMemo(() => {
    const found = findSources(sources, asked)
    if (asked.trim()) return found
    const recent = session.recentSources.filter(id => Object.hasOwn(sources, id))
    return [...recent, ...found.filter(id => !recent.includes(id))]
  }, [sources, asked, session])
  const wanted = (current: string | undefined): readonly Cited[] =>
    cites.length ? cites : current === undefined ? [] : [{ ...plainCited(current), ...place }]
  const take = (current: string | undefined): void => {
    const all = wanted(current)
    if (all.length === 0) return
    session.recentSources = [...new Set([...all.map(({ source }) => source), ...session.recentSources])].slice(0, mostRecent)
    if (at !== null) session.dispatch(closeHistory(session.state.tr).setNodeAttribute(at, 'cites', all))
    else if (put !== null)
      session.dispatch(closeHistory(session.state.tr).insert(put, schema.nodes.citation.create({ id: newId(), cites: all })))
    else session.run(insertCitation(all))
    closeBehind(here)
  }
  const toggle = (source: string): void => {
    const others = cites.filter(one => one.source !== source)
    setCites(others.length < cites.length ? others : [...cites, { ...plainCited(source), ...place }])
    setPlace({ label: place.label, locator: '' })
  }
  /** What is written as a place goes to the source that was chosen last. */
  const last = cites.at(-1)
  const own = last ?? place
  const setOwn = (change: Partial<Cited>): void => {
    if (last) setCites(cites.with(-1, { ...last, ...change }))
    else setPlace({ ...place, ...change })
  }
  const paste = (text: string): boolean => {
    if (!looksLikeSources(text)) return false
    void takeSources(session, text, 'what was pasted').then(ids => {
      if (ids) setCites(now => [...now, ...ids.filter(id => now.every(one => one.source !== id)).map(plainCited)])
    })
    return true
  }
  return (
    <Picker
      place={here}
      columns="grid-cols-[14px_196px_minmax(0,1fr)_auto]"
      label="Choose what to cite"
      searchedBy="author, year, title or key"
      listLabel="Sources"
      asked={asked}
      onAsk={setAsked}
      fitting={fitting}
      chosen={cites.map(({ source }) => source)}
      onToggle={toggle}
      onTake={take}
      onPaste={paste}
      beside={
        <>
          <label className="flex items-center gap-1.5">
            <span className="max-w-[150px] truncate">{last ? `In ${sourceCalled(sources[last.source]!)}` : 'Place in it'}</span>
            <select value={own.label} onChange={event => setOwn({ label: event.target.value as LocatorName })}>
              {locatorNames.map(name => (
                <option key={name} value={name}>
                  {locatorTitles[name]}
                </option>
              ))}
            </select>
          </label>
          <input
            className="w-[76px] flex-none"
            aria-label={`${locatorTitles[own.label]} in ${last ? sourceCalled(sources[last.source]!) : 'it'}`}
            placeholder="12–14"
            value={own.locator}
            onChange={event => setOwn({ locator: event.target.value.slice(0, 200) })}
          />
        </>
      }
      row={id => {
        const source = sources[id]!
        return (
          <>
            <span className="picked-name truncate">{[authorsCalled(source), yearOf(source)].filter(Boolean).join(' ') || source.key}</span>
            <span className="truncate font-text">{plainTitle(source) || 'No title'}</span>
            <span className="text-xs whitespace-nowrap text-(--ink-soft)">
              {[session.recentSources.includes(id) && !asked && 'recent', times.get(id) && `cited ${times.get(id)}×`]
                .filter(Boolean)
                .join(' · ')}
            </span>
          </>
        )
      }}
      none={
        <>
          {Object.keys(sources).length === 0
            ? 'There are no sources yet. Paste some of them here, as CSL-JSON or RIS, or add them at their desk.'
            : 'No source says that.'}{' '}
          <button type="button" className="quiet-link" onClick={() => navigate('../sources')}>
            To the sources
          </button>
        </>
      }
      more="some of the author, the year or the title"
      preview={current =>
        wanted(current)
          .map(one => [sourceCalled(sources[one.source]!), locatorSays(one)].filter(Boolean).join(', '))
          .join('; ')
      }
      does="Cite"
    />
  )
}

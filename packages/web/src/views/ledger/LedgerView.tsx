/** The ledger: one row an entry, with its number, caption, label, page and where it is referred to. */

import { writeLedgerCsv } from '@steady-ledger/core/dispatch/csv/writeLedgerCsv.ts'
import { seriesIn } from '@steady-ledger/core/dispatch/ledgerRows.ts'
import { type Weight, weights } from '@steady-ledger/core/findings/finding.ts'
import { saysFormula } from '@steady-ledger/core/numbers/item.ts'
import type { Entry } from '@steady-ledger/core/numbers/ledger.ts'
import { scanDivision } from '@steady-ledger/core/numbers/scan.ts'
import type { Scheme } from '@steady-ledger/core/work/parts/scheme.ts'
import { plainText } from '@steady-ledger/core/work/schema.ts'
import { useVirtualizer } from '@tanstack/react-virtual'
import { lazy, Suspense, useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { createPortal } from 'react-dom'
import { useParams, useSearchParams } from 'react-router'
import { useSession, useView } from '../../session/sessionContext.ts'
import { notify } from '../../ui/notices.ts'
import { Segments } from '../../ui/Segments.tsx'
import { download } from '../download.ts'
import { columns, EntryRow, rowHeight } from './EntryRow.tsx'
import { SinceField } from './SinceField.tsx'
import { SinceMilestone } from './SinceMilestone.tsx'

type Row = { kind: 'division'; id: string; title: string } | { kind: 'entry'; entry: Entry }
const divisionHeight = 30
const nowhere: string[] = []

interface Kind {
  key: string
  name: string
  fits(entry: Entry): boolean
}

type Order = 'reading' | 'label' | 'referred'
const orders: Record<Order, string> = { reading: 'as they stand', label: 'by label', referred: 'by references to them' }
const byLabel = new Intl.Collator('en', { numeric: true })

/** What can be shown: everything, each captioned series of the work, and the other kinds of entries. */
const kindsOf = (scheme: Scheme): Kind[] => [
  { key: 'all', name: 'All', fits: ({ item }) => item.kind !== 'note' && item.kind !== 'listItem' },
  ...scheme.series
    .filter(({ statement }) => statement === null)
    .map(({ key, names }): Kind => ({ key, name: names.many, fits: ({ item }) => item.kind === 'series' && item.series === key })),
  { key: 'statements', name: 'Statements', fits: ({ item }) => item.block === 'statement' },
  { key: 'headings', name: 'Headings', fits: ({ item }) => item.kind === 'heading' },
  { key: 'items', name: 'Items', fits: ({ item }) => item.kind === 'listItem' },
  { key: 'notes', name: 'Notes', fits: ({ item }) => item.kind === 'note' },
]

/** Drawing is a large part of its own, fetched when it is wanted. */
const LedgerChart = lazy(() => import('./LedgerChart.tsx').then(({ LedgerChart: chart }) => ({ default: chart })))

/** The ledger as it is, or what changed in it since a milestone. */
export function LedgerView() {
  const [search, setSearch] = useSearchParams()
  const since = search.has('since')
  const chart = search.has('chart')
  // Where the entries put their tools: beside the choice between ledgers, which stays the same one.
  const [tools, setTools] = useState<HTMLElement | null>(null)
  const views = (
    <Segments
      label="Which ledger"
      value={chart ? 'chart' : since ? 'since' : 'now'}
      options={{ now: 'As it is', since: 'Since a milestone', chart: 'What stands where' }}
      onChange={key => setSearch(key === 'now' ? {} : { [key]: '' }, { replace: true })}
    />
  )
  return (
    <main className="flex h-full flex-col" aria-label="Ledger">
      <div className="tools border-b-0">
        {views}
        <span ref={setTools} className="contents" />
      </div>
      {!(since || chart) && <Entries tools={tools} />}
      {since && <SinceMilestone />}
      {chart && (
        <Suspense fallback={<p className="empty">Drawing…</p>}>
          <LedgerChart />
        </Suspense>
      )}
    </main>
  )
}

function Entries({ tools }: { tools: HTMLElement | null }) {
  const session = useSession()
  const doc = useView(view => view.doc)
  const ledger = useView(view => view.ledger)
  const turnover = useView(view => view.turnover)
  const { block } = useParams()
  const [search, setSearch] = useSearchParams()
  const scheme = useView(view => view.scheme)
  const shown = search.get('show') ?? 'all'
  // Kinds that the work has none of would only take room; the one that is shown stays.
  const kinds = useMemo(
    () =>
      kindsOf(scheme)
        .map(kind => ({ ...kind, count: ledger.entries.filter(entry => kind.fits(entry) && entry.number).length }))
        .filter(({ key, count }) => count > 0 || key === 'all' || key === shown),
    [scheme, ledger, shown],
  )
  const unreferred = search.has('unreferred')
  const marked = useView(view => view.since !== '')
  const changedOnly = marked && search.has('changed')
  const changes = useView(view => view.changes)
  const [asked, setAsked] = useState('')
  const [order, setOrder] = useState<Order>('reading')
  const [inDivision, setInDivision] = useState('')
  const scroll = useRef<HTMLDivElement>(null)

  const referred = useMemo(() => {
    const map = new Map<string, string[]>()
    for (const node of doc.children)
      for (const { targets, holder } of scanDivision(node).references)
        for (const target of targets) map.set(target, [...(map.get(target) ?? []), holder])
    return map
  }, [doc])
  const found = useMemo(() => {
    const { fits } = kinds.find(({ key }) => key === shown) ?? kinds[0]!
    const words = asked.toLowerCase().split(/\s+/).filter(Boolean)
    const only = doc.children.findIndex(node => node.attrs.id === inDivision)
    const all = ledger.entries.filter(entry => {
      if (!fits(entry) || !entry.number) return false
      if (changedOnly && !changes.has(entry.id)) return false
      if (only >= 0 && entry.division !== only) return false
      if (unreferred && (referred.has(entry.id) || entry.item.kind !== 'series')) return false
      const text =
        `${entry.names.one} ${entry.number} ${entry.item.label} ${saysFormula(entry.item) ? '' : plainText(entry.item.text!)}`.toLowerCase()
      return words.every(word => text.includes(word))
    })
    if (order === 'label') return all.sort((a, b) => byLabel.compare(a.item.label || '\uffff', b.item.label || '\uffff'))
    const times = (entry: Entry): number => referred.get(entry.id)?.length ?? 0
    return order === 'referred' ? all.sort((a, b) => times(b) - times(a) || a.order - b.order) : all
  }, [doc, inDivision, order, ledger, kinds, shown, asked, unreferred, referred, changedOnly, changes])
  const rows = useMemo(() => {
    const list: Row[] = []
    let division = -1
    for (const entry of found) {
      // Out of reading order, divisions would only come again and again.
      if (order === 'reading' && entry.division !== division) {
        division = entry.division
        const node = doc.child(division)
        const own = ledger.byId.get(node.attrs.id)
        list.push({
          kind: 'division',
          id: node.attrs.id,
          title: [own?.number, plainText(node.firstChild!) || 'Untitled'].filter(Boolean).join(' · '),
        })
      }
      list.push({ kind: 'entry', entry })
    }
    return list
  }, [found, doc, ledger, order])
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroll.current,
    estimateSize: index => (rows[index]!.kind === 'entry' ? rowHeight : divisionHeight),
    overscan: 12,
  })
  // biome-ignore lint/correctness/useExhaustiveDependencies: other rows have other heights
  useEffect(() => virtual.measure(), [rows, virtual])
  // Only when the address changes: later edits must not move the page under the author.
  // biome-ignore lint/correctness/useExhaustiveDependencies: see above
  useEffect(() => {
    const index = rows.findIndex(row => row.kind === 'entry' && row.entry.id === block)
    if (block && index >= 0) virtual.scrollToIndex(index, { align: 'center' })
  }, [block])

  const label = useCallback(
    (id: string): string => {
      const page = turnover?.pageOf.get(id)
      return page === undefined ? '' : (turnover?.labels[page] ?? '')
    },
    [turnover],
  )
  // Of several at one place the heaviest is said, and that there are more.
  const findings = useMemo(() => {
    const found = new Map<string, { weight: Weight; message: string; more: number }>()
    for (const { place, weight, message } of turnover?.findings ?? []) {
      const had = found.get(place)
      const heavier = !had || weights.indexOf(weight) < weights.indexOf(had.weight)
      found.set(place, { ...(heavier ? { weight, message } : had), more: had ? had.more + 1 : 0 })
    }
    return found
  }, [turnover])
  const findingOf = (id: string): string => {
    const { message = '', more = 0 } = findings.get(id) ?? {}
    return more ? `${message} (and ${more} more)` : message
  }
  /** Changes one thing of what is shown and leaves the rest. */
  const change = (name: string, value: string | null): void =>
    setSearch(
      now => {
        const next = new URLSearchParams(now)
        if (value === null) next.delete(name)
        else next.set(name, value)
        return next
      },
      { replace: true },
    )
  const choose = (key: string): void => change('show', key === 'all' ? null : key)
  const toggle = (name: 'unreferred' | 'changed'): void => change(name, search.has(name) ? null : '')
  const exportCsv = (): void => {
    const csv = writeLedgerCsv(
      found.map(entry => ({
        id: entry.id,
        kind: entry.item.block,
        series: seriesIn(entry.item, session.live.ledger),
        number: entry.number,
        bare: entry.bare,
        reference: entry.number ? `${entry.names.one} ${entry.brackets ? entry.number : entry.bare}` : '',
        label: entry.item.label,
        caption: saysFormula(entry.item) ? entry.item.text!.attrs.formula : plainText(entry.item.text!),
        division: doc.child(entry.division).attrs.id,
        page: label(entry.id),
        referredFrom: (referred.get(entry.id) ?? []).map(label),
      })),
    )
    download(new TextEncoder().encode(csv), 'text/csv', `${session.id}-ledger.csv`)
    notify({ kind: 'done', text: `${found.length} entries were saved as CSV.` })
  }
  return (
    <>
      {tools &&
        createPortal(
          <>
            <span className="flex-1" />
            <label className="choice-in-line">
              In{' '}
              <select value={inDivision} onChange={event => setInDivision(event.target.value)}>
                <option value="">the whole work</option>
                {doc.children.map(node => (
                  <option key={node.attrs.id} value={node.attrs.id}>
                    {[ledger.byId.get(node.attrs.id)?.bare, plainText(node.firstChild!) || 'Untitled'].filter(Boolean).join(' ')}
                  </option>
                ))}
              </select>
            </label>
            <label className="choice-in-line">
              Sorted{' '}
              <select value={order} onChange={event => setOrder(event.target.value as Order)}>
                {Object.entries(orders).map(([key, name]) => (
                  <option key={key} value={key}>
                    {name}
                  </option>
                ))}
              </select>
            </label>
            <input
              className="w-[180px]"
              type="search"
              aria-label="Search the ledger"
              placeholder="Search"
              value={asked}
              onChange={event => setAsked(event.target.value)}
            />
            <button type="button" className="button" onClick={exportCsv}>
              Save as CSV
            </button>
          </>,
          tools,
        )}
      <div className="tools pt-0">
        <div className="choices-row" role="group" aria-label="What to show">
          {kinds.map(({ key, name, count }) => (
            <button key={key} type="button" aria-pressed={shown === key} onClick={() => choose(key)}>
              {name} <small>{count}</small>
            </button>
          ))}
          <button type="button" aria-pressed={unreferred} onClick={() => toggle('unreferred')}>
            Never referred to
          </button>
        </div>
        <SinceField />
        {marked && (
          <label className="check">
            <input type="checkbox" checked={changedOnly} onChange={() => toggle('changed')} /> Only what changed
          </label>
        )}
      </div>
      <div className="flex min-h-0 flex-1 flex-col" role="table" aria-label="Ledger" aria-rowcount={rows.length + 1}>
        <div
          className={`${columns} h-8 flex-none overflow-hidden border-b border-(--rule-strong) [scrollbar-gutter:stable] column-head`}
          role="row"
          aria-rowindex={1}
        >
          <span role="columnheader" className="text-right">
            Number
          </span>
          <span role="columnheader">Caption or title</span>
          <span role="columnheader">Label</span>
          <span role="columnheader" className="text-right">
            Page
          </span>
          <span role="columnheader">Referred to</span>
          <span role="columnheader">Findings</span>
        </div>
        {/* biome-ignore lint/a11y/noNoninteractiveTabindex: a scrolling area must be reachable by keyboard */}
        <div className="flex-1 overflow-y-auto [scrollbar-gutter:stable]" ref={scroll} role="rowgroup" tabIndex={0}>
          <div className="relative" style={{ height: virtual.getTotalSize() }} role="presentation">
            {virtual.getVirtualItems().map(item => {
              const row = rows[item.index]!
              const style = { transform: `translateY(${item.start}px)`, height: item.size }
              if (row.kind === 'division')
                return (
                  <div
                    key={`d${row.id}`}
                    role="row"
                    aria-rowindex={item.index + 2}
                    className="ledger-division absolute inset-x-0 top-0 border-b border-(--rule) bg-(--paper) px-4 py-[5px] text-(--ink-soft)"
                    style={style}
                  >
                    <span role="cell" aria-colspan={6}>
                      {row.title}
                    </span>
                  </div>
                )
              return (
                <EntryRow
                  key={row.entry.id}
                  entry={row.entry}
                  start={item.start}
                  index={item.index}
                  current={row.entry.id === block}
                  page={label(row.entry.id)}
                  referred={referred.get(row.entry.id) ?? nowhere}
                  label={label}
                  since={changes.get(row.entry.id)}
                  finding={findingOf(row.entry.id)}
                  weight={findings.get(row.entry.id)?.weight ?? ''}
                />
              )
            })}
          </div>
          {rows.length === 0 && (
            <p className="empty">
              {ledger.entries.length
                ? 'No entry is like that.'
                : 'Nothing is numbered yet. Headings, figures, tables and equations appear here as they are written.'}
            </p>
          )}
        </div>
      </div>
    </>
  )
}

/** The page proofs: drawn from the same turnover as the PDF, only those in sight. */
import type { PageMatch } from '@steady-ledger/core/pages/search.ts'
import { useVirtualizer } from '@tanstack/react-virtual'
import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { useLocation, useNavigate, useParams } from 'react-router'
import { Boundary } from '../../app/Boundary.tsx'
import { shortcutOf } from '../../app/shortcuts.ts'
import { useSession, useView } from '../../session/sessionContext.ts'
import { Menu } from '../../ui/Menu.tsx'
import { notify } from '../../ui/notices.ts'
import { Matches, type Overlay, Overlays, overlayNames } from './Overlays.tsx'
import { PageSearch } from './PageSearch.tsx'
import { liesOnItsSide, PageSheet, scaleFor } from './PageSheet.tsx'
import { PrintPages } from './PrintPages.tsx'
import { Thumbnails } from './Thumbnails.tsx'
import { WhyPanel } from './WhyPanel.tsx'

const zooms = [0.6, 0.8, 1, 1.25, 1.6, 2.1]
const gridScale = 0.3
const gap = 28
type Mode = 'facing' | 'single' | 'grid'
const modeNames: Record<Mode, string> = { facing: 'Facing', single: 'Single', grid: 'Grid' }
const noPages: number[] = []

const proofs = 'flex-1 overflow-auto bg-(--edge) pt-5'

export function PagesView() {
  const session = useSession()
  const navigate = useNavigate()
  const { label } = useParams()
  const { key } = useLocation()
  const turnover = useView(view => view.turnover)
  const fromLastSitting = useView(view => view.fromLastSitting)
  const drawings = useView(view => view.drawings)
  const selected = useView(view => view.selected.id)
  const open = useView(view => view.openDivision)
  const found = useView(view => view.found)
  const { page } = useView(view => view.houseStyle)
  const [zoom, setZoom] = useState(2)
  const [mode, setMode] = useState<Mode>('facing')
  const [wanted, setWanted] = useState('')
  const [overlays, setOverlays] = useState<ReadonlySet<Overlay>>(new Set())
  const [why, setWhy] = useState(false)
  const [small, setSmall] = useState(false)
  const [smallPages, setSmallPages] = useState(noPages)
  const [match, setMatch] = useState<PageMatch | undefined>()
  const [printing, setPrinting] = useState(false)
  const [across, setAcross] = useState(4)
  const scroll = useRef<HTMLDivElement>(null)
  const scale = mode === 'grid' ? gridScale : zooms[zoom]!
  const labels = turnover?.labels ?? []
  const shown = turnover !== null
  // biome-ignore lint/correctness/useExhaustiveDependencies: the area is there once the pages are
  useEffect(() => {
    const area = scroll.current
    if (!area) return
    const watch = new ResizeObserver(() => setAcross(Math.max(1, Math.floor((area.clientWidth - 24) / (page.width * gridScale + 16)))))
    watch.observe(area)
    return () => watch.disconnect()
  }, [page.width, shown])
  // Facing pages stand as in the bound book: the first page alone on the right.
  const spreads = useMemo(() => {
    if (mode === 'single') return labels.map((_, index) => [index])
    if (mode === 'grid')
      return Array.from({ length: Math.ceil(labels.length / across) }, (_, row) =>
        Array.from({ length: Math.min(across, labels.length - row * across) }, (_, i) => row * across + i),
      )
    const list: (number | null)[][] = labels.length ? [[null, 0]] : []
    for (let i = 1; i < labels.length; i += 2) list.push(i + 1 < labels.length ? [i, i + 1] : [i, null])
    return list
  }, [labels, mode, across])
  const spreadOf = useCallback(
    (index: number): number => (mode === 'facing' ? Math.floor((index + 1) / 2) : mode === 'grid' ? Math.floor(index / across) : index),
    [mode, across],
  )
  /** The page of the address, else of the cursor; -1 where there is none. */
  const asked = !turnover ? -1 : label ? turnover.labels.indexOf(label) : (turnover.pageOf.get(selected) ?? turnover.pageOf.get(open) ?? 0)
  const rowHeight = page.height * scale + gap
  const virtual = useVirtualizer({
    count: spreads.length,
    getScrollElement: () => scroll.current,
    estimateSize: () => rowHeight,
    // What comes next is at hand and drawn when it comes: to draw it before takes two thirds of what opening the view takes.
    overscan: 0,
    initialOffset: () => spreadOf(Math.max(0, asked)) * rowHeight,
  })
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new zoom gives every row a new height
  useEffect(() => virtual.measure(), [scale, page.height, virtual])
  const items = virtual.getVirtualItems()
  const first = items[0]?.index ?? 0
  const last = items.at(-1)?.index ?? -1
  useEffect(() => {
    const large = spreads.slice(Math.max(0, first - 1), last + 2).flatMap(spread => spread.filter(index => index !== null))
    if (!printing) session.draw([...new Set([...large, ...smallPages])])
  }, [session, spreads, first, last, smallPages, printing])
  useEffect(() => () => session.draw([]), [session])

  const show = useCallback((index: number) => virtual.scrollToIndex(spreadOf(index), { align: 'start' }), [virtual, spreadOf])
  // Once, when the pages are there: the page of the address, else of the cursor.
  const arrived = useRef('')
  useEffect(() => {
    if (!turnover) return
    const goal = label ? `${label} ${key}` : 'cursor'
    if (arrived.current === goal) return
    // Pages of the last sitting may not have it yet.
    if (asked < 0 && fromLastSitting) return
    arrived.current = goal
    if (asked >= 0) requestAnimationFrame(() => show(asked))
    else notify({ kind: 'wrong', text: `There is no page “${label}” in this work now.` })
  }, [turnover, fromLastSitting, label, key, asked, show])
  // A change of size or arrangement leaves the page in sight that was in sight.
  const kept = useRef<number | null>(null)
  // biome-ignore lint/correctness/useExhaustiveDependencies: the page is shown again when it stands elsewhere
  useEffect(() => {
    if (kept.current !== null) show(kept.current)
    kept.current = null
  }, [mode, scale, across, show])
  const foundPage = match?.page
  useEffect(() => {
    if (foundPage !== undefined) show(foundPage)
  }, [foundPage, show])

  const go = useCallback((block: string) => navigate(`../galley/${block}`), [navigate])
  const address = useCallback((name: string) => session.pictureAddress(name), [session])
  const endPrinting = useCallback(() => setPrinting(false), [])
  const jumpTo = (to: string): void => {
    arrived.current = ''
    navigate(`../pages/${to}`)
  }
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (shortcutOf(event) !== 'print') return
      event.preventDefault()
      setPrinting(true)
    }
    addEventListener('keydown', onKey)
    return () => removeEventListener('keydown', onKey)
  }, [])
  if (!turnover)
    return (
      <main className="centre-note" aria-busy="true">
        Computing pages…
      </main>
    )
  const top = virtual.scrollOffset ?? 0
  const middle = items.find(item => item.end - gap > top + 120) ?? items.at(-1)
  const inSight = spreads[middle?.index ?? 0]?.filter(index => index !== null) ?? []
  // Of facing pages the one that was asked for or has the cursor, else the left one.
  const here = inSight.includes(asked) ? asked : (inSight[0] ?? 0)
  const keeping = (run: () => void) => (): void => {
    kept.current = here
    run()
  }
  const unknown = wanted.trim() !== '' && !labels.includes(wanted.trim())
  return (
    <main className="flex h-full flex-col" aria-label="Pages">
      <div className="tools">
        <div className="choices-row" role="group" aria-label="How pages stand">
          {(Object.keys(modeNames) as Mode[]).map(key => (
            <button key={key} type="button" aria-pressed={mode === key} onClick={keeping(() => setMode(key))}>
              {modeNames[key]}
            </button>
          ))}
        </div>
        <div className="choices-row" role="group" aria-label="Size">
          <button type="button" disabled={mode === 'grid' || zoom === 0} onClick={keeping(() => setZoom(zoom - 1))} aria-label="Smaller">
            −
          </button>
          <span className="min-w-[60px] text-center">{Math.round(scale * 75)} %</span>
          <button
            type="button"
            disabled={mode === 'grid' || zoom === zooms.length - 1}
            onClick={keeping(() => setZoom(zoom + 1))}
            aria-label="Larger"
          >
            +
          </button>
        </div>
        <form
          onSubmit={event => {
            event.preventDefault()
            if (!wanted.trim() || unknown) return
            jumpTo(wanted.trim())
            // From now on it says which page is in sight.
            setWanted('')
          }}
        >
          <label>
            Page{' '}
            <input
              className="w-16"
              value={wanted}
              placeholder={labels[here]}
              onChange={event => setWanted(event.target.value)}
              aria-invalid={unknown}
            />
          </label>{' '}
          of {labels.length}
          {unknown && <span className="text-[13px] text-(--mend)">no such page</span>}
        </form>
        <PageSearch onPlace={setMatch} />
        <span className="flex-1" />
        <div className="choices-row">
          <button type="button" aria-pressed={small} onClick={() => setSmall(!small)}>
            Thumbnails
          </button>
          <button type="button" aria-pressed={why} onClick={() => setWhy(!why)} title="Why the page in sight ends where it does">
            Why
          </button>
          <Menu
            className={overlays.size ? 'font-semibold text-(--structure)' : ''}
            align="end"
            items={(Object.keys(overlayNames) as Overlay[]).map(key => ({
              key,
              says: overlayNames[key],
              on: overlays.has(key),
              run: () => setOverlays(new Set(overlays.has(key) ? [...overlays].filter(other => other !== key) : [...overlays, key])),
            }))}
          >
            Show
          </Menu>
          <button type="button" onClick={() => setPrinting(true)}>
            Print
          </button>
        </div>
      </div>
      <div className="flex min-h-0 flex-1">
        {small && <Thumbnails current={here} onVisible={setSmallPages} onChoose={index => jumpTo(labels[index]!)} />}
        {/* biome-ignore lint/a11y/noNoninteractiveTabindex: a scrolling area must be reachable by keyboard */}
        <div className={proofs} ref={scroll} tabIndex={0} role="region" aria-label="Page proofs">
          <div className="relative" style={{ height: virtual.getTotalSize() }}>
            {items.map(item => (
              <div
                key={item.key}
                className={`absolute inset-x-0 flex min-w-max justify-center ${mode === 'grid' ? 'gap-4' : 'gap-[3px]'}`}
                style={{ transform: `translateY(${item.start}px)` }}
              >
                {spreads[item.index]!.map((index, side) => {
                  const drawing = index === null ? undefined : drawings.get(index)
                  const size = { width: page.width * scale, height: page.height * scale }
                  if (index === null) return <div key={`none-${side}`} style={size} />
                  const matches = found.query ? found.matches.filter(({ areas }) => areas.some(area => area.page === index)) : []
                  return (
                    <div
                      key={index}
                      className={`page-place relative grid items-center ${drawing && liesOnItsSide(drawing) ? '' : 'page-paper'}`}
                      style={size}
                      data-page={labels[index]}
                    >
                      {drawing && (
                        <PageSheet
                          drawing={drawing}
                          scale={scaleFor(drawing, page, scale)}
                          pictureAddress={address}
                          current={selected}
                          onGo={go}
                        >
                          {/* Nothing at all where nothing lies over the page, so that scrolling does not draw it again. */}
                          {overlays.size > 0 || matches.length > 0 ? (
                            <>
                              <Overlays drawing={drawing} page={page} shown={overlays} />
                              <Matches page={index} matches={matches} current={match} />
                            </>
                          ) : undefined}
                        </PageSheet>
                      )}
                      {mode === 'grid' && (
                        <button
                          type="button"
                          className="absolute inset-x-0 -bottom-[22px] text-xs/[18px] hover:text-(--structure) hover:underline"
                          onClick={() => {
                            setMode('facing')
                            jumpTo(labels[index]!)
                          }}
                        >
                          {labels[index]}
                        </button>
                      )}
                    </div>
                  )
                })}
              </div>
            ))}
          </div>
        </div>
        <Boundary name="This panel" of={String(here)}>
          {why && <WhyPanel page={here} label={labels[here] ?? ''} onClose={() => setWhy(false)} />}
        </Boundary>
      </div>
      {printing && <PrintPages onDone={endPrinting} />}
    </main>
  )
}

/** The page proofs: drawn from the same turnover as the PDF, only those in sight. */
import { useVirtualizer } from '@tanstack/react-virtual'
import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import { useSession, useView } from '../../app/sessionContext.ts'
import { PageSheet } from './PageSheet.tsx'

const zooms = [0.6, 0.8, 1, 1.25, 1.6]
const gap = 28

export function PagesView() {
  const session = useSession()
  const navigate = useNavigate()
  const { label } = useParams()
  const turnover = useView(view => view.turnover)
  const drawings = useView(view => view.drawings)
  const selected = useView(view => view.selected.id)
  const open = useView(view => view.openDivision)
  const [zoom, setZoom] = useState(2)
  const [facing, setFacing] = useState(true)
  const [wanted, setWanted] = useState('')
  const scroll = useRef<HTMLDivElement>(null)
  const { page } = session.work.houseStyle
  const scale = zooms[zoom]!
  const labels = turnover?.labels ?? []
  // Facing pages stand as in the bound book: the first page alone on the right.
  const spreads = useMemo(() => {
    if (!facing) return labels.map((_, index) => [index])
    const list: (number | null)[][] = labels.length ? [[null, 0]] : []
    for (let i = 1; i < labels.length; i += 2) list.push(i + 1 < labels.length ? [i, i + 1] : [i, null])
    return list
  }, [labels, facing])
  const virtual = useVirtualizer({
    count: spreads.length,
    getScrollElement: () => scroll.current,
    estimateSize: () => page.height * scale + gap,
    overscan: 1,
  })
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new zoom gives every row a new height
  useEffect(() => virtual.measure(), [scale, virtual])
  const items = virtual.getVirtualItems()
  const first = items[0]?.index ?? 0
  const last = items.at(-1)?.index ?? -1
  useEffect(() => {
    const pages = spreads.slice(first, last + 1).flatMap(spread => spread.filter(index => index !== null))
    session.draw(pages)
  }, [session, spreads, first, last])
  useEffect(() => () => session.draw([]), [session])

  const spreadOf = useCallback((index: number): number => (facing ? Math.floor((index + 1) / 2) : index), [facing])
  // Once, when the pages are there: the page of the address, else of the cursor.
  const arrived = useRef('')
  useEffect(() => {
    if (!turnover) return
    const goal = label ?? 'cursor'
    if (arrived.current === goal) return
    arrived.current = goal
    const index = label ? turnover.labels.indexOf(label) : (turnover.pageOf.get(selected) ?? turnover.pageOf.get(open) ?? 0)
    if (index >= 0) requestAnimationFrame(() => virtual.scrollToIndex(spreadOf(index), { align: 'start' }))
  }, [turnover, label, selected, open, virtual, spreadOf])

  const go = useCallback((block: string) => navigate(`../galley/${block}`), [navigate])
  const address = useCallback((name: string) => session.pictureAddress(name), [session])
  const jump = (): void => {
    if (labels.includes(wanted.trim())) {
      arrived.current = ''
      navigate(`../pages/${wanted.trim()}`)
    }
  }
  if (!turnover)
    return (
      <main className="centre-note" aria-busy="true">
        Computing pages…
      </main>
    )
  const here = spreads[items[Math.floor(items.length / 2)]?.index ?? 0]?.find(index => index !== null)
  return (
    <main className="pages">
      <div className="tools">
        <div className="choices-row" role="group" aria-label="How pages stand">
          <button type="button" aria-pressed={facing} onClick={() => setFacing(true)}>
            Facing
          </button>
          <button type="button" aria-pressed={!facing} onClick={() => setFacing(false)}>
            Single
          </button>
        </div>
        <div className="choices-row" role="group" aria-label="Size">
          <button type="button" disabled={zoom === 0} onClick={() => setZoom(zoom - 1)} aria-label="Smaller">
            −
          </button>
          <span className="zoom">{Math.round(scale * 75)} %</span>
          <button type="button" disabled={zoom === zooms.length - 1} onClick={() => setZoom(zoom + 1)} aria-label="Larger">
            +
          </button>
        </div>
        <form
          className="jump"
          onSubmit={event => {
            event.preventDefault()
            jump()
          }}
        >
          <label>
            Page{' '}
            <input
              value={wanted}
              placeholder={here === undefined || here === null ? '' : labels[here]}
              onChange={event => setWanted(event.target.value)}
              aria-invalid={wanted.trim() !== '' && !labels.includes(wanted.trim())}
            />
          </label>{' '}
          of {labels.length}
          {wanted.trim() !== '' && !labels.includes(wanted.trim()) && <span className="field-wrong">no such page</span>}
        </form>
        <span className="spring" />
        <span className="quiet-note">
          Balanced in {turnover.rounds} {turnover.rounds === 1 ? 'round' : 'rounds'}. A press on a block opens it in the galley.
        </span>
      </div>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: a scrolling area must be reachable by keyboard */}
      <div className="pages-scroll" ref={scroll} tabIndex={0} role="region" aria-label="Page proofs">
        <div style={{ height: virtual.getTotalSize(), position: 'relative' }}>
          {items.map(item => (
            <div key={item.key} className="spread" style={{ transform: `translateY(${item.start}px)` }}>
              {spreads[item.index]!.map((index, side) => {
                const drawing = index === null ? undefined : drawings.get(index)
                const size = { width: page.width * scale, height: page.height * scale }
                if (index === null) return <div key={`none-${side}`} style={size} />
                return (
                  <div key={index} className="page-place" style={size} data-page={labels[index]}>
                    {drawing && <PageSheet drawing={drawing} scale={scale} pictureAddress={address} current={selected} onGo={go} />}
                  </div>
                )
              })}
            </div>
          ))}
        </div>
      </div>
    </main>
  )
}

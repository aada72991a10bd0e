/** A page of the work itself, set anew after every change, with its margins to be dragged. */

import { writeLength } from '@steady-ledger/core/work/lengths.ts'
import { type HouseStyle, pageProblem } from '@steady-ledger/core/work/parts/houseStyle.ts'
import { type PointerEvent, useEffect, useRef, useState } from 'react'
import { useSession, useView } from '../../session/sessionContext.ts'
import { PageSheet } from '../pages/PageSheet.tsx'

type Margin = 'top' | 'bottom' | 'inner' | 'outer'
const names: Record<Margin, string> = { top: 'Top margin', bottom: 'Bottom margin', inner: 'Inner margin', outer: 'Outer margin' }
const millimetre = 72 / 25.4
const width = 372

/** `fixed` margins are shown and cannot be moved. */
export function SamplePage({ style, change, fixed }: { style: HouseStyle; change(next: HouseStyle): void; fixed: boolean }) {
  const session = useSession()
  const turnover = useView(view => view.turnover)
  const drawings = useView(view => view.drawings)
  const open = useView(view => view.openDivision)
  const count = turnover?.labels.length ?? 0
  const [chosen, setChosen] = useState<number | null>(null)
  const [draft, setDraft] = useState<HouseStyle['page'] | null>(null)
  const svg = useRef<SVGSVGElement>(null)
  // The second page of what is open in the galley: an ordinary page, as most are.
  const opening = turnover?.pageOf.get(open) ?? 0
  const index = Math.max(0, Math.min(count - 1, chosen ?? opening + 1))
  useEffect(() => session.draw([index]), [session, index])
  useEffect(() => () => session.draw([]), [session])
  const drawing = drawings.get(index)
  const page = draft ?? style.page
  const scale = width / page.width
  const recto = !page.twoSided || index % 2 === 0
  const left: Margin = recto ? 'inner' : 'outer'
  const right: Margin = recto ? 'outer' : 'inner'
  /** Where each margin's edge is, in points from the top left corner. */
  const edge: Record<Margin, number> = {
    top: page.top,
    bottom: page.height - page.bottom,
    [left]: page[left],
    [right]: page.width - page[right],
  } as Record<Margin, number>
  const moved = (margin: Margin, to: number): HouseStyle['page'] => {
    const from = margin === 'bottom' ? page.height - to : margin === right ? page.width - to : to
    return { ...page, [margin]: Math.max(0, Math.round(from / millimetre) * millimetre) }
  }
  const drag = (margin: Margin) => (event: PointerEvent<SVGLineElement>) => {
    if (!event.currentTarget.hasPointerCapture(event.pointerId) || !svg.current) return
    const box = svg.current.getBoundingClientRect()
    const to = margin === left || margin === right ? (event.clientX - box.left) / scale : (event.clientY - box.top) / scale
    const next = moved(margin, to)
    if (!pageProblem(next)) setDraft(next)
  }
  const drop = (): void => {
    if (draft) change({ ...style, page: draft })
    setDraft(null)
  }
  return (
    <div className="w-[420px] flex-none overflow-y-auto border-l border-(--rule-strong) bg-(--edge) px-6 py-5 max-[1100px]:w-[400px] max-[1100px]:px-3 max-[1100px]:py-4">
      <div className="sample-page page-paper relative" style={{ width, height: page.height * scale }}>
        {drawing && !draft && (
          <PageSheet drawing={drawing} scale={scale} pictureAddress={name => session.pictureAddress(name)} current="" onGo={() => {}} />
        )}
        <svg
          ref={svg}
          className="absolute inset-0"
          width={width}
          height={page.height * scale}
          viewBox={`0 0 ${page.width} ${page.height}`}
          role="group"
          aria-label="Margins"
        >
          <rect className="text-area" x={edge[left]} y={edge.top} width={edge[right] - edge[left]} height={edge.bottom - edge.top} />
          {(fixed ? [] : (Object.keys(names) as Margin[])).map(margin => {
            const across = margin === 'top' || margin === 'bottom'
            const at = edge[margin]
            return (
              <line
                key={margin}
                className={`touch-none stroke-transparent stroke-12 outline-none hover:stroke-[#0f5a58]/30 focus-visible:stroke-[#0f5a58]/30 ${across ? 'cursor-row-resize' : 'cursor-col-resize'}`}
                {...(across ? { x1: 0, x2: page.width, y1: at, y2: at } : { x1: at, x2: at, y1: 0, y2: page.height })}
                role="slider"
                tabIndex={0}
                aria-label={names[margin]}
                aria-valuenow={Math.round(page[margin] / millimetre)}
                aria-valuetext={`${writeLength(page[margin], 'mm')} mm`}
                aria-valuemin={0}
                aria-valuemax={Math.round((across ? page.height : page.width) / millimetre)}
                onPointerDown={event => {
                  event.preventDefault()
                  event.currentTarget.setPointerCapture(event.pointerId)
                  event.currentTarget.focus()
                }}
                onPointerMove={drag(margin)}
                onPointerUp={drop}
                onKeyDown={event => {
                  const way = { ArrowUp: -1, ArrowLeft: -1, ArrowDown: 1, ArrowRight: 1 }[event.key]
                  if (!way) return
                  event.preventDefault()
                  const next = moved(margin, at + way * millimetre)
                  if (!pageProblem(next)) change({ ...style, page: next })
                }}
              >
                <title>{`${names[margin]}: ${writeLength(page[margin], 'mm')} mm`}</title>
              </line>
            )
          })}
        </svg>
      </div>
      <div className="mt-3 mb-2 flex items-center justify-between">
        <button type="button" className="button" disabled={index === 0} onClick={() => setChosen(index - 1)} aria-label="Page before">
          ‹
        </button>
        <span>
          Page {turnover?.labels[index] ?? '…'} of {count}
        </span>
        <button type="button" className="button" disabled={index >= count - 1} onClick={() => setChosen(index + 1)} aria-label="Page after">
          ›
        </button>
      </div>
      {!fixed && <p className="text-[13px]">Drag a margin, or move it with the arrow keys by a millimetre.</p>}
    </div>
  )
}

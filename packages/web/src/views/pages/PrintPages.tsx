/** Prints from the browser: the same pages, each on a sheet of its own. They are set up some at a time, with progress, and can be called off. */
import type { PageDrawing } from '@steady-ledger/core/pages/drawing.ts'
import { useEffect, useRef, useState } from 'react'
import { createPortal, flushSync } from 'react-dom'
import { createRoot } from 'react-dom/client'
import { useSession, useView } from '../../session/sessionContext.ts'
import { PageSheet } from './PageSheet.tsx'

/** How many sheets are set up at a time. */
const batch = 12

export function PrintPages({ onDone }: { onDone(): void }) {
  const session = useSession()
  const count = useView(view => view.turnover?.labels.length ?? 0)
  const drawings = useView(view => view.drawings)
  const { page } = useView(view => view.houseStyle)
  const place = useRef<HTMLDivElement>(null)
  const [from, setFrom] = useState(0)
  const to = Math.min(from + batch, count)
  useEffect(() => {
    if (from < count) session.draw(Array.from({ length: to - from }, (_, index) => from + index))
  }, [session, from, to, count])
  useEffect(() => {
    const wanted = Array.from({ length: to - from }, (_, index) => drawings.get(from + index)).filter(drawing => drawing !== undefined)
    if (from >= count || wanted.length < to - from) return
    // After this effect: what is drawn aside cannot be drawn from within it.
    const timer = setTimeout(() => {
      for (const drawing of wanted) place.current?.append(sheetOf(drawing, name => session.pictureAddress(name)))
      setFrom(to)
    })
    return () => clearTimeout(timer)
  }, [session, drawings, from, to, count])
  useEffect(() => {
    if (from < count || !place.current) return
    let wanted = true
    const addresses = new Set([...place.current.querySelectorAll('image')].map(image => image.getAttribute('href') ?? ''))
    const decoded = [...addresses].map(async address => {
      const image = new Image()
      image.src = address
      // A picture that cannot be shown is told by the findings; the other pages print all the same.
      await image.decode().catch(() => {})
    })
    void Promise.all([document.fonts.ready, ...decoded]).then(() => {
      if (!wanted) return
      print()
      onDone()
    })
    return () => {
      wanted = false
    }
  }, [from, count, onDone])
  return (
    <>
      {from < count && (
        <p className="floating fixed top-[120px] left-1/2 z-32 flex -translate-x-1/2 items-center gap-3 px-[18px] py-3.5" role="status">
          Setting up pages for the printer <progress aria-label="Pages set up" value={from} max={count} />{' '}
          <button type="button" className="button" onClick={onDone}>
            Cancel
          </button>
        </p>
      )}
      {createPortal(
        <div className="print-pages" ref={place}>
          <style>{`@page { size: ${page.width}pt ${page.height}pt; margin: 0 } @page side { size: ${page.height}pt ${page.width}pt; margin: 0 }`}</style>
        </div>,
        document.body,
      )}
    </>
  )
}

/** A page as plain markup: nothing of it is followed or drawn again. */
function sheetOf(drawing: PageDrawing, pictureAddress: (name: string) => string | undefined): Node {
  const place = document.createElement('div')
  const root = createRoot(place)
  flushSync(() => root.render(<PageSheet drawing={drawing} scale={96 / 72} pictureAddress={pictureAddress} current="" onGo={() => {}} />))
  const sheet = place.firstElementChild!.cloneNode(true) as SVGElement
  if (drawing.width > drawing.height) sheet.style.setProperty('page', 'side')
  root.unmount()
  return sheet
}

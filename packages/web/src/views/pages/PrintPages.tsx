/** Prints from the browser: the same pages, each on a sheet of its own. */
import { useEffect } from 'react'
import { createPortal } from 'react-dom'
import { useSession, useView } from '../../app/sessionContext.ts'
import { PageSheet } from './PageSheet.tsx'

export function PrintPages({ onDone }: { onDone(): void }) {
  const session = useSession()
  const count = useView(view => view.turnover?.labels.length ?? 0)
  const drawings = useView(view => view.drawings)
  const { page } = useView(view => view.houseStyle)
  const ready = drawings.size >= count
  useEffect(() => {
    if (!ready) return
    // Pictures and faces are there already; one frame lets the browser lay the sheets out.
    const frame = requestAnimationFrame(() => {
      print()
      onDone()
    })
    return () => cancelAnimationFrame(frame)
  }, [ready, onDone])
  return createPortal(
    <div className="print-pages">
      <style>{`@page { size: ${page.width}pt ${page.height}pt; margin: 0 }`}</style>
      {ready &&
        [...drawings.values()]
          .sort((a, b) => a.index - b.index)
          .map(drawing => (
            <PageSheet
              key={drawing.index}
              drawing={drawing}
              scale={96 / 72}
              pictureAddress={name => session.pictureAddress(name)}
              current=""
              onGo={() => {}}
            />
          ))}
    </div>,
    document.body,
  )
}

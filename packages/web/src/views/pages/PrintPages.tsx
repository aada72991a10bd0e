/** Prints from the browser: the same pages, each on a sheet of its own. */
import { useEffect } from 'react'
import { createPortal } from 'react-dom'
import { useSession, useView } from '../../session/sessionContext.ts'
import { PageSheet } from './PageSheet.tsx'

export function PrintPages({ onDone }: { onDone(): void }) {
  const session = useSession()
  const count = useView(view => view.turnover?.labels.length ?? 0)
  const drawings = useView(view => view.drawings)
  const { page } = useView(view => view.houseStyle)
  const ready = drawings.size >= count
  useEffect(() => {
    if (!ready) return
    let wanted = true
    const addresses = new Set([...document.querySelectorAll('.print-pages image')].map(image => image.getAttribute('href') ?? ''))
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

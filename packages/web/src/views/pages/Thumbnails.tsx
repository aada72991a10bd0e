/** All pages small, in a strip beside the large ones. */
import { useVirtualizer } from '@tanstack/react-virtual'
import { useCallback, useEffect, useRef } from 'react'
import { useSession, useView } from '../../session/sessionContext.ts'
import { liesOnItsSide, PageSheet, scaleFor } from './PageSheet.tsx'

const width = 84
const labelHeight = 26

export function Thumbnails({
  current,
  onVisible,
  onChoose,
}: {
  current: number
  onVisible(pages: number[]): void
  onChoose(page: number): void
}) {
  const session = useSession()
  const labels = useView(view => view.turnover?.labels) ?? []
  const drawings = useView(view => view.drawings)
  const { page } = useView(view => view.houseStyle)
  const scroll = useRef<HTMLDivElement>(null)
  const address = useCallback((name: string) => session.pictureAddress(name), [session])
  const scale = width / page.width
  const virtual = useVirtualizer({
    count: labels.length,
    getScrollElement: () => scroll.current,
    estimateSize: () => page.height * scale + labelHeight,
    overscan: 2,
  })
  const items = virtual.getVirtualItems()
  const first = items[0]?.index ?? 0
  const last = items.at(-1)?.index ?? -1
  useEffect(() => {
    onVisible(Array.from({ length: last - first + 1 }, (_, i) => first + i))
  }, [first, last, onVisible])
  useEffect(() => () => onVisible([]), [onVisible])
  useEffect(() => virtual.scrollToIndex(current, { align: 'auto' }), [current, virtual])
  return (
    <nav
      className="w-[124px] flex-none overflow-y-auto border-r border-(--rule-strong) bg-(--paper)"
      aria-label="All pages, small"
      ref={scroll}
    >
      <div style={{ height: virtual.getTotalSize(), position: 'relative' }}>
        {items.map(item => {
          const drawing = drawings.get(item.index)
          return (
            <button
              key={item.key}
              type="button"
              className="absolute inset-x-0 grid justify-items-center gap-0.5 pt-1.5 text-xs/4 aria-current:bg-(--structure-wash) aria-current:font-semibold aria-current:text-(--structure) aria-current:shadow-[inset_3px_0_0_var(--structure)]"
              style={{ transform: `translateY(${item.start}px)` }}
              aria-current={item.index === current ? 'page' : undefined}
              aria-label={`Page ${labels[item.index]}`}
              onClick={() => onChoose(item.index)}
            >
              <span
                className={`grid items-center ${drawing && liesOnItsSide(drawing) ? '' : 'page-paper'}`}
                style={{ width, height: page.height * scale }}
              >
                {drawing && (
                  <PageSheet drawing={drawing} scale={scaleFor(drawing, page, scale)} pictureAddress={address} current="" onGo={nowhere} />
                )}
              </span>
              <span>{labels[item.index]}</span>
            </button>
          )
        })}
      </div>
    </nav>
  )
}

const nowhere = (): void => {}

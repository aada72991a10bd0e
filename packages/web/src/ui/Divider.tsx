/** The edge between a panel and the sheet: drag it, or move it with the arrow keys, to make the panel wider or narrower. */
import { type PointerEvent, useState } from 'react'
import { remember, remembered } from '../app/remembered.ts'

interface Limits {
  usual: number
  least: number
  most: number
}

/** A width in pixels that is remembered in this browser. */
export function useWidth(name: string, { usual, least, most }: Limits): [number, (width: number) => void] {
  const place = `width ${name}`
  const [width, setWidth] = useState(() => Number(remembered(place)) || usual)
  return [
    width,
    wanted => {
      const next = Math.round(Math.min(most, Math.max(least, wanted)))
      remember(place, String(next))
      setWidth(next)
    },
  ]
}

const step = 16

/** `grows` is the direction in which the panel gets wider. */
export function Divider({
  label,
  width,
  limits,
  grows,
  onWidth,
}: {
  label: string
  width: number
  limits: Limits
  grows: 'left' | 'right'
  onWidth(width: number): void
}) {
  const sign = grows === 'right' ? 1 : -1
  const [from, setFrom] = useState<{ x: number; width: number } | null>(null)
  const begin = (event: PointerEvent<HTMLDivElement>): void => {
    event.preventDefault()
    event.currentTarget.setPointerCapture(event.pointerId)
    event.currentTarget.focus()
    setFrom({ x: event.clientX, width })
  }
  return (
    <div
      className={`z-3 -mx-[3px] w-[7px] flex-none cursor-col-resize touch-none bg-center bg-no-repeat outline-none hover:bg-[linear-gradient(var(--structure),var(--structure))] hover:bg-size-[3px_100%] focus-visible:bg-[linear-gradient(var(--structure),var(--structure))] focus-visible:bg-size-[3px_100%] ${from ? 'bg-[linear-gradient(var(--structure),var(--structure))] bg-size-[3px_100%]' : 'bg-[linear-gradient(var(--rule-strong),var(--rule-strong))] bg-size-[1px_100%]'}`}
      role="separator"
      aria-orientation="vertical"
      aria-label={label}
      aria-valuenow={width}
      aria-valuemin={limits.least}
      aria-valuemax={limits.most}
      tabIndex={0}
      title={`${label}. Double press: usual width`}
      onPointerDown={begin}
      onPointerMove={event => from && onWidth(from.width + sign * (event.clientX - from.x))}
      onPointerUp={() => setFrom(null)}
      onPointerCancel={() => setFrom(null)}
      onDoubleClick={() => onWidth(limits.usual)}
      onKeyDown={event => {
        const by = { ArrowRight: step, ArrowLeft: -step }[event.key]
        if (by) onWidth(width + sign * by)
        else if (event.key === 'Home') onWidth(limits.least)
        else if (event.key === 'End') onWidth(limits.most)
        else return
        event.preventDefault()
      }}
    />
  )
}

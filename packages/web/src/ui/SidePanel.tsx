/**
 * A panel beside the sheet, in a group of panels. Its edge is dragged, or moved with the arrow keys, to make it wider or narrower;
 * a double press brings the usual width back. The width is remembered in this browser, in pixels.
 */
import { type ReactNode, useRef, useState } from 'react'
import { Group, Panel, Separator, usePanelRef } from 'react-resizable-panels'
import { remember, remembered } from '../app/remembered.ts'

/** Widths in pixels. */
interface Limits {
  usual: number
  least: number
  most: number
}

export function SidePanels({ children }: { children: ReactNode }) {
  const group = useRef<HTMLDivElement>(null)
  return (
    <Group
      elementRef={group}
      onLayoutChanged={(_, { isUserInteraction }) => {
        // Only what somebody chose is remembered: not what a narrow window leaves.
        if (!isUserInteraction) return
        for (const panel of group.current?.querySelectorAll<HTMLElement>('[data-side-panel]') ?? [])
          remember(`width ${panel.dataset.sidePanel}`, String(Math.round(panel.getBoundingClientRect().width)))
      }}
    >
      {children}
    </Group>
  )
}

/** The panel between the others: it takes the room that they leave. */
export function MiddlePanel({ least, children }: { least: number; children: ReactNode }) {
  return (
    <Panel id="middle" minSize={least}>
      {children}
    </Panel>
  )
}

export function SidePanel({
  name,
  label,
  limits,
  side,
  children,
}: {
  name: string
  label: string
  limits: Limits
  side: 'left' | 'right'
  children: ReactNode
}) {
  const panel = usePanelRef()
  const [width] = useState(() => Number(remembered(`width ${name}`)) || limits.usual)
  const body = (
    <Panel
      id={name}
      data-side-panel={name}
      panelRef={panel}
      defaultSize={width}
      minSize={limits.least}
      maxSize={limits.most}
      groupResizeBehavior="preserve-pixel-size"
    >
      {children}
    </Panel>
  )
  const edge = (
    <Separator
      className="z-3 -mx-[3px] w-[7px] bg-[linear-gradient(var(--rule-strong),var(--rule-strong))] bg-size-[1px_100%] bg-center bg-no-repeat outline-none hover:bg-[linear-gradient(var(--structure),var(--structure))] hover:bg-size-[3px_100%] focus-visible:bg-[linear-gradient(var(--structure),var(--structure))] focus-visible:bg-size-[3px_100%] data-[separator=active]:bg-[linear-gradient(var(--structure),var(--structure))] data-[separator=active]:bg-size-[3px_100%]"
      aria-label={label}
      title={`${label}. Double press: usual width`}
      disableDoubleClick
      onDoubleClick={() => {
        panel.current?.resize(limits.usual)
        remember(`width ${name}`, String(limits.usual))
      }}
    />
  )
  return side === 'left' ? (
    <>
      {body}
      {edge}
    </>
  ) : (
    <>
      {edge}
      {body}
    </>
  )
}

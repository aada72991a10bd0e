/** One plain sentence about what it stands at, on hover and on focus. */
import { Tooltip as Primitive } from 'radix-ui'
import type { ReactNode } from 'react'

export const Tooltips = ({ children }: { children: ReactNode }) => <Primitive.Provider delayDuration={500}>{children}</Primitive.Provider>

export function Tooltip({
  says,
  keys,
  side = 'bottom',
  children,
}: {
  says: string
  keys?: string
  side?: 'right' | 'bottom' | 'top'
  children: ReactNode
}) {
  return (
    <Primitive.Root>
      <Primitive.Trigger asChild>{children}</Primitive.Trigger>
      <Primitive.Portal>
        <Primitive.Content
          className="z-50 max-w-[300px] border border-(--structure) bg-(--sheet) px-3 py-2 text-[13px] leading-[18px] text-(--ink) shadow-lg"
          side={side}
          sideOffset={6}
          collisionPadding={8}
        >
          {says} {keys && <kbd>{keys}</kbd>}
        </Primitive.Content>
      </Primitive.Portal>
    </Primitive.Root>
  )
}

/** A button that opens a list of things to do: nothing is done before one of them is chosen. */
import { DropdownMenu } from 'radix-ui'
import { type ReactNode, useRef, useState } from 'react'
import { flushSync } from 'react-dom'

export interface MenuItem {
  key: string
  says: ReactNode
  /** Said below its name. */
  more?: string
  /** It is on or off; the menu stays open then. */
  on?: boolean
  run(): void
}

const row =
  'flex cursor-pointer justify-between gap-5 px-3.5 py-1 outline-none data-highlighted:bg-(--structure-wash) data-highlighted:shadow-[inset_3px_0_0_var(--structure)]'

function MenuRow({ says, more, on, run, onTake }: Omit<MenuItem, 'key'> & { onTake(): void }) {
  if (on !== undefined)
    return (
      <DropdownMenu.CheckboxItem className={row} checked={on} onSelect={event => event.preventDefault()} onCheckedChange={run}>
        {says}
        <span aria-hidden="true">{on ? '✓' : ''}</span>
      </DropdownMenu.CheckboxItem>
    )
  return (
    <DropdownMenu.Item className={row} onSelect={onTake}>
      {more ? (
        <span className="grid max-w-[420px]">
          <strong>{says}</strong>
          <span className="text-[13px] text-(--ink-soft)">{more}</span>
        </span>
      ) : (
        says
      )}
    </DropdownMenu.Item>
  )
}

interface Props {
  label?: string
  children: ReactNode
  items: readonly MenuItem[]
  className?: string
  disabled?: boolean
  align?: 'start' | 'end'
}

export function Menu({ label, children, items, className = 'button', disabled, align = 'start' }: Props) {
  const [open, setOpen] = useState(false)
  const trigger = useRef<HTMLButtonElement>(null)
  // What was chosen is done before the next key is heard: the menu is gone by then, and has given the focus back; what runs may take it on.
  const take = (run: () => void): void => {
    flushSync(() => setOpen(false))
    trigger.current?.focus()
    run()
  }
  return (
    <DropdownMenu.Root modal={false} open={open} onOpenChange={setOpen}>
      <DropdownMenu.Trigger ref={trigger} className={className} aria-label={label} disabled={disabled}>
        {children}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          className="z-30 max-h-(--radix-dropdown-menu-content-available-height) min-w-[200px] overflow-y-auto border border-(--rule-strong) bg-(--sheet) py-1 shadow-lg"
          align={align}
          collisionPadding={8}
          // The menu gives the focus back some moments after it is gone: then it may be elsewhere.
          onCloseAutoFocus={event => document.activeElement !== document.body && event.preventDefault()}
        >
          {items.map(({ key, ...item }) => (
            <MenuRow key={key} {...item} onTake={() => take(item.run)} />
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}

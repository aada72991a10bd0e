/** A button that opens a list of things to do: nothing is done before one of them is chosen. */
import { DropdownMenu } from 'radix-ui'
import type { ReactNode } from 'react'

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

function MenuRow({ says, more, on, run }: Omit<MenuItem, 'key'>) {
  if (on !== undefined)
    return (
      <DropdownMenu.CheckboxItem className={row} checked={on} onSelect={event => event.preventDefault()} onCheckedChange={run}>
        {says}
        <span aria-hidden="true">{on ? '✓' : ''}</span>
      </DropdownMenu.CheckboxItem>
    )
  return (
    // The menu gives the focus back first; what runs may take it elsewhere.
    <DropdownMenu.Item className={row} onSelect={() => setTimeout(run)}>
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
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger className={className} aria-label={label} disabled={disabled}>
        {children}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          className="z-30 max-h-(--radix-dropdown-menu-content-available-height) min-w-[200px] overflow-y-auto border border-(--rule-strong) bg-(--sheet) py-1 shadow-lg"
          align={align}
          collisionPadding={8}
        >
          {items.map(({ key, ...item }) => (
            <MenuRow key={key} {...item} />
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}

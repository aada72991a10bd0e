import { Popover } from 'radix-ui'
import { useNotices } from './notices.ts'

const time = new Intl.DateTimeFormat('en-GB', { timeStyle: 'short' })

/** What was said before, for whoever looked away. */
export function PastNotices() {
  const past = useNotices(state => state.past)
  if (past.length === 0) return null
  return (
    <Popover.Root>
      <Popover.Trigger>Notices</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          className="z-40 max-h-[50vh] w-[420px] overflow-y-auto border border-(--structure) bg-(--sheet) px-4 py-3 shadow-lg"
          side="top"
          align="end"
          sideOffset={8}
          aria-label="Notices of this sitting"
        >
          <ul className="grid gap-2">
            {past.map(({ id, text, at, kind }) => (
              <li key={id} className="grid grid-cols-[44px_1fr] gap-2">
                <span className="text-(--ink-soft)">{time.format(at)}</span>
                <span className={kind === 'wrong' ? 'text-(--mend)' : ''}>{text}</span>
              </li>
            ))}
          </ul>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}

/** What a format holds in another form, each with the way to its place. */
import type { Lost } from '@steady-ledger/core/dispatch/output.ts'
import { Link } from 'react-router'

/** More are told by their number. */
const most = 100

export function NotHeld({ lost }: { lost: readonly Lost[] }) {
  if (!lost.length) return null
  return (
    <details className="mt-1 text-[13px]">
      <summary className="cursor-pointer text-(--ink-soft)">
        {lost.length === 1 ? 'One thing is' : `${lost.length} things are`} held in another form
      </summary>
      <ul className="quiet-links mt-1 grid gap-0.5 pl-4">
        {lost.slice(0, most).map(({ id, says }, order) => (
          <li key={order}>
            {says} {id && <Link to={`../galley/${id}`}>Show the place</Link>}
          </li>
        ))}
        {lost.length > most && <li>and {lost.length - most} more</li>}
      </ul>
    </details>
  )
}

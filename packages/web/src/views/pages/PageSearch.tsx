/** Looks for words in the pages and goes from place to place. */
import type { PageMatch } from '@steady-ledger/core/pages/search.ts'
import { useEffect, useRef, useState } from 'react'
import { shortcutOf } from '../../app/shortcuts.ts'
import { useSession, useView } from '../../session/sessionContext.ts'

/** The most places the worker reports. */
const mostMatches = 2000

export function PageSearch({ onPlace }: { onPlace(match: PageMatch | undefined): void }) {
  const session = useSession()
  const found = useView(view => view.found)
  const [query, setQuery] = useState('')
  const [at, setAt] = useState(0)
  const field = useRef<HTMLInputElement>(null)
  useEffect(() => {
    const timer = setTimeout(() => session.search(query), 120)
    return () => clearTimeout(timer)
  }, [session, query])
  useEffect(() => () => session.search(''), [session])
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (shortcutOf(event) === 'search') {
        event.preventDefault()
        field.current?.select()
      }
    }
    addEventListener('keydown', onKey)
    return () => removeEventListener('keydown', onKey)
  }, [])
  const matches = found.query === query ? found.matches : []
  const current = query ? matches[Math.min(at, matches.length - 1)] : undefined
  useEffect(() => onPlace(current), [current, onPlace])
  const step = (by: number): void => setAt(matches.length ? (Math.min(at, matches.length - 1) + by + matches.length) % matches.length : 0)
  const count = matches.length >= mostMatches ? `${mostMatches} or more` : String(matches.length)
  return (
    <form
      className="flex items-center gap-1.5"
      role="search"
      onSubmit={event => {
        event.preventDefault()
        step(1)
      }}
    >
      <input
        ref={field}
        className="w-[172px]"
        type="search"
        aria-label="Search in the pages"
        placeholder="Search in the pages"
        value={query}
        onChange={event => {
          setQuery(event.target.value)
          setAt(0)
        }}
        onKeyDown={event => {
          if (event.key === 'Enter' && event.shiftKey) {
            event.preventDefault()
            step(-1)
          } else if (event.key === 'Escape') setQuery('')
        }}
      />
      {query.trim() && found.query === query && (
        <>
          <span role="status">{matches.length ? `${Math.min(at, matches.length - 1) + 1} of ${count}` : 'Nowhere'}</span>
          <button type="button" className="button px-2 py-1" disabled={!matches.length} onClick={() => step(-1)} aria-label="Place before">
            ↑
          </button>
          <button type="submit" className="button px-2 py-1" disabled={!matches.length} aria-label="Next place">
            ↓
          </button>
        </>
      )}
    </form>
  )
}

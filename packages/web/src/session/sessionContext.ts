import { createContext, useContext } from 'react'
import type { Session } from './session.ts'
import type { SessionView } from './view.ts'

export const SessionContext = createContext<Session | null>(null)

export function useSession(): Session {
  const session = useContext(SessionContext)
  if (!session) throw new Error('There is no open work here.')
  return session
}

/** A slice of what the session shows; the component is drawn again only when the slice changes. */
export function useView<T>(select: (view: SessionView) => T): T {
  return useSession().use(select)
}

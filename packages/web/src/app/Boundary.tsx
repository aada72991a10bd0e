/** What fails is fenced in: the view or panel says what happened, what is safe and what to do, and everything around it goes on. */
import type { ReactNode } from 'react'
import { ErrorBoundary } from 'react-error-boundary'
import { openNow } from '../session/openNow.ts'
import { NotFetched } from './later.tsx'

/** Leaving asks where something could not be saved. */
async function loadAnew(): Promise<void> {
  await openNow()?.save()
  location.reload()
}

export function Boundary({
  name,
  of,
  children,
}: {
  name: string /** What it is tried again for, when it changes. */
  of?: string
  children: ReactNode
}) {
  return (
    <ErrorBoundary
      resetKeys={[of]}
      onError={error => console.error(error)}
      fallbackRender={({ error, resetErrorBoundary }) => (
        <section
          className="fault mx-auto my-10 grid max-w-[560px] justify-items-start gap-2.5 border border-(--mend) bg-(--sheet) p-5"
          role="alert"
        >
          <h2 className="font-text text-xl font-semibold">{name} stopped</h2>
          <p>
            What happened: {error instanceof Error ? error.message : String(error)} Your text is safe: it is kept as you write, and
            everything else goes on.
          </p>
          <button type="button" className="button" onClick={error instanceof NotFetched ? () => void loadAnew() : resetErrorBoundary}>
            {error instanceof NotFetched ? 'Load the page anew' : 'Try again'}
          </button>
        </section>
      )}
    >
      {children}
    </ErrorBoundary>
  )
}

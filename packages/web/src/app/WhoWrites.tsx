/** In the foot of a tab that reads along: who writes, and how to write here. */
import { useSession, useView } from '../session/sessionContext.ts'

export function WhoWrites() {
  const session = useSession()
  const handOver = useView(view => view.handOver)
  if (handOver === 'asked')
    return (
      <span className="text-(--mend)" role="status">
        The other tab saves what it holds…
      </span>
    )
  if (handOver === 'silent' || handOver === 'refused')
    return (
      <span className="text-(--mend)" role="alert">
        {handOver === 'silent' ? 'The other tab does not answer.' : 'The other tab holds words that it cannot save.'} What it has not saved
        will not be kept.{' '}
        <button type="button" onClick={() => session.forceOver()}>
          Write here all the same
        </button>
      </span>
    )
  return (
    <span className="text-(--mend)">
      Open for writing in another tab.{' '}
      <button type="button" onClick={() => session.takeOver()}>
        Write here
      </button>
    </span>
  )
}

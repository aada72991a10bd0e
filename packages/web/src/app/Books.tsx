import { useEffect, useState } from 'react'
import { Link } from 'react-router'
import { useSession, useView } from '../session/sessionContext.ts'

/** Said to who does not see it when it becomes another, and not at every letter. */
export function BooksTold() {
  const turnover = useView(view => view.turnover)
  const balanced = useView(view => view.balanced)
  const must = turnover?.findings.filter(finding => finding.weight === 'mustMend').length ?? 0
  const [said, setSaid] = useState('')
  useEffect(() => {
    if (turnover && balanced) setSaid(must > 0 ? `${must} must mend` : 'In balance')
  }, [turnover, balanced, must])
  return (
    <span role="status" className="visually-hidden">
      {said}
    </span>
  )
}

/** The state of the books: in balance, being computed, or what must be mended first. */
export function Books() {
  const session = useSession()
  const turnover = useView(view => view.turnover)
  const progress = useView(view => view.progress)
  const failure = useView(view => view.failure)
  const balanced = useView(view => view.balanced)
  const fromLastSitting = useView(view => view.fromLastSitting)
  if (failure)
    return (
      <span className="books wrong" role="alert">
        The pages are not computed: {failure}. The text is kept.{' '}
        <button type="button" onClick={() => session.retryPages()}>
          Try again
        </button>
      </span>
    )
  if (progress || !turnover || fromLastSitting)
    return (
      <span className="books" aria-busy="true">
        {progress?.of === 'formulas' ? 'Setting formulas…' : 'Computing pages…'}
        {fromLastSitting && ' In sight: those of last time.'}
        {progress && (
          <progress value={progress.done} max={progress.all} aria-label={progress.of === 'formulas' ? 'Formulas set' : 'Pages computed'} />
        )}
      </span>
    )
  const must = turnover.findings.filter(finding => finding.weight === 'mustMend').length
  const pages = `${turnover.labels.length} pages`
  return must > 0 ? (
    <Link className="books wrong" to="findings" aria-busy={!balanced}>
      {must} must mend · {pages}
    </Link>
  ) : (
    <span className="books" aria-busy={!balanced} title={`Balanced in ${turnover.rounds} rounds, ${Math.round(turnover.milliseconds)} ms`}>
      <Balance /> In balance · {pages}
    </span>
  )
}

const Balance = () => (
  <svg width="16" height="14" viewBox="0 0 16 14" aria-hidden="true" className="balance">
    <path
      d="M8 1v11M4 12.500h8M2.500 3.500h11M2.500 3.500 .7 8h3.600zM13.500 3.500 11.700 8h3.600z"
      fill="none"
      stroke="currentColor"
      strokeWidth="1.1"
    />
  </svg>
)

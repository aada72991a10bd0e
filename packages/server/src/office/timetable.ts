/** What becomes of a submission, by the days of the office: derived from when it came in, and never kept. */
import type { SubmissionState } from '../../../core/src/dispatch/handIn/answers.ts'

/** The day on which it is taken up, and the one on which it is decided. */
const reviewFrom = 1
const decidedOn = 3

export interface Standing {
  state: SubmissionState
  since: Date
  next: Date | null
}

/** `secondsPerDay` is how long a day of the office takes. */
export function standingOf(at: Date, hasRemarks: boolean, now: Date, secondsPerDay: number): Standing {
  const on = (day: number): Date => new Date(at.getTime() + day * secondsPerDay * 1000)
  // A clock that was set back makes nothing undone: it is as on the first day.
  if (now < on(reviewFrom)) return { state: 'received', since: at, next: on(reviewFrom) }
  if (now < on(decidedOn)) return { state: 'inReview', since: on(reviewFrom), next: on(decidedOn) }
  return { state: hasRemarks ? 'returned' : 'accepted', since: on(decidedOn), next: null }
}

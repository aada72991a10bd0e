/** What the hand-in office and an author’s desk say to each other: JSON over the program’s own server. */
import type { Receipt } from '../../work/parts/milestones.ts'

export type { Receipt }

/** What an office holds to, whoever hands in. */
export interface OfficeRules {
  /** The largest file it takes, in bytes. */
  mostBytes: number
  /** The longest abstract it takes, in words. */
  abstractWords: number
  /** What a file’s name is, in words. */
  fileName: string
}

export interface OfficeFacts {
  office: string
  rules: OfficeRules
  /** How long one of its days takes, in seconds: what takes an office weeks is rehearsed in minutes. */
  secondsPerDay: number
}

/** Something for which a file is not taken, or that is returned with it. */
export interface Objection {
  /** What is held to, in a word or two: “Page size”. */
  rule: string
  says: string
  /** Labels of the pages that it is about; “sheet 12” where a page has none. */
  pages: string[]
}

export type SubmissionState = 'received' | 'inReview' | 'returned' | 'accepted'

export type HandInAnswer =
  /** `again`: the very same file had been taken before, under this number. */
  { taken: true; receipt: Receipt; again: boolean } | { taken: false; objections: Objection[] }

export interface Submission {
  receipt: Receipt
  file: string
  state: SubmissionState
  /** When this state began, as an ISO 8601 date and time, and when the next one does; null where it is the last. */
  since: string
  next: string | null
  /** What is returned with it; empty before that. */
  remarks: Objection[]
}

/** Why the office did nothing, in words that can be shown. */
export interface OfficeRefusal {
  refused: string
}

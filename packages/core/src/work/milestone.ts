/** Dated records of every number in a work: what each thing was called, and where it stood, when it left the house. */

export interface MilestoneRecord {
  /** Of the entry. */
  id: string
  /** Kind of block: figure, heading, note … */
  kind: string
  /** As references call it: “Figure 3.2”, “(3.7)”. */
  name: string
  page: string
  caption: string
}

export interface Milestone {
  id: string
  name: string
  /** When it was taken, as an ISO 8601 date and time. */
  taken: string
  records: MilestoneRecord[]
}

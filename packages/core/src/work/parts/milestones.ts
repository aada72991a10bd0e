/** Dated records of every number in a work: what each thing was called, and where it stood, when it left the house. */
import { type Static, Type, words } from '../definition.ts'
import type { Part } from './part.ts'

const closed = { additionalProperties: false }
const record = Type.Object(
  {
    /** Of the entry. */
    id: words({ most: 100 }),
    /** Kind of block: figure, heading, note … */
    kind: words({ most: 40 }),
    /** As references call it: “Figure 3.2”, “(3.7)”. */
    name: words({ most: 2000 }),
    page: words({ most: 40 }),
    caption: words({ most: 100_000 }),
  },
  closed,
)
export type MilestoneRecord = Static<typeof record>

const milestone = Type.Object(
  {
    id: words({ most: 100 }),
    name: words({ most: 200 }),
    /** When it was taken, as an ISO 8601 date and time. */
    taken: words({ most: 40 }),
    records: Type.Array(record, { maxItems: 100_000 }),
  },
  closed,
)
export type Milestone = Static<typeof milestone>

export const milestones: Part<readonly Milestone[]> = {
  definition: Type.Array(milestone, { maxItems: 200, default: [] }),
  empty: () => [],
  onPages: false,
}

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

/** What the hand-in office gave for the PDF that was taken with it. */
const receipt = Type.Object(
  {
    number: words({ most: 40 }),
    /** When it came in, as an ISO 8601 date and time. */
    at: words({ most: 40 }),
    /** SHA-256 of the file, in hexadecimal digits. */
    checksum: words({ most: 64 }),
    pages: Type.Integer({ minimum: 1, maximum: 100_000 }),
  },
  closed,
)
export type Receipt = Static<typeof receipt>

const milestone = Type.Object(
  {
    id: words({ most: 100 }),
    name: words({ most: 200 }),
    /** When it was taken, as an ISO 8601 date and time. */
    taken: words({ most: 40 }),
    records: Type.Array(record, { maxItems: 100_000 }),
    receipt: Type.Optional(receipt),
  },
  closed,
)
export type Milestone = Static<typeof milestone>

export const milestones: Part<readonly Milestone[]> = {
  definition: Type.Array(milestone, { maxItems: 200, default: [] }),
  empty: () => [],
  onPages: false,
}

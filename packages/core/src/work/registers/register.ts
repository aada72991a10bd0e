/** Registers: parts that are small books beside the text, many entries by id, of which an edit changes one. */
import { type TSchema, Type } from '../definition.ts'
import type { Part } from '../parts/part.ts'

/** Entries by id. Inline things in the text hold ids, never the words of an entry. */
export type Entries<Entry> = Readonly<Record<string, Entry>>

/** A register as a part of a work; empty in a new one. */
export const register = <Entry>(entry: TSchema): Part<Entries<Entry>> => ({
  definition: Type.Record(Type.String({ format: 'key', maxLength: 100 }), entry, { default: {}, maxProperties: 100_000 }),
  empty: () => ({}),
  onPages: true,
})

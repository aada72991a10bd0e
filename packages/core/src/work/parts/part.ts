/** Parts: what a work consists of beside its text and pictures, each one value that changes as a whole. */
import type { TSchema } from '../definition.ts'

export type WorkKind = 'thesis' | 'paper'

export interface Part<Value> {
  /** What its values are: types, bounds, fields of forms. */
  definition: TSchema
  /** What a new work begins with, and a file that does not know it yet is given. */
  empty(kind: WorkKind): Value
  /** What is wrong with a value that keeps to its definition, in words; empty where nothing is. */
  problem?(value: Value): string
  /** Whether anything on the pages depends on it. */
  onPages: boolean
}

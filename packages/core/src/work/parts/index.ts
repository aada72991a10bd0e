/** The registry of parts: a new one is a file beside this one and a line here. Files, storage, workers and sessions go by it. */
import { type RegisterName, registerNames, registers } from '../registers/index.ts'
import { houseStyle } from './houseStyle.ts'
import { milestones } from './milestones.ts'
import type { Part, WorkKind } from './part.ts'
import { scheme } from './scheme.ts'
import { settings } from './settings.ts'

export const parts = { settings, scheme, houseStyle, milestones, ...registers }

export type PartName = keyof typeof parts
export type Parts = { [Name in PartName]: (typeof parts)[Name] extends Part<infer Value> ? Value : never }
export const partNames = Object.keys(parts) as PartName[]

/** Parts that are one value each; registers are kept entry by entry. */
export type SingleName = Exclude<PartName, RegisterName>
export const singleNames = partNames.filter((name): name is SingleName => !(registerNames as PartName[]).includes(name))

/** A value for every part. */
const eachPart = (make: (name: PartName) => unknown): Parts =>
  Object.fromEntries(partNames.map(name => [name, make(name)])) as unknown as Parts

/** The parts that a work of a kind begins with. */
export const emptyParts = (kind: WorkKind): Parts => eachPart(name => parts[name].empty(kind))

/** The parts of a work, without its text and pictures. */
export const partsOf = (work: Parts): Parts => eachPart(name => work[name])

/** The parts that are one value each, of a work. */
export const singleParts = (work: Parts): Pick<Parts, SingleName> =>
  Object.fromEntries(singleNames.map(name => [name, work[name]])) as unknown as Pick<Parts, SingleName>

/** Those that pages depend on, as they are; the others as they are in an empty work. */
export const partsOnPages = (work: Parts): Parts =>
  eachPart(name => (parts[name].onPages ? work[name] : parts[name].empty(work.settings.kind)))

export const sameParts = (a: Parts, b: Parts): boolean => partNames.every(name => a[name] === b[name])

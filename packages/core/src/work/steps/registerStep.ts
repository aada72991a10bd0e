/**
 * A change of one entry of a register: it costs that one, in the history, in the storage and on the way to the worker, however many
 * there are.
 */
import type { Node, Schema } from 'prosemirror-model'
import { Step, StepMap, StepResult, type Transform } from 'prosemirror-transform'
import type { Parts } from '../parts/index.ts'
import type { RegisterName } from '../registers/index.ts'
import type { Entries } from '../registers/register.ts'
import type { Work } from '../work.ts'

/** An entry of a register. */
export type EntryOf<Name extends RegisterName> = Parts[Name] extends Entries<infer Entry> ? Entry : never

export class RegisterStep<Name extends RegisterName = RegisterName> extends Step {
  readonly register: Name
  readonly id: string
  /** The entry as it was, and as it is; null where there was or is none. */
  readonly before: EntryOf<Name> | null
  readonly after: EntryOf<Name> | null

  constructor(register: Name, id: string, before: EntryOf<Name> | null, after: EntryOf<Name> | null) {
    super()
    this.register = register
    this.id = id
    this.before = before
    this.after = after
  }

  override apply(doc: Node): StepResult {
    return StepResult.ok(doc)
  }
  override invert(): Step {
    return new RegisterStep(this.register, this.id, this.after, this.before)
  }
  override map(): Step {
    return this
  }
  override getMap(): StepMap {
    return StepMap.empty
  }
  override toJSON(): object {
    return { stepType: 'register', register: this.register, id: this.id, before: this.before, after: this.after }
  }
  static override fromJSON(_schema: Schema, json: { register: RegisterName; id: string; before: never; after: never }): Step {
    return new RegisterStep(json.register, json.id, json.before, json.after)
  }

  /** Changes the entry in a register that nobody else holds. */
  applyIn(entries: Record<string, unknown>): void {
    if (this.after === null) delete entries[this.id]
    // An entry may be called anything, also what objects have by nature.
    else Object.defineProperty(entries, this.id, { value: this.after, writable: true, enumerable: true, configurable: true })
  }
}

Step.jsonID('register', RegisterStep)

/** Adds the change of an entry to a transaction: null takes it out. */
export function setEntry<Name extends RegisterName, T extends Transform>(
  tr: T,
  work: Work,
  register: Name,
  id: string,
  after: EntryOf<Name> | null,
): T {
  const entries = work[register] as Entries<EntryOf<Name>>
  const before = Object.hasOwn(entries, id) ? (entries[id] ?? null) : null
  if (before !== after) tr.step(new RegisterStep(register, id, before, after))
  return tr
}

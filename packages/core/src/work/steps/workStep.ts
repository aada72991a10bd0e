/**
 * A change of what stands beside the document: one part, as a whole. It is a step like any other, so that one history undoes it, one
 * message takes it to the worker, and a transaction can change the text and the rules in one go.
 */
import type { Node, Schema } from 'prosemirror-model'
import { Step, StepMap, StepResult, type Transform } from 'prosemirror-transform'
import type { PartName } from '../parts/index.ts'
import type { RegisterName } from '../registers/index.ts'
import type { Work } from '../work.ts'
import { RegisterStep } from './registerStep.ts'

export class WorkStep<Part extends PartName = PartName> extends Step {
  readonly part: Part
  readonly before: Work[Part]
  readonly after: Work[Part]

  constructor(part: Part, before: Work[Part], after: Work[Part]) {
    super()
    this.part = part
    this.before = before
    this.after = after
  }

  override apply(doc: Node): StepResult {
    return StepResult.ok(doc)
  }
  override invert(): Step {
    return new WorkStep(this.part, this.after, this.before)
  }
  override map(): Step {
    return this
  }
  override getMap(): StepMap {
    return StepMap.empty
  }
  override toJSON(): object {
    return { stepType: 'work', part: this.part, before: this.before, after: this.after }
  }
  static override fromJSON(_schema: Schema, json: { part: PartName; before: never; after: never }): Step {
    return new WorkStep(json.part, json.before, json.after)
  }
}

Step.jsonID('work', WorkStep)

/** Adds the change of a part to a transaction. */
export function setPart<Part extends PartName, T extends Transform>(tr: T, work: Work, part: Part, after: Work[Part]): T {
  if (work[part] !== after) tr.step(new WorkStep(part, work[part], after))
  return tr
}

/** The work after steps, the document aside; the same object where none of them speaks of more than the document. */
export function afterSteps(work: Work, steps: readonly Step[]): Work {
  let next = work
  /** Registers that were copied for these steps: thousands of entries change in one copy. */
  const own = new Map<string, Record<string, unknown>>()
  for (const step of steps) {
    if (step instanceof WorkStep) {
      next = { ...next, [step.part]: step.after }
      own.delete(step.part)
    } else if (step instanceof RegisterStep) {
      const register: RegisterName = step.register
      const entries: Record<string, unknown> = own.get(register) ?? { ...next[register] }
      if (!own.has(register)) next = { ...next, [register]: entries }
      own.set(register, entries)
      step.applyIn(entries)
    }
  }
  return next
}

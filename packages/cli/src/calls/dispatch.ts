import { outputOf, outputs } from '@steady-ledger/core/dispatch/outputs.ts'
import { type Call, CallError } from '../call.ts'
import { readDrawingProgram } from '../host.ts'
import { openWork } from '../input.ts'
import { targetOf, writeWhole } from '../output.ts'
import { turnOver } from '../turnOver.ts'

/** The date in the file, from SOURCE_DATE_EPOCH where it is set, else one that never changes: the same work gives the same bytes. */
function date(): Date {
  const given = process.env.SOURCE_DATE_EPOCH || '946684800'
  if (!/^\d{1,11}$/.test(given)) throw new CallError('SOURCE_DATE_EPOCH takes a whole number of seconds since 1970.', 2)
  return new Date(Number(given) * 1000)
}

export const dispatchCall: Call = async given => {
  const output = outputOf(given.values.to ?? '')
  if (!output) throw new CallError(`Choose what to write with --to: ${outputs.map(({ name }) => name).join(', ')}.`, 2)
  const target = targetOf(given)
  const withWork = given.values['with-work'] === true
  if (withWork && !output.carriesWork) throw new CallError(`A file of this kind cannot carry the work: ${output.name}.`, 2)
  const writing = { date: date(), withWork }
  const work = await openWork(given)
  await writeWhole(target, await output.write({ work, turnOver: () => turnOver(work), drawingProgram: readDrawingProgram }, writing))
  return 0
}

import { outputOf, outputs } from '@steady-ledger/core/dispatch/outputs.ts'
import { type Call, CallError, openWork, outFile, turnOver, writeWhole } from '../call.ts'

/** The date in the file, from SOURCE_DATE_EPOCH where it is set, else one that never changes: the same work gives the same bytes. */
const date = (): Date => new Date(Number(process.env.SOURCE_DATE_EPOCH ?? 946_684_800) * 1000)

export const dispatchCall: Call = async given => {
  const output = outputOf(given.values.to ?? '')
  if (!output) throw new CallError(`Choose what to write with --to: ${outputs.map(({ name }) => name).join(', ')}.`, 2)
  const out = outFile(given)
  const work = openWork(given)
  writeWhole(out, await output.write({ work, turnOver: () => turnOver(work) }, { date: date() }))
  return 0
}

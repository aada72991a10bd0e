import { writeBundle } from '@steady-ledger/core/work/file/bundle.ts'
import { demoWorks } from '@steady-ledger/demo'
import { type Call, CallError, outFile, writeWhole } from '../call.ts'

export const demoCall: Call = async given => {
  const make = demoWorks[given.positionals[0] as keyof typeof demoWorks]
  if (!make) throw new CallError('Choose a demo work: thesis or paper.', 2)
  writeWhole(outFile(given), writeBundle(await make()))
  return 0
}

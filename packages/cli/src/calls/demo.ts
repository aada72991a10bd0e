import { writeBundle } from '@steady-ledger/core/work/file/bundle.ts'
import { demoWorks } from '@steady-ledger/demo'
import { type Call, CallError } from '../call.ts'
import { targetOf, writeWhole } from '../output.ts'

export const demoCall: Call = async given => {
  const [name = ''] = given.positionals
  const make = Object.hasOwn(demoWorks, name) && demoWorks[name as keyof typeof demoWorks]
  if (!make) throw new CallError('Choose a demo work: thesis, paper or columns.', 2)
  const target = targetOf({ ...given, positionals: [] })
  await writeWhole(target, writeBundle(await make()))
  return 0
}

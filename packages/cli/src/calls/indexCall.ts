import { writeIndexCsv } from '@steady-ledger/core/dispatch/csv/writeIndexCsv.ts'
import { indexRows } from '@steady-ledger/core/dispatch/indexRows.ts'
import { type Call, CallError, print, printJson } from '../call.ts'
import { openWork } from '../input.ts'
import { turnOver } from '../turnOver.ts'

export const indexCall: Call = async given => {
  const { json, csv } = given.values
  if (json === csv) throw new CallError('Choose --json or --csv.', 2)
  const rows = indexRows((await turnOver(await openWork(given))).turnover)
  await (json ? printJson(rows) : print(writeIndexCsv(rows)))
  return 0
}

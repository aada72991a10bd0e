import { writeShortFormsCsv } from '@steady-ledger/core/dispatch/csv/writeShortFormsCsv.ts'
import { shortFormRows } from '@steady-ledger/core/dispatch/shortFormRows.ts'
import { type Call, CallError, print, printJson } from '../call.ts'
import { openWork } from '../input.ts'
import { turnOver } from '../turnOver.ts'

export const shortFormsCall: Call = async given => {
  const { json, csv } = given.values
  if (json === csv) throw new CallError('Choose --json or --csv.', 2)
  const rows = shortFormRows((await turnOver(await openWork(given))).turnover)
  await (json ? printJson(rows) : print(writeShortFormsCsv(rows)))
  return 0
}

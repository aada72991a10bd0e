import { writeLedgerCsv } from '@steady-ledger/core/dispatch/csv/writeLedgerCsv.ts'
import { accountedRows } from '@steady-ledger/core/dispatch/json/writeLedgerJson.ts'
import { ledgerRows } from '@steady-ledger/core/dispatch/ledgerRows.ts'
import { type Call, CallError, print, printJson } from '../call.ts'
import { openWork } from '../input.ts'
import { turnOver } from '../turnOver.ts'

export const ledgerCall: Call = async given => {
  const { json, csv } = given.values
  if (json === csv) throw new CallError('Choose --json or --csv.', 2)
  const { turnover } = await turnOver(await openWork(given))
  if (json) await printJson(accountedRows(turnover))
  else await print(writeLedgerCsv(ledgerRows(turnover)))
  return 0
}

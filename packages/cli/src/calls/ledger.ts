import { writeLedgerCsv } from '@steady-ledger/core/dispatch/csv/writeLedgerCsv.ts'
import { ledgerRows } from '@steady-ledger/core/dispatch/ledgerRows.ts'
import { type Call, CallError, openWork, printJson, turnOver } from '../call.ts'

export const ledgerCall: Call = async given => {
  const { json, csv } = given.values
  if (json === csv) throw new CallError('Choose --json or --csv.', 2)
  const rows = ledgerRows(turnOver(openWork(given)).turnover)
  if (json) printJson(rows)
  else process.stdout.write(writeLedgerCsv(rows))
  return 0
}

import { writeLedgerCsv } from '@steady-ledger/core/dispatch/csv/writeLedgerCsv.ts'
import { ledgerRows } from '@steady-ledger/core/dispatch/ledgerRows.ts'
import { accountOf } from '@steady-ledger/core/numbers/account.ts'
import { type Call, CallError, openWork, printJson, turnOver } from '../call.ts'

export const ledgerCall: Call = async given => {
  const { json, csv } = given.values
  if (json === csv) throw new CallError('Choose --json or --csv.', 2)
  const { turnover } = await turnOver(openWork(given))
  const rows = ledgerRows(turnover)
  if (json) printJson(rows.map(row => ({ ...row, account: accountOf(turnover.ledger, row.id).map(({ text }) => text) })))
  else process.stdout.write(writeLedgerCsv(rows))
  return 0
}

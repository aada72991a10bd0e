import { writeLedgerCsv } from '@steady-ledger/core/dispatch/csv/writeLedgerCsv.ts'
import { ledgerRows } from '@steady-ledger/core/dispatch/ledgerRows.ts'
import { accountOf } from '@steady-ledger/core/numbers/account.ts'
import { type Call, CallError, print, printJson } from '../call.ts'
import { openWork } from '../input.ts'
import { turnOver } from '../turnOver.ts'

export const ledgerCall: Call = async given => {
  const { json, csv } = given.values
  if (json === csv) throw new CallError('Choose --json or --csv.', 2)
  const { turnover } = await turnOver(await openWork(given))
  const rows = ledgerRows(turnover)
  if (json) await printJson(rows.map(row => ({ ...row, account: accountOf(turnover.ledger, row.id).map(({ text }) => text) })))
  else await print(writeLedgerCsv(rows))
  return 0
}

/** The ledger for other programs: every entry as in the table, with the account of its number in sentences. */
import { accountOf } from '../../numbers/account.ts'
import type { Turnover } from '../../turnover/turnover.ts'
import { type LedgerRow, ledgerRows } from '../ledgerRows.ts'

export const accountedRows = (turnover: Turnover): (LedgerRow & { account: string[] })[] =>
  ledgerRows(turnover).map(row => ({ ...row, account: accountOf(turnover.ledger, row.id).map(({ text }) => text) }))

export const writeLedgerJson = (turnover: Turnover): string => `${JSON.stringify(accountedRows(turnover), null, 1)}\n`

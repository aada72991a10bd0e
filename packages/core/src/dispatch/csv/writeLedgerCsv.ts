/** The ledger as comma-separated values (RFC 4180), one row an entry. */
import type { LedgerRow } from '../ledgerRows.ts'
import { csvLine } from './csvLine.ts'

const columns: (keyof LedgerRow)[] = [
  'id',
  'kind',
  'series',
  'number',
  'bare',
  'reference',
  'label',
  'caption',
  'division',
  'page',
  'referredFrom',
]

export function writeLedgerCsv(rows: LedgerRow[]): string {
  const lines = rows.map(row =>
    csvLine(columns.map(column => (Array.isArray(row[column]) ? (row[column] as string[]).join('; ') : String(row[column])))),
  )
  return `${[columns.join(','), ...lines].join('\r\n')}\r\n`
}

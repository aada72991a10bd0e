/** The ledger as comma-separated values (RFC 4180), one row an entry. */
import type { LedgerRow } from '../ledgerRows.ts'

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
    columns.map(column => quoted(Array.isArray(row[column]) ? (row[column] as string[]).join('; ') : String(row[column]))).join(','),
  )
  return `${[columns.join(','), ...lines].join('\r\n')}\r\n`
}

/** Quoted where needed; a text that a spreadsheet would run as a formula is kept a text. */
function quoted(value: string): string {
  const safe = /^[=+@\t\r]|^-[^\d]/.test(value) ? `'${value}` : value
  return /[",\r\n]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe
}

/** A line of comma-separated values (RFC 4180). */
export const csvLine = (cells: string[]): string => cells.map(quoted).join(',')

/** What begins with a sign and is a number all the same. */
const isNumber = /^[+-]?\d+([.,]\d+)?$/

/** Quoted where needed; a text that a spreadsheet would run as a formula is kept a text. */
function quoted(value: string): string {
  const safe = /^\s*[=+\-@\t\r\n]/.test(value) && !isNumber.test(value) ? `'${value}` : value
  return /[",\r\n]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe
}

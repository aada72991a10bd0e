/** A line of comma-separated values (RFC 4180). */
export const csvLine = (cells: string[]): string => cells.map(quoted).join(',')

/** Quoted where needed; a text that a spreadsheet would run as a formula is kept a text. */
function quoted(value: string): string {
  const safe = /^[=+@\t\r]|^-[^\d]/.test(value) ? `'${value}` : value
  return /[",\r\n]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe
}

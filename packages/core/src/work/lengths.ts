/** Lengths as people write them: a number with a unit, or without one in the unit that is usual in its place. */

export type Unit = 'mm' | 'pt'

/** Points in each unit that is understood. */
const units: Record<string, number> = { pt: 1, mm: 72 / 25.4, cm: 720 / 25.4, in: 72, '"': 72, '″': 72 }

/** Points, or null where the text is no length. A comma is a decimal sign too. */
export function readLength(text: string, usual: Unit): number | null {
  const match = /^\s*(\d+(?:[.,]\d+)?|[.,]\d+)\s*(pt|mm|cm|in|"|″)?\s*$/i.exec(text)
  if (!match) return null
  return Number(match[1]!.replace(',', '.')) * units[(match[2] ?? usual).toLowerCase()]!
}

/** A length that may be below zero, as what stands in the margin does. */
export function readSignedLength(text: string, usual: Unit): number | null {
  const [, sign, rest] = /^\s*([-−–]?)(.*)$/.exec(text)!
  const length = readLength(rest!, usual)
  return length === null ? null : sign ? -length : length
}

/** A length in a unit, with as many places as it needs and two at the most; the unit is not written. */
export const writeLength = (points: number, unit: Unit): string => String(Number((points / units[unit]!).toFixed(unit === 'mm' ? 1 : 2)))

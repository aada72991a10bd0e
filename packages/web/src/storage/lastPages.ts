/** What was last computed of a work, so that the next sitting shows it at once; workers/keepLastPages.ts keeps it. */
import type { PageDrawing } from '@steady-ledger/core/pages/drawing.ts'
import type { TurnoverSummary } from '../workers/protocol.ts'
import { database } from './database.ts'

export const lastSummary = async (work: string): Promise<TurnoverSummary | undefined> =>
  (await database.lastPages.get(work).catch(() => undefined))?.summary

export async function lastDrawings(work: string, pages: readonly number[]): Promise<PageDrawing[]> {
  const found = await database.lastDrawings.bulkGet(pages.map((page): [string, number] => [work, page])).catch(() => [])
  return found.flatMap(record => (record ? [record.drawing] : []))
}

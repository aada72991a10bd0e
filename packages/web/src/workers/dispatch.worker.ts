/** Writes files from a turnover of its own, made from exactly the work that was sent; ended from outside to cancel. */

import { writeLedgerCsv } from '@steady-ledger/core/dispatch/csv/writeLedgerCsv.ts'
import { ledgerRows } from '@steady-ledger/core/dispatch/ledgerRows.ts'
import { writePdf } from '@steady-ledger/core/dispatch/pdf/writePdf.ts'
import { createTypesetter } from '@steady-ledger/core/formulas/typesetter.ts'
import { TurnoverEngine } from '@steady-ledger/core/turnover/turnover.ts'
import { openFonts } from '@steady-ledger/core/type/fonts.ts'
import { schema } from '@steady-ledger/core/work/schema.ts'
import { database } from '../storage/database.ts'
import { fetchFonts } from './fonts.ts'
import type { FromDispatch, ToDispatch } from './protocol.ts'

const say = (message: FromDispatch): void => postMessage(message)

async function write({ format, work, pictures, date }: ToDispatch): Promise<Uint8Array> {
  const formulas = createTypesetter()
  formulas.takeIn((await database.formulas.toArray()).map(({ key, box }) => [key, box]))
  const fonts = openFonts(await fetchFonts())
  const steps = new TurnoverEngine(fonts, formulas).steps({
    settings: work.settings,
    scheme: work.scheme,
    houseStyle: work.houseStyle,
    milestones: [],
    doc: schema.nodeFromJSON(JSON.parse(work.doc)),
    pictures: new Map(pictures.map(picture => [picture.name, picture])),
  })
  let step = steps.next()
  while (!step.done) {
    say({ kind: 'progress', says: 'Making up pages', ...step.value })
    step = steps.next()
  }
  if (format === 'csv') return new TextEncoder().encode(writeLedgerCsv(ledgerRows(step.value)))
  return writePdf(step.value, fonts, {
    date: new Date(date),
    onPage: (done, of) => {
      if (done % 8 === 0) say({ kind: 'progress', says: 'Writing pages', done, of })
      return true
    },
  })
}

addEventListener('message', async ({ data }: MessageEvent<ToDispatch>) => {
  try {
    say({ kind: 'written', bytes: await write(data) })
  } catch (error) {
    say({ kind: 'failed', message: (error as Error).message })
  }
})
say({ kind: 'ready' })

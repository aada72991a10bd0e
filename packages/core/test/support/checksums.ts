/** What a work comes to, as checksums: the bytes of its PDF, every number with its account, everything drawn on its pages. */
import { createHash } from 'node:crypto'
import { ledgerRows } from '../../src/dispatch/ledgerRows.ts'
import { writePdf } from '../../src/dispatch/pdf/writePdf.ts'
import { accountOf } from '../../src/numbers/account.ts'
import { drawPage } from '../../src/pages/drawing.ts'
import { TurnoverEngine } from '../../src/turnover/turnover.ts'
import type { Work } from '../../src/work/work.ts'
import { fonts, formulas } from './work.ts'

export interface Checksums {
  pdf: string
  ledger: string
  pages: string
}

const sum = (data: string | Uint8Array): string => createHash('sha256').update(data).digest('hex').slice(0, 24)

export async function checksumsOf(work: Work): Promise<Checksums> {
  const turnover = new TurnoverEngine(fonts, formulas).run(work)
  const ledger = ledgerRows(turnover).map(row => ({ ...row, account: accountOf(turnover.ledger, row.id) }))
  return {
    pdf: sum(await writePdf(turnover, fonts, { date: new Date(0) })),
    ledger: sum(JSON.stringify(ledger)),
    pages: sum(JSON.stringify(turnover.pages.map(page => drawPage(page)))),
  }
}

import { writeLedgerCsv } from '@steady-ledger/core/dispatch/csv/writeLedgerCsv.ts'
import { ledgerRows } from '@steady-ledger/core/dispatch/ledgerRows.ts'
import { writePdf } from '@steady-ledger/core/dispatch/pdf/writePdf.ts'
import { type Call, CallError, openWork, outFile, turnOver, writeWhole } from '../call.ts'

const later = ['web', 'epub', 'odf', 'ooxml', 'jats', 'markdown']

/** The date in the file, from SOURCE_DATE_EPOCH where it is set, else one that never changes: the same work gives the same bytes. */
const date = (): Date => new Date(Number(process.env.SOURCE_DATE_EPOCH ?? 946_684_800) * 1000)

export const dispatchCall: Call = async given => {
  const { to } = given.values
  if (to && later.includes(to)) throw new CallError(`Dispatch to “${to}” is not there yet.`, 2)
  if (to !== 'pdf' && to !== 'csv') throw new CallError('Choose what to write: --to pdf or --to csv.', 2)
  const out = outFile(given)
  const { turnover, fonts } = await turnOver(openWork(given))
  writeWhole(out, to === 'pdf' ? await writePdf(turnover, fonts, { date: date() }) : writeLedgerCsv(ledgerRows(turnover)))
  return 0
}

/** The registry of outputs: command line, worker and desk offer what stands here. A new one is a file or folder beside
 * this one and a line here. What writes it is fetched when it is written, and nowhere else. */
import type { Output } from './output.ts'

const pdf: Output = {
  name: 'pdf',
  title: 'PDF',
  says: 'The pages as they stand, to read, to listen to and to keep: by the standards PDF/UA-1 and PDF/A-2a.',
  ending: '.pdf',
  mediaType: 'application/pdf',
  recorded: true,
  carriesWork: true,
  write: async ({ work, turnOver }, { date, withWork, onProgress }) => {
    const { writePdf } = await import('./pdf/writePdf.ts')
    const { turnover, fonts } = await turnOver()
    const attached = withWork ? { attached: { name: `work${bundle.ending}`, bytes: await bundle.write({ work, turnOver }, { date }) } } : {}
    return writePdf(turnover, fonts, { date, ...attached, ...(onProgress ? { onPage: onProgress } : {}) })
  },
}

const ledgerCsv: Output = {
  name: 'csv',
  title: 'Ledger as CSV',
  says: 'Every number with its label, caption, page and references.',
  ending: '-ledger.csv',
  mediaType: 'text/csv',
  recorded: false,
  write: async ({ turnOver }) => {
    const [{ writeLedgerCsv }, { ledgerRows }] = await Promise.all([import('./csv/writeLedgerCsv.ts'), import('./ledgerRows.ts')])
    return new TextEncoder().encode(writeLedgerCsv(ledgerRows((await turnOver()).turnover)))
  },
}

const bundle: Output = {
  name: 'bundle',
  title: 'Bundle',
  says: 'Text and pictures in one file, to keep or to open elsewhere.',
  ending: '.ledger.zip',
  mediaType: 'application/zip',
  recorded: false,
  carriesKeepsakes: true,
  write: async ({ work }, { keepsakes }) => {
    const { writeBundle } = await import('../work/file/bundle.ts')
    return writeBundle(work, keepsakes)
  },
}

export const outputs: readonly Output[] = [pdf, ledgerCsv, bundle]
export const outputOf = (name: string): Output | undefined => outputs.find(output => output.name === name)

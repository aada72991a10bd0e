/** The registry of outputs: command line, worker and desk offer what stands here. A new one is a file or folder beside
 * this one and a line here. What writes it is fetched when it is written, and nowhere else. */
import type { Turnover } from '../turnover/turnover.ts'
import { titleOf } from '../work/schema.ts'
import type { Picture } from '../work/work.ts'
import type { Manuscript } from './manuscript/manuscript.ts'
import type { Output, Source } from './output.ts'

const pdf: Output = {
  name: 'pdf',
  title: 'PDF',
  says: 'The pages as they stand, to read, to listen to and to keep: by the standards PDF/UA-1 and PDF/A-2a.',
  ending: '.pdf',
  mediaType: 'application/pdf',
  recorded: true,
  carriesWork: true,
  write: async (source, { date, withWork, onProgress }) => {
    const { writePdf } = await import('./pdf/writePdf.ts')
    const { turnover, fonts } = await source.turnOver()
    const attached = withWork ? { attached: { name: `work${bundle.ending}`, bytes: await bundle.write(source, { date }) } } : {}
    return writePdf(turnover, fonts, { date, ...attached, ...(onProgress ? { onPage: onProgress } : {}) })
  },
}

/** What was written already from a source that others share, by name of the output. */
const shared = new WeakMap<Source, Map<string, Uint8Array>>()

/** One make-up of pages serves everything that is written from a work. */
export function onePages(source: Source): Source {
  if (shared.has(source)) return source
  let made: ReturnType<Source['turnOver']> | null = null
  const one: Source = { ...source, turnOver: () => (made ??= source.turnOver()) }
  shared.set(one, new Map())
  return one
}

/** Told by whoever writes several: what is asked for once more in the same form is not written twice. */
export const wasWritten = (source: Source, { name }: Output, bytes: Uint8Array): void => void shared.get(source)?.set(name, bytes)

const saidIn = new WeakMap<Turnover, Manuscript>()

/** What is said, from the pages that stand: everything but the pages is written from it, and it is gathered once for all. */
async function saidBy({ turnOver }: Source): Promise<Manuscript> {
  const { manuscriptOf } = await import('./manuscript/manuscriptOf.ts')
  const { turnover } = await turnOver()
  let said = saidIn.get(turnover)
  if (!said) saidIn.set(turnover, (said = manuscriptOf(turnover)))
  return said
}
const bytesOf = (text: string): Uint8Array => new TextEncoder().encode(text)

const webPage: Output = {
  name: 'web',
  title: 'Web page',
  says: 'Everything in one file for any browser: numbers, references, notes and lists lead to each other, formulas can be heard.',
  ending: '.html',
  mediaType: 'text/html',
  recorded: true,
  write: async source => {
    const [{ writeWebPage }, { mathFaceOf }] = await Promise.all([import('./html/writeWebPage.ts'), import('./html/mathFace.ts')])
    const said = await saidBy(source)
    return writeWebPage(said, await mathFaceOf(said, source.mathFace))
  },
}

const ebook: Output = {
  name: 'ebook',
  title: 'E-book',
  says: 'EPUB 3.3 for readers of every size: contents, notes that open where they are called, and the pages of the print to go to.',
  ending: '.epub',
  mediaType: 'application/epub+zip',
  recorded: true,
  write: async (given, { date }) => {
    const source = onePages(given)
    const [{ writeEbook }, { mathFaceOf }, { houseFacesOf }] = await Promise.all([
      import('./ebook/writeEbook.ts'),
      import('./html/mathFace.ts'),
      import('./ebook/houseFaces.ts'),
    ])
    const said = await saidBy(source)
    const { fonts } = await source.turnOver()
    const parts = await source.mathFace()
    const mathFace = await mathFaceOf(said, async () => parts)
    return writeEbook(said, date, mathFace, codes => houseFacesOf(source.work, fonts, codes, parts.subsetter))
  },
}

const officeText: Output = {
  name: 'docx',
  title: 'Office text (ISO/IEC 29500)',
  says: 'To write on in an office program: headings, captions, references, notes and lists keep counting there.',
  ending: '.docx',
  mediaType: 'application/vnd.openxmlformats-officedocument.wordprocessingml.document',
  recorded: true,
  write: async (given, { date, onLost, onProgress }) => {
    const source = onePages(given)
    const [{ writeOoxml }, { rasteriserOf }] = await Promise.all([import('./ooxml/writeOoxml.ts'), import('./ooxml/rasterise.ts')])
    const { fonts } = await source.turnOver()
    return writeOoxml(await saidBy(source), date, rasteriserOf(source.drawingProgram, fonts), onLost, onProgress)
  },
}

const openText: Output = {
  name: 'odt',
  title: 'Office text (ISO/IEC 26300)',
  says: 'The same as an OpenDocument text, with its formulas as objects of MathML.',
  ending: '.odt',
  mediaType: 'application/vnd.oasis.opendocument.text',
  recorded: true,
  write: async (source, { date, onLost }) => (await import('./odf/writeOdf.ts')).writeOdf(await saidBy(source), date, onLost),
}

const jats: Output = {
  name: 'jats',
  title: 'JATS',
  says: 'Marked up for journals and archives by JATS 1.3, a thesis by its book form, with its pictures in an archive.',
  ending: '-jats.zip',
  mediaType: 'application/zip',
  recorded: true,
  write: async source => {
    const [{ writeJats }, { packFiles }] = await Promise.all([import('./jats/writeJats.ts'), import('./packFiles.ts')])
    const { text, pictures } = writeJats(await saidBy(source))
    return packFiles(withPictures('work.xml', text, pictures))
  },
}

/** A text with the pictures that it names. */
const withPictures = (name: string, text: string, pictures: readonly Picture[]): Map<string, Uint8Array> =>
  new Map([[name, bytesOf(text)], ...pictures.map((picture): [string, Uint8Array] => [`pictures/${picture.name}`, picture.bytes])])

const markdown: Output = {
  name: 'markdown',
  title: 'Markdown',
  says: 'The text with its pictures beside it, in an archive; numbers and references are words that stand.',
  ending: '-markdown.zip',
  mediaType: 'application/zip',
  recorded: true,
  speaksFormulas: true,
  write: async (source, { spokenFormulas = false, onLost }) => {
    const [{ writeMarkdown }, { packFiles }] = await Promise.all([import('./markdown/writeMarkdown.ts'), import('./packFiles.ts')])
    const { text, pictures } = writeMarkdown(await saidBy(source), { speaks: spokenFormulas, ...(onLost ? { onLost } : {}) })
    return packFiles(withPictures('work.md', text, pictures))
  },
}

const plainText: Output = {
  name: 'text',
  title: 'Plain text',
  says: 'Lines for a letter: numbers in place, notes after what calls them, tables in columns, formulas in a line of signs or in words.',
  ending: '.txt',
  mediaType: 'text/plain',
  recorded: true,
  hasWidth: true,
  write: async (source, { width, onLost }) => {
    const { writeText } = await import('./plain/writeText.ts')
    return bytesOf(writeText(await saidBy(source), width, onLost))
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

const ledgerJson: Output = {
  name: 'json',
  title: 'Ledger as JSON',
  says: 'The same for other programs, with the account of every number.',
  ending: '-ledger.json',
  mediaType: 'application/json',
  recorded: false,
  write: async ({ turnOver }) => {
    const { writeLedgerJson } = await import('./json/writeLedgerJson.ts')
    return bytesOf(writeLedgerJson((await turnOver()).turnover))
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

/** What is kept, in this order. */
const kept: readonly [name: string, output: Output][] = [
  [`work${bundle.ending}`, bundle],
  ['work.pdf', pdf],
  ['work.txt', plainText],
  ['ledger.csv', ledgerCsv],
  ['ledger.json', ledgerJson],
]

const keeping: Output = {
  name: 'keeping',
  title: 'Folder for keeping',
  says: 'The bundle, the PDF, the plain text and the ledger with their checksums, in one archive.',
  ending: '-keeping.zip',
  mediaType: 'application/zip',
  recorded: true,
  write: async (given, { date, onProgress }) => {
    const source = onePages(given)
    const { writeKeeping } = await import('./keeping/writeKeeping.ts')
    const files = new Map<string, { says: string; bytes: Uint8Array }>()
    for (const [name, output] of kept) {
      const bytes = shared.get(source)?.get(output.name) ?? (await output.write(source, { date, ...(onProgress ? { onProgress } : {}) }))
      files.set(name, { says: output.says, bytes })
    }
    const { doc, settings } = source.work
    return writeKeeping(titleOf(doc), settings.author, files)
  },
}

export const outputs: readonly Output[] = [
  pdf,
  webPage,
  ebook,
  officeText,
  openText,
  jats,
  markdown,
  plainText,
  ledgerCsv,
  ledgerJson,
  bundle,
  keeping,
]
export const outputOf = (name: string): Output | undefined => outputs.find(output => output.name === name)

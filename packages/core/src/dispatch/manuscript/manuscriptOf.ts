/** The one walk over a turnover that outputs are written from. */
import { asPrinted } from '../../content/citations/asPrinted.ts'
import { byKindOfNote, endnoteGroups, isOtherNote } from '../../content/endnotes.ts'
import { marksOf, placesOf } from '../../content/index/marks.ts'
import { entriesOf } from '../../content/lists/entries.ts'
import { languageOf } from '../../languages/index.ts'
import { identityIn, noteParagraphIdentity } from '../../numbers/occurrences.ts'
import { scanDivision } from '../../numbers/scan.ts'
import type { Turnover } from '../../turnover/turnover.ts'
import { noteRulesOf, wordsOf } from '../../work/parts/scheme.ts'
import { division, matterOf, type Node, noteParagraphs, roles, titleOf } from '../../work/schema.ts'
import type { Manuscript, PageStart, SaidBlock, SaidDivision, SaidNote } from './manuscript.ts'
import { type Saying, sayAll, sayEntries } from './sayBlocks.ts'
import { sayInline } from './sayInline.ts'
import { sayRegister, saySources } from './sayLists.ts'

export function manuscriptOf(turnover: Turnover): Manuscript {
  const { work, ledger } = turnover
  const { language } = work.settings
  // Where the style cites in notes, citations are printed as notes; everything is said of what is printed.
  const doc = asPrinted(work)
  const words = wordsOf(work.scheme, language)
  return {
    work,
    ledger,
    title: titleOf(work.doc),
    language,
    words,
    divisions: doc.children.map(node => sayDivision(node, doc, turnover)),
    notes: new Map(
      ledger.entries.flatMap((entry): [string, SaidNote][] => {
        const { item, id, number } = entry
        if (item.kind !== 'note' || !item.text) return []
        const { place } = noteRulesOf(work.scheme, isOtherNote(entry))
        const paragraphs = noteParagraphs(item.text).map(({ node, order }) => sayInline(node, turnover, noteParagraphIdentity(id, order)))
        return [[id, { id, label: item.label, number, other: item.other, place, paragraphs }]]
      }),
    ),
    drawingOf: ({ notation, display }) => turnover.formulaOf(notation, display),
    pageOf: id => turnover.pageOf(id)?.label ?? '',
    ranges: new Map(
      placesOf(marksOf(doc)).flatMap(({ start, end }): [string, string][] =>
        end
          ? [
              [start.id, start.id],
              [end.id, start.id],
            ]
          : [],
      ),
    ),
    pages: pageStarts(turnover),
  }
}

function sayDivision(node: Node, doc: Node, turnover: Turnover): SaidDivision {
  const { work, ledger } = turnover
  const { id, label, role, language, landscape, columns, folio } = division(node)
  const own = language && language !== work.settings.language ? language : null
  const words = own ? languageOf(own) : wordsOf(work.scheme, work.settings.language)
  const saying: Saying = { turnover, words, division: id, depth: 0 }
  // An index stands behind what its author says of it; all other lists stand before.
  const blocks = [sayAll(node.children.slice(1), saying), written(node, doc, turnover)]
  if (role !== 'index') blocks.reverse()
  const title = node.child(0)
  return {
    id,
    label,
    role,
    matter: matterOf(node),
    level: role === 'part' ? 0 : 1,
    number: ledger.byId.get(id)?.number ?? '',
    title: sayInline(title, turnover, identityIn(id, title, 0)),
    untitled: Boolean(roles[role].untitled),
    language: own,
    landscape,
    columns,
    folio,
    words,
    blocks: [...blocks.flat(), ...chapterNotes(node, saying)],
  }
}

/** What the program writes into a generated division. */
function written(node: Node, doc: Node, turnover: Turnover): SaidBlock[] {
  const { work, ledger } = turnover
  const { id, role, series } = division(node)
  switch (role) {
    case 'contents':
    case 'seriesList': {
      const entries = sayEntries(entriesOf(node, doc, ledger, work.houseStyle.contents), turnover)
      const of = role === 'contents' ? 'contents' : 'series'
      return [{ kind: 'entries', id: `${id}-list`, of, series, depth: work.houseStyle.contents.depth, entries }]
    }
    case 'index':
      return [{ kind: 'index', id: `${id}-list`, entries: turnover.indexOf(id) }]
    case 'abbreviations':
    case 'symbols':
      return [sayRegister(`${id}-list`, role, turnover)]
    case 'sources':
      return [{ kind: 'sources', id: `${id}-list`, entries: saySources('', turnover) }]
    case 'endnotes':
      return [{ kind: 'notes', id: `${id}-list`, groups: endnoteGroups({ ledger, scheme: work.scheme, wordingOf: turnover.wordingOf }) }]
    default:
      return []
  }
}

/** Notes that stand at the end of their division. */
function chapterNotes(node: Node, { turnover: { ledger, work }, words, division: id }: Saying): SaidBlock[] {
  const own = scanDivision(node)
    .items.filter(item => item.kind === 'note' && noteRulesOf(work.scheme, item.other).place === 'chapter')
    .map(item => item.id)
  return own.length ? [{ kind: 'notes', id: `${id}-notes`, groups: [{ head: words.notes, notes: byKindOfNote(own, ledger) }] }] : []
}

/** Where pages begin: the first thing that begins on each. */
function pageStarts({ pages, pageIndexOf }: Turnover): PageStart[] {
  return pages.flatMap(({ index, label, ids }) => {
    const id = ids.find(each => pageIndexOf.get(each) === index)
    return id ? [{ label, id }] : []
  })
}

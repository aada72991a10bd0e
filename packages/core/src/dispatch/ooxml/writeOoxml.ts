/**
 * A work as an office text by ISO/IEC 29500, transitional: the form that every program for such texts reads (the strict one is refused by
 * many). Headings count by lists of their levels, series by sequences, references and pages are fields with links, lists are fields that
 * are filled; each shows what the ledger says, and says it again when it is updated. Nothing asks to be updated when the text is opened.
 */
import { pathOf } from '../../content/index/terms.ts'
import { noteRulesOf } from '../../work/parts/scheme.ts'
import { kindsOf } from '../manuscript/kinds.ts'
import type { Manuscript, SaidDivision } from '../manuscript/manuscript.ts'
import { notesIn } from '../manuscript/within.ts'
import { type Element, element, type Markup, xmlOf } from '../markup/markup.ts'
import type { Lost, Writing } from '../output.ts'
import { packFiles } from '../packFiles.ts'
import { pictureEnding } from '../pictureEnding.ts'
import { blocksOoxml, headingOoxml } from './blocksOoxml.ts'
import { Bookmarks, type PlannedNote, Relationships, type WordContext } from './context.ts'
import { inlineOoxml } from './inlineOoxml.ts'
import { officeCounter } from './liveNumbers.ts'
import { numberingOoxml } from './numberingOoxml.ts'
import { corePropertiesOoxml, partsOoxml, relationshipsOoxml } from './partsOoxml.ts'
import { planNumbers } from './planNumbers.ts'
import type { Rasterise } from './rasterise.ts'
import { HeadParts, sectionOoxml, sheetOf } from './sectionsOoxml.ts'
import { mainList, stylesOoxml, wordNamespace } from './stylesOoxml.ts'
import { paragraph, run, w } from './wordElements.ts'

export const namespaces = {
  'xmlns:w': wordNamespace,
  'xmlns:r': 'http://schemas.openxmlformats.org/officeDocument/2006/relationships',
  'xmlns:m': 'http://schemas.openxmlformats.org/officeDocument/2006/math',
  'xmlns:wp': 'http://schemas.openxmlformats.org/drawingml/2006/wordprocessingDrawing',
  'xmlns:a': 'http://schemas.openxmlformats.org/drawingml/2006/main',
  'xmlns:pic': 'http://schemas.openxmlformats.org/drawingml/2006/picture',
}
const imageType = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships/image'

const bytesOf = (text: string): Uint8Array => new TextEncoder().encode(text)

export async function writeOoxml(
  manuscript: Manuscript,
  date: Date,
  rasterise: Rasterise,
  onLost: (lost: Lost) => void = () => {},
  /** Hears of each drawing that is made into dots, which is most of the work; ends it by answering false. */
  onDrawing?: Writing['onProgress'],
): Promise<Uint8Array> {
  const { work } = manuscript
  const media = new Map<string, Uint8Array>()
  const shownAs = await dotsOf(manuscript, rasterise, onDrawing)
  const notes = planNotes(manuscript)
  const relationships = new Relationships()
  const heads = new HeadParts()
  const mediaOf = (bytes: Uint8Array, ending: string): string => {
    const name = `media/picture${[...media.keys()].length + 1}.${ending}`
    for (const [known, own] of media) if (own === bytes) return known
    media.set(name, bytes)
    return name
  }
  const shared = {
    manuscript,
    onLost,
    plans: planNumbers(manuscript),
    bookmarks: new Bookmarks(),
    notes,
    kinds: kindsOf(manuscript),
    drawings: { next: 1 },
    // The list of the chapters is the first: the styles of headings name it.
    numbers: new Map<string, number>([['main', mainList]]),
    termOf: (id: string) => pathOf(work.terms, id).map(each => work.terms[each]!.heading),
  }
  const contextIn = (division: SaidDivision, part: Relationships): WordContext => ({
    ...shared,
    division,
    relationships: part,
    measure: sheetOf(division, manuscript).measure,
    pictureOf: picture => {
      const dots = shownAs.get(picture.name)
      return part.to(imageType, dots ? mediaOf(dots, 'png') : mediaOf(picture.bytes, pictureEnding(picture)))
    },
  })
  for (const [id, number] of shared.plans.headings)
    if (!number.live) onLost({ id, says: `“${number.text}” stands as words: programs for office texts cannot count it.` })
  for (const [id, number] of shared.plans.items)
    if (!number.live) onLost({ id, says: `“${number.text}” stands as words: programs for office texts cannot count it.` })
  for (const [id, { mark }] of notes)
    if (mark !== null) onLost({ id, says: `Note ${mark} has its mark as words: programs for office texts would count it otherwise.` })
  const body = manuscript.divisions.flatMap((division, at) => {
    const context = contextIn(division, relationships)
    const whole = context.bookmarks.start(`all ${division.id}`)
    const content = divisionOoxml(division, context)
    const close = context.bookmarks.end(`all ${division.id}`)
    const section = sectionOoxml(division, manuscript, {
      relationships,
      heads,
      live: shared.plans.live.isLive(division.id),
      ...sectionsIn(manuscript, at),
    })
    const last = at === manuscript.divisions.length - 1
    return [...whole, ...(last ? [...content, ...close, section] : ending([...content, ...close], section))]
  })
  const document = xmlOf(w('document', namespaces, w('body', {}, body)))
  const noteParts = (['footnotes', 'endnotes'] as const).flatMap(part => {
    const own = [...notes].filter(([, planned]) => planned.part === part)
    const links = new Relationships()
    return own.length ? [{ part, links, xml: notesOoxml(part, own, division => contextIn(division, links), manuscript) }] : []
  })
  const first = contextIn(manuscript.divisions[0]!, relationships)
  const files = partsOoxml({
    relationships,
    document,
    styles: stylesOoxml(manuscript, shared.plans),
    numbering: numberingOoxml(first),
    settings: settingsOoxml(manuscript),
    notes: noteParts.map(({ part, xml, links }) => ({ part, xml, links })),
    heads: heads.files,
    media,
  })
  return packFiles(
    new Map([
      ...files,
      ['docProps/core.xml', bytesOf(corePropertiesOoxml(manuscript, date))],
      ['word/_rels/document.xml.rels', bytesOf(relationshipsOoxml(relationships))],
    ]),
  )
}

/** How many dots a drawing is wide: some two hundred and thirty to the inch of a page, for the standard knows no drawings of this kind. */
const dotsAcross = 1440

/** The end of a section is told by its last paragraph; after a table one stands for it. */
function ending(content: readonly Element[], section: Element): Element[] {
  const at = content.findLastIndex(({ name }) => name === 'w:p' || name === 'w:tbl')
  const last = content[at]
  if (last?.name !== 'w:p') return [...content, paragraph('AfterTable', [], [section])]
  const [properties, ...rest] = last.children
  const own = properties && typeof properties !== 'string' && 'name' in properties && properties.name === 'w:pPr' ? properties : null
  const told = own ? { ...own, children: [...own.children, section] } : w('pPr', {}, section)
  return content.with(at, { ...last, children: [told, ...(own ? rest : last.children)] })
}

/** Dots for every drawing that is shown. */
async function dotsOf({ work }: Manuscript, rasterise: Rasterise, onDrawing: Writing['onProgress']): Promise<Map<string, Uint8Array>> {
  const used = new Set<string>()
  work.doc.descendants(node => {
    if (node.attrs.picture) used.add(node.attrs.picture)
    return !node.isTextblock
  })
  const drawings = [...used].flatMap(name => work.pictures.get(name) ?? []).filter(({ type }) => type === 'image/svg+xml')
  const dots = new Map<string, Uint8Array>()
  for (const [at, drawing] of drawings.entries()) {
    dots.set(drawing.name, await rasterise(drawing, dotsAcross))
    if (onDrawing?.(at + 1, drawings.length) === false) throw new Error('Writing the office text was cancelled.')
  }
  return dots
}

function divisionOoxml(division: SaidDivision, context: WordContext): Element[] {
  const { id, role, level, title, untitled, blocks } = division
  if (role === 'titlePage' || role === 'halfTitle')
    return [paragraph('Title', context.bookmarks.around(id, inlineOoxml(title, context))), ...blocksOoxml(blocks, context).map(inTitlePage)]
  const heading = untitled ? [paragraph('AfterTable', context.bookmarks.around(id, []))] : [headingOoxml(id, level, title, context)]
  return [...heading, ...blocksOoxml(blocks, context)]
}

/** Plain paragraphs of a title page are its lines. */
function inTitlePage(made: Element): Element {
  if (made.name !== 'w:p') return made
  const [properties, ...rest] = made.children
  const own = properties && typeof properties !== 'string' && 'name' in properties && properties.name === 'w:pPr' ? properties : null
  if (own?.children.some(child => typeof child !== 'string' && 'name' in child && child.name === 'w:pStyle')) return made
  const style = w('pStyle', { val: 'TitlePageLine' })
  return own
    ? { ...made, children: [{ ...own, children: [style, ...own.children] }, ...rest] }
    : { ...made, children: [w('pPr', {}, style), ...made.children] }
}

/** Where a division begins, what its pages count from, and whether notes stand at its end. */
function sectionsIn({ divisions, pages, work }: Manuscript, at: number) {
  const division = divisions[at]!
  const before = divisions[at - 1]
  const { folios } = work.houseStyle
  const main = divisions.findIndex(({ matter }) => matter !== 'front')
  const through = folios.runs === 'through'
  const startsAt = at === 0 ? (division.matter !== 'front' || through ? folios.start : 1) : at === main && !through ? folios.start : null
  const places = [noteRulesOf(work.scheme, false).place, noteRulesOf(work.scheme, true).place]
  const takesEndnotes = places.includes('chapter')
    ? division.blocks.some(({ kind }) => kind === 'notes')
    : division.role === 'endnotes' || (at === divisions.length - 1 && !divisions.some(({ role }) => role === 'endnotes'))
  return { opensPage: !before || pages.some(({ id }) => id === division.id), startsAt, takesEndnotes }
}

/** Notes by the part that they stand in, with their numbers as programs count them; where that is another number, ours is written. */
function planNotes(manuscript: Manuscript): Map<string, PlannedNote> {
  const { scheme } = manuscript.work
  const planned = new Map<string, PlannedNote>()
  const numbers = { footnotes: 1, endnotes: 1 }
  const counts = { footnotes: 0, endnotes: 0 }
  const rules = [noteRulesOf(scheme, false), noteRulesOf(scheme, true)]
  const ruling = { footnotes: rules.find(({ place }) => place === 'foot'), endnotes: rules.find(({ place }) => place !== 'foot') }
  for (const { title, blocks } of manuscript.divisions) {
    if (ruling.footnotes?.restart === 'chapter') counts.footnotes = 0
    if (ruling.endnotes?.restart === 'chapter') counts.endnotes = 0
    for (const id of notesIn([title, blocks])) {
      const note = manuscript.notes.get(id)
      if (!note || planned.has(id)) continue
      const part = note.place === 'foot' ? 'footnotes' : 'endnotes'
      const rule = noteRulesOf(scheme, note.other)
      const counted = rule === ruling[part]
      const count = counts[part] + 1
      // What begins again on every page is counted by the program that makes the pages.
      const same = counted && (rule.restart === 'page' || officeCounter(count, rule.form) === note.number)
      if (same) counts[part] = count
      planned.set(id, { part, number: numbers[part]++, mark: same ? null : note.number })
    }
  }
  return planned
}

function notesOoxml(
  part: 'footnotes' | 'endnotes',
  own: readonly (readonly [string, PlannedNote])[],
  contextIn: (division: SaidDivision) => WordContext,
  manuscript: Manuscript,
): string {
  const one = part === 'footnotes' ? 'footnote' : 'endnote'
  const style = part === 'footnotes' ? 'FootnoteText' : 'EndnoteText'
  const reference = part === 'footnotes' ? 'FootnoteReference' : 'EndnoteReference'
  const ruled = (id: number, type: string, sign: string): Element => w(one, { type, id }, w('p', {}, w('r', {}, w(sign))))
  const context = contextIn(manuscript.divisions[0]!)
  return xmlOf(
    w(
      part,
      namespaces,
      ruled(-1, 'separator', 'separator'),
      ruled(0, 'continuationSeparator', 'continuationSeparator'),
      own.map(([id, { number, mark }]) => {
        const { paragraphs } = manuscript.notes.get(id)!
        const within: WordContext = { ...context, onLost: lost => context.onLost({ ...lost, id }) }
        return w(
          one,
          { id: number },
          paragraphs.map((said, at) => {
            const words = inlineOoxml(said, within)
            const head: Markup[] = at
              ? []
              : [w('r', {}, w('rPr', {}, w('rStyle', { val: reference })), mark === null ? w(`${one}Ref`) : w('t', {}, mark)), run(' ')]
            return paragraph(style, at ? words : context.bookmarks.around(id, [...head, ...words]))
          }),
        )
      }),
    ),
  )
}

function settingsOoxml({ work }: Manuscript): string {
  const rules = [noteRulesOf(work.scheme, false), noteRulesOf(work.scheme, true)]
  const separators = (name: string, one: string): Element => w(name, {}, w(one, { id: -1 }), w(one, { id: 0 }))
  return xmlOf(
    w(
      'settings',
      { 'xmlns:w': wordNamespace },
      work.houseStyle.page.twoSided ? w('mirrorMargins') : null,
      work.houseStyle.hyphenate ? w('autoHyphenation') : null,
      work.houseStyle.page.twoSided ? w('evenAndOddHeaders') : null,
      rules.some(({ place }) => place === 'foot') ? separators('footnotePr', 'footnote') : null,
      rules.some(({ place }) => place !== 'foot')
        ? w('endnotePr', {}, w('pos', { val: 'sectEnd' }), w('endnote', { id: -1 }), w('endnote', { id: 0 }))
        : null,
      element('w:themeFontLang', { 'w:val': work.settings.language }),
    ),
  )
}

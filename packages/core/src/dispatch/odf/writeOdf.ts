/**
 * A work as an OpenDocument text (ISO/IEC 26300, OpenDocument 1.3): headings count by the outline, series by sequences with the number of
 * their chapter in front, references and pages are fields, lists are indexes that are filled; each shows what the ledger says. Formulas
 * are objects of MathML with a drawing beside them.
 */
import { pathOf } from '../../content/index/terms.ts'
import { noteRulesOf } from '../../work/parts/scheme.ts'
import type { Picture } from '../../work/work.ts'
import { kindsOf } from '../manuscript/kinds.ts'
import type { Manuscript, SaidDivision } from '../manuscript/manuscript.ts'
import { notesIn } from '../manuscript/within.ts'
import { anchorOf } from '../markup/anchors.ts'
import { type Element, xmlOf } from '../markup/markup.ts'
import { faceOf } from '../officeFaces.ts'
import type { Lost } from '../output.ts'
import { packFiles } from '../packFiles.ts'
import { pictureEnding } from '../pictureEnding.ts'
import { blocksOdf, headingOdf } from './odfBlocks.ts'
import { type OdfContext, Places } from './odfContext.ts'
import { languageOf, namespaces, o, p, points } from './odfElements.ts'
import { formulaObject, formulaSvg } from './odfFormula.ts'
import { inlineOdf } from './odfInline.ts'
import { Sheets } from './odfPages.ts'
import { listStyles, notesConfigurations, paragraphStyles } from './odfStyles.ts'
import { planOutline } from './outlineNumbers.ts'

const mediaType = 'application/vnd.oasis.opendocument.text'
const bytesOf = (text: string): Uint8Array => new TextEncoder().encode(text)

export function writeOdf(manuscript: Manuscript, date: Date, onLost: (lost: Lost) => void = () => {}): Uint8Array {
  const { work } = manuscript
  const files = new Map<string, Uint8Array>()
  const types = new Map<string, string>()
  const put = (name: string, type: string, bytes: Uint8Array): string => {
    files.set(name, bytes)
    types.set(name, type)
    return name
  }
  const pictures = new Map<string, string>()
  const formulas = new Map<string, { object: string; shown: string }>()
  const sheets = new Sheets(manuscript)
  const plans = planOutline(manuscript)
  for (const [id, number] of plans.headings)
    if (!number.live) onLost({ id, says: `“${number.text}” stands as words: OpenDocument texts cannot count it.` })
  const shared = {
    manuscript,
    plans,
    places: new Places(),
    kinds: kindsOf(manuscript),
    countedNotes: countedNotes(manuscript, onLost),
    languages: new Set<string>(),
    drawings: { next: 1 },
    termOf: (id: string) => pathOf(work.terms, id).map(each => work.terms[each]!.heading),
    pictureAt: (picture: Picture) => {
      let at = pictures.get(picture.name)
      if (!at) {
        const ending = pictureEnding(picture)
        pictures.set(picture.name, (at = put(`Pictures/${pictures.size + 1}.${ending}`, picture.type, picture.bytes)))
      }
      return { drawn: at, shown: null }
    },
    formulaAt: (said: Parameters<OdfContext['formulaAt']>[0]) => {
      const key = `${said.display} ${said.notation}`
      let known = formulas.get(key)
      if (!known) {
        const object = `Object ${formulas.size + 1}`
        put(`${object}/content.xml`, 'text/xml', bytesOf(formulaObject(said.mathMl)))
        types.set(`${object}/`, 'application/vnd.oasis.opendocument.formula')
        const shown = put(`ObjectReplacements/${object}.svg`, 'image/svg+xml', bytesOf(formulaSvg(manuscript.drawingOf(said))))
        formulas.set(key, (known = { object, shown }))
      }
      return known
    },
  }
  const contextOf = (division: SaidDivision): OdfContext => {
    const { page } = work.houseStyle
    const wide = division.landscape ? page.height : page.width
    const context: OdfContext = {
      ...shared,
      division,
      measure: wide - page.inner - page.binding - page.outer,
      noteOf: id => noteOdf(id, context),
    }
    return context
  }
  const opening: Element[] = []
  const body = manuscript.divisions.flatMap((division, at) => divisionOdf(division, at, contextOf(division), sheets, opening))
  const automatic = [...opening, ...automaticStyles([...shared.languages], manuscript)]
  const first = contextOf(manuscript.divisions[0]!)
  put('content.xml', 'text/xml', bytesOf(contentXml(body, automatic, plans.sequences, manuscript)))
  put('styles.xml', 'text/xml', bytesOf(stylesXml(manuscript, first.measure, sheets, plans)))
  put('meta.xml', 'text/xml', bytesOf(metaXml(manuscript, date)))
  return packFiles(new Map([['mimetype', bytesOf(mediaType)], ['META-INF/manifest.xml', bytesOf(manifestXml(types))], ...files]), [
    'mimetype',
  ])
}

/** Where pages begin anew, and with which number. */
function divisionOdf(division: SaidDivision, at: number, context: OdfContext, sheets: Sheets, opening: Element[]): Element[] {
  const { manuscript } = context
  const { divisions, pages, work } = manuscript
  const { folios, columns } = work.houseStyle
  const opensPage = at === 0 || pages.some(({ id }) => id === division.id)
  const main = divisions.findIndex(({ matter }) => matter !== 'front')
  const through = folios.runs === 'through'
  const number = at === 0 ? (division.matter !== 'front' || through ? folios.start : 1) : at === main && !through ? folios.start : null
  const { id, role, level, title, untitled } = division
  const titled = role === 'titlePage' || role === 'halfTitle'
  const base = titled ? 'Title' : untitled ? 'First' : level === 0 ? 'Part' : 'Heading_1'
  const suffix = opensPage ? `-opens-${at + 1}` : ''
  if (opensPage)
    opening.push(
      o(
        'style:style',
        {
          'style:name': base + suffix,
          'style:family': 'paragraph',
          'style:parent-style-name': base,
          'style:master-page-name': sheets.of(division),
        },
        o('style:paragraph-properties', { 'style:page-number': number ?? 'auto' }),
      ),
    )
  const heading =
    titled || untitled
      ? p(base + suffix, context.places.around(id, untitled ? [] : inlineOdf(title, context)))
      : headingOdf(id, level, title, context, suffix)
  const content = blocksOdf(division.blocks, context).map(made =>
    titled && made.name === 'text:p' && ['Standard', 'First'].includes(String(made.attributes['text:style-name']))
      ? { ...made, attributes: { ...made.attributes, 'text:style-name': 'TitleLine' } }
      : made,
  )
  const count = division.matter === 'front' ? 1 : division.columns || columns.count
  return [
    heading,
    ...(count > 1
      ? [o('text:section', { 'text:style-name': `Columns_${count}`, 'text:name': anchorOf(`columns ${id}`) }, content)]
      : content),
  ]
}

/** A note in its place; its number is the program's where that comes to ours. */
function noteOdf(id: string, context: OdfContext): Element | null {
  const note = context.manuscript.notes.get(id)
  if (!note) return null
  const foot = note.place === 'foot'
  const style = foot ? 'Footnote' : 'Endnote'
  return o(
    'text:note',
    { 'text:id': anchorOf(id), 'text:note-class': foot ? 'footnote' : 'endnote' },
    o('text:note-citation', context.countedNotes.has(id) ? {} : { 'text:label': note.number }, note.number),
    o(
      'text:note-body',
      {},
      note.paragraphs.map((said, at) => p(style, at ? inlineOdf(said, context) : context.places.around(id, inlineOdf(said, context)))),
    ),
  )
}

/** Notes whose numbers the program comes to by itself. */
function countedNotes(manuscript: Manuscript, onLost: (lost: Lost) => void): Set<string> {
  const { scheme } = manuscript.work
  const rules = [noteRulesOf(scheme, false), noteRulesOf(scheme, true)]
  const ruling = { foot: rules.find(({ place }) => place === 'foot'), end: rules.find(({ place }) => place !== 'foot') }
  const counts = { foot: 0, end: 0 }
  const counted = new Set<string>()
  for (const { title, blocks } of manuscript.divisions) {
    if (ruling.foot?.restart === 'chapter') counts.foot = 0
    for (const id of notesIn([title, blocks])) {
      const note = manuscript.notes.get(id)
      if (!note) continue
      const kind = note.place === 'foot' ? 'foot' : 'end'
      const rule = noteRulesOf(scheme, note.other)
      const next = counts[kind] + 1
      if (rule === ruling[kind] && (rule.restart === 'page' || (rule.form === 'arabic' && String(next) === note.number))) {
        counts[kind] = next
        counted.add(id)
      } else onLost({ id, says: `Note ${note.number} has its mark as words: OpenDocument texts would count it otherwise.` })
    }
  }
  return counted
}

function automaticStyles(languages: readonly string[], { work }: Manuscript): Element[] {
  const { houseStyle } = work
  const cell = (name: string, properties: Record<string, string>): Element =>
    o(
      'style:style',
      { 'style:name': name, 'style:family': 'table-cell' },
      o('style:table-cell-properties', { 'fo:padding': '2pt', ...properties }),
    )
  const outer = houseStyle.tableRules === 'all' ? '0.45pt solid #000000' : '0.9pt solid #000000'
  const inner: Record<string, string> = houseStyle.tableRules === 'rows' ? { 'fo:border-bottom': '0.45pt solid #000000' } : {}
  const columns = (count: number, gap: number): Element =>
    o(
      'style:section-properties',
      { 'text:dont-balance-text-columns': 'false' },
      o('style:columns', { 'fo:column-count': count, 'fo:column-gap': points(gap) }),
    )
  const frame = (name: string, vertical: string): Element =>
    o(
      'style:style',
      { 'style:name': name, 'style:family': 'graphic' },
      o('style:graphic-properties', {
        'style:vertical-pos': vertical,
        'style:vertical-rel': 'baseline',
        'fo:padding': '0pt',
        'fo:border': 'none',
      }),
    )
  return [
    ...languages.map(tag =>
      o('style:style', { 'style:name': `Language-${tag}`, 'style:family': 'text' }, o('style:text-properties', languageOf(tag))),
    ),
    cell('BareCell', { 'fo:border': 'none', ...inner }),
    cell('FrameCell', { 'fo:border': '0.45pt solid #000000' }),
    cell('TopCell', { 'fo:border': 'none', 'fo:border-top': outer }),
    cell('LastCell', { 'fo:border': 'none', 'fo:border-bottom': outer }),
    cell('HeadCell', { 'fo:border': 'none', 'fo:border-bottom': '0.45pt solid #000000' }),
    cell('OnlyHeadCell', { 'fo:border': 'none', 'fo:border-top': outer, 'fo:border-bottom': '0.45pt solid #000000' }),
    ...['Table', 'BareTable', 'RegisterTable'].map(name =>
      o(
        'style:style',
        { 'style:name': name, 'style:family': 'table' },
        o('style:table-properties', { 'table:align': name === 'Table' ? 'center' : 'margins', 'style:width': null }),
      ),
    ),
    o(
      'style:style',
      { 'style:name': 'RegisterShort', 'style:family': 'table-column' },
      o('style:table-column-properties', { 'style:rel-column-width': '20*' }),
    ),
    o(
      'style:style',
      { 'style:name': 'RegisterFull', 'style:family': 'table-column' },
      o('style:table-column-properties', { 'style:rel-column-width': '60*' }),
    ),
    o('style:style', { 'style:name': 'ListSection', 'style:family': 'section' }, o('style:section-properties')),
    o('style:style', { 'style:name': 'IndexSection', 'style:family': 'section' }, columns(houseStyle.index.columns, houseStyle.index.gap)),
    ...[2, 3].map(count =>
      o('style:style', { 'style:name': `Columns_${count}`, 'style:family': 'section' }, columns(count, houseStyle.columns.gap)),
    ),
    frame('PictureFrame', 'top'),
    frame('FormulaFrame', 'from-top'),
  ]
}

function fontFaces({ work }: Manuscript): Element {
  const names = new Set((['serif', 'sans', 'mono'] as const).map(face => faceOf({ face }, work.houseStyle).name))
  return o(
    'office:font-face-decls',
    {},
    [...names].map(name => o('style:font-face', { 'style:name': name, 'svg:font-family': `'${name}'` })),
  )
}

const contentXml = (
  body: readonly Element[],
  automatic: readonly Element[],
  sequences: ReadonlyMap<string, number>,
  manuscript: Manuscript,
): string =>
  xmlOf(
    o(
      'office:document-content',
      namespaces,
      fontFaces(manuscript),
      o('office:automatic-styles', {}, automatic),
      o(
        'office:body',
        {},
        o(
          'office:text',
          {},
          o(
            'text:sequence-decls',
            {},
            [...sequences].map(([name, level]) =>
              o('text:sequence-decl', {
                'text:display-outline-level': level,
                'text:name': anchorOf(name),
                'text:separation-character': level ? separatorOf(name, manuscript) : null,
              }),
            ),
          ),
          body,
        ),
      ),
    ),
  )

const separatorOf = (name: string, { work }: Manuscript): string => work.scheme.series.find(({ key }) => key === name)?.separator || '.'

const stylesXml = (manuscript: Manuscript, measure: number, sheets: Sheets, plans: OdfContext['plans']): string =>
  xmlOf(
    o(
      'office:document-styles',
      namespaces,
      fontFaces(manuscript),
      o('office:styles', {}, paragraphStyles(manuscript, measure), listStyles(manuscript, plans), notesConfigurations(manuscript)),
      o('office:automatic-styles', {}, sheets.layouts),
      o('office:master-styles', {}, sheets.masters),
    ),
  )

function metaXml({ title, language, work }: Manuscript, date: Date): string {
  const { author, keywords, about } = work.settings
  const day = date.toISOString().split('.')[0]!
  const said = (name: string, value: string): Element | null => (value ? o(name, {}, value) : null)
  return xmlOf(
    o(
      'office:document-meta',
      namespaces,
      o(
        'office:meta',
        {},
        o('meta:generator', {}, 'Steady Ledger'),
        said('dc:title', title),
        said('dc:subject', about.subtitle),
        said('meta:initial-creator', author),
        said('dc:creator', author),
        keywords.map(word => o('meta:keyword', {}, word)),
        o('meta:creation-date', {}, day),
        o('dc:date', {}, day),
        o('dc:language', {}, language),
      ),
    ),
  )
}

const manifestXml = (types: ReadonlyMap<string, string>): string =>
  xmlOf(
    o(
      'manifest:manifest',
      { 'xmlns:manifest': 'urn:oasis:names:tc:opendocument:xmlns:manifest:1.0', 'manifest:version': '1.3' },
      o('manifest:file-entry', { 'manifest:full-path': '/', 'manifest:version': '1.3', 'manifest:media-type': mediaType }),
      [...types].map(([name, type]) => o('manifest:file-entry', { 'manifest:full-path': name, 'manifest:media-type': type })),
    ),
  )

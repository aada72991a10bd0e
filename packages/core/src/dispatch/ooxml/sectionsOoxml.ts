/** Sections of an office text: a division each, with its sheet, the form of its page numbers, its columns, its heads and its notes. */
import type { HeadLine, HeadTile, PageFrame } from '../../work/parts/houseStyle.ts'
import { noteRulesOf } from '../../work/parts/scheme.ts'
import { roles } from '../../work/roles.ts'
import type { Manuscript, SaidDivision } from '../manuscript/manuscript.ts'
import { plainOf } from '../manuscript/within.ts'
import { type Element, type Markup, xmlOf } from '../markup/markup.ts'
import type { Relationships } from './context.ts'
import { numberFormats } from './liveNumbers.ts'
import { wordNamespace } from './stylesOoxml.ts'
import { field, paragraph, run, twips, w } from './wordElements.ts'

/** The style of the headings that a list of the numbering part is of. */
export const stylesOf = (key: string): ((level: number) => string) | null =>
  key === 'main' ? level => `Heading${level + 1}` : key === 'part' ? () => 'Part' : null

export const headerType = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships/header'
export const footerType = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships/footer'

/** Heads and feet of the package, each once. */
export class HeadParts {
  readonly files = new Map<string, string>()
  private readonly known = new Map<string, string>()

  file(kind: 'header' | 'footer', xml: string): string {
    const key = `${kind} ${xml}`
    let name = this.known.get(key)
    if (!name) {
      name = `${kind}${[...this.known.keys()].filter(each => each.startsWith(kind)).length + 1}.xml`
      this.known.set(key, name)
      this.files.set(name, xml)
    }
    return name
  }
}

/** What a tile says on each page: fields that the program asks of the page it makes. */
function tileOoxml(tile: HeadTile, { title, work }: Manuscript, division: SaidDivision, live: boolean): Markup[] {
  if ('text' in tile) return [run(tile.text)]
  const own = plainOf(division.title, '')
  switch (tile.field) {
    case 'workTitle':
      return [run(title)]
    case 'author':
      return [run(work.settings.author)]
    case 'pageLabel':
      return field('PAGE', [run('1')])
    // Without a heading of its own a page has what its division is called.
    case 'chapterNumber':
      if (!division.number) return []
      return live ? field(`STYLEREF ${division.level || 'Part'} \\n`, [run(division.number)]) : [run(division.number)]
    case 'chapterTitle':
      return division.untitled || !own ? [run(own)] : field(`STYLEREF ${division.level || 'Part'}`, [run(own)])
    case 'firstSection':
      return [...field('STYLEREF 2 \\n', [run('')]), run('\u2002'), ...field('STYLEREF 2', [run(own)])]
    case 'lastSection':
      return [...field('STYLEREF 2 \\n \\l', [run('')]), run('\u2002'), ...field('STYLEREF 2 \\l', [run(own)])]
  }
}

function lineOoxml(line: HeadLine, manuscript: Manuscript, division: SaidDivision, live: boolean): Markup[] {
  const part = (tiles: readonly HeadTile[]): Markup[] => tiles.flatMap(tile => tileOoxml(tile, manuscript, division, live))
  const [left, centre, right] = [part(line.left), part(line.centre), part(line.right)]
  return [...left, ...(centre.length || right.length ? [run('\t'), ...centre] : []), ...(right.length ? [run('\t'), ...right] : [])]
}

function headPart(
  kind: 'header' | 'footer',
  line: HeadLine | null,
  manuscript: Manuscript,
  division: SaidDivision,
  measure: number,
  live: boolean,
): string {
  const tabs = w('tabs', {}, w('tab', { val: 'center', pos: twips(measure / 2) }), w('tab', { val: 'right', pos: twips(measure) }))
  const content = line ? lineOoxml(line, manuscript, division, live) : []
  const { rule } = manuscript.work.houseStyle.runningHead
  const ruled = kind === 'header' && rule && content.length > 0
  const edge = ruled ? [w('pBdr', {}, w('bottom', { val: 'single', sz: 4, space: 1, color: 'auto' }))] : []
  return xmlOf(
    w(
      kind === 'header' ? 'hdr' : 'ftr',
      { 'xmlns:w': wordNamespace },
      paragraph(kind === 'header' ? 'Header' : 'Footer', content, [tabs, ...edge]),
    ),
  )
}

export interface SectionOptions {
  relationships: Relationships
  heads: HeadParts
  /** Its number is that of the list of its style: pages can ask for it. */
  live: boolean
  /** Begins on a page of its own. */
  opensPage: boolean
  /** Its page numbers begin again with this one; null where they count on. */
  startsAt: number | null
  /** Notes that stand at the end of a section stand at the end of this one. */
  takesEndnotes: boolean
}

/** The text area of a division, in points. */
export function sheetOf(
  division: Pick<SaidDivision, 'landscape'>,
  { work }: Manuscript,
): { width: number; height: number; measure: number } {
  const { page } = work.houseStyle
  const [width, height] = division.landscape ? [page.height, page.width] : [page.width, page.height]
  return { width, height, measure: width - page.inner - page.binding - page.outer }
}

export function sectionOoxml(division: SaidDivision, manuscript: Manuscript, options: SectionOptions): Element {
  const { work } = manuscript
  const { houseStyle, scheme } = work
  const { page, runningHead, opens, folios } = houseStyle
  const { width, height, measure } = sheetOf(division, manuscript)
  const { relationships, heads } = options
  const quiet = roles[division.role].quiet && division.folio === 'usual' && opens !== 'runOn'
  const frames = division.folio === 'hidden' ? null : (runningHead.roles[division.role] ?? (quiet ? null : runningHead))
  const references = (type: 'default' | 'even' | 'first', frame: PageFrame | null): Element[] =>
    (['header', 'footer'] as const).map(kind => {
      const file = heads.file(
        kind,
        headPart(kind, frame && (kind === 'header' ? frame.head : frame.foot), manuscript, division, measure, options.live),
      )
      return w(`${kind}Reference`, { type, 'r:id': relationships.to(kind === 'header' ? headerType : footerType, file) })
    })
  const rules = [noteRulesOf(scheme, false), noteRulesOf(scheme, true)]
  const foot = rules.find(({ place }) => place === 'foot')
  const end = rules.find(({ place }) => place !== 'foot')
  const form = division.matter === 'front' ? folios.front : 'arabic'
  const columns = division.matter === 'front' ? 1 : division.columns || houseStyle.columns.count
  return w(
    'sectPr',
    {},
    references('default', frames?.recto ?? null),
    page.twoSided ? references('even', frames?.verso ?? null) : null,
    options.opensPage ? references('first', frames?.opening ?? null) : null,
    foot
      ? w(
          'footnotePr',
          {},
          w('numFmt', { val: numberFormats[foot.form] ?? 'decimal' }),
          w('numRestart', { val: { work: 'continuous', chapter: 'eachSect', page: 'eachPage' }[foot.restart] }),
        )
      : null,
    end
      ? w(
          'endnotePr',
          {},
          w('numFmt', { val: numberFormats[end.form] ?? 'decimal' }),
          w('numRestart', { val: end.restart === 'chapter' ? 'eachSect' : 'continuous' }),
        )
      : null,
    w('type', {
      val: !options.opensPage ? 'continuous' : opens === 'recto' && page.twoSided && division.matter !== 'front' ? 'oddPage' : 'nextPage',
    }),
    w('pgSz', { w: twips(width), h: twips(height), orient: division.landscape ? 'landscape' : null }),
    w('pgMar', {
      top: twips(page.top),
      right: twips(page.outer),
      bottom: twips(page.bottom),
      left: twips(page.inner),
      header: twips(Math.max(18, page.top / 2)),
      footer: twips(Math.max(18, page.bottom / 2)),
      gutter: twips(page.binding),
    }),
    w('pgNumType', { fmt: numberFormats[form] ?? 'decimal', start: options.startsAt }),
    columns > 1 ? w('cols', { num: columns, space: twips(houseStyle.columns.gap) }) : null,
    options.takesEndnotes ? null : w('noEndnote'),
    options.opensPage ? w('titlePg') : null,
  )
}

/** Sheets of an OpenDocument text: a page style for each way in which divisions have their heads, numbers and sides. */
import type { HeadLine, HeadTile, PageFrame } from '../../work/parts/houseStyle.ts'
import { roles } from '../../work/roles.ts'
import type { Manuscript, SaidDivision } from '../manuscript/manuscript.ts'
import type { Element, Markup } from '../markup/markup.ts'
import { o, p, points } from './odfElements.ts'
import { numberFormats } from './outlineNumbers.ts'

/** The page styles that divisions ask for, each once. */
export class Sheets {
  private readonly known = new Map<string, string>()
  readonly layouts: Element[] = []
  readonly masters: Element[] = []
  private readonly layoutOf = new Map<string, string>()
  private readonly manuscript: Manuscript

  constructor(manuscript: Manuscript) {
    this.manuscript = manuscript
  }

  /** The name of the page style that a division begins with. */
  of(division: SaidDivision): string {
    const { houseStyle } = this.manuscript.work
    const { runningHead, opens, folios, page } = houseStyle
    const quiet = roles[division.role].quiet && division.folio === 'usual' && opens !== 'runOn'
    const frames = division.folio === 'hidden' ? null : (runningHead.roles[division.role] ?? (quiet ? null : runningHead))
    const format = numberFormats[division.matter === 'front' ? folios.front : 'arabic'] ?? '1'
    const key = JSON.stringify([frames && [frames.recto, frames.verso, frames.opening], format, division.landscape])
    let name = this.known.get(key)
    if (name) return name
    name = `Sheet${this.known.size + 1}`
    this.known.set(key, name)
    const layout = this.layout(division.landscape, format)
    const master = (own: string, next: string | null, right: PageFrame | null, left: PageFrame | null): Element =>
      o(
        'style:master-page',
        { 'style:name': own, 'style:page-layout-name': layout, 'style:next-style-name': next },
        o('style:header', {}, this.line('Header', right?.head ?? null)),
        left && page.twoSided ? o('style:header-left', {}, this.line('Header', left.head)) : null,
        o('style:footer', {}, this.line('Footer', right?.foot ?? null)),
        left && page.twoSided ? o('style:footer-left', {}, this.line('Footer', left.foot)) : null,
      )
    this.masters.push(
      master(name, `${name}-on`, frames?.opening ?? null, null),
      master(`${name}-on`, null, frames?.recto ?? null, frames?.verso ?? null),
    )
    return name
  }

  private layout(landscape: boolean, format: string): string {
    const key = `${landscape} ${format}`
    let name = this.layoutOf.get(key)
    if (name) return name
    name = `Layout${this.layoutOf.size + 1}`
    this.layoutOf.set(key, name)
    const { page } = this.manuscript.work.houseStyle
    const [width, height] = landscape ? [page.height, page.width] : [page.width, page.height]
    const head = Math.max(12, page.top * 0.4)
    const foot = Math.max(12, page.bottom * 0.4)
    this.layouts.push(
      o(
        'style:page-layout',
        { 'style:name': name, 'style:page-usage': page.twoSided ? 'mirrored' : 'all' },
        o('style:page-layout-properties', {
          'fo:page-width': points(width),
          'fo:page-height': points(height),
          'style:print-orientation': landscape ? 'landscape' : 'portrait',
          'style:num-format': format,
          'fo:margin-top': points(page.top - head),
          'fo:margin-bottom': points(page.bottom - foot),
          'fo:margin-left': points(page.inner + page.binding),
          'fo:margin-right': points(page.outer),
        }),
        o('style:header-style', {}, o('style:header-footer-properties', { 'fo:min-height': points(head), 'fo:margin-bottom': '6pt' })),
        o('style:footer-style', {}, o('style:header-footer-properties', { 'fo:min-height': points(foot), 'fo:margin-top': '6pt' })),
      ),
    )
    return name
  }

  private line(style: string, line: HeadLine | null): Element {
    const part = (tiles: readonly HeadTile[]): Markup[] => tiles.flatMap(tile => this.tile(tile))
    if (!line) return p(style)
    const [left, centre, right] = [part(line.left), part(line.centre), part(line.right)]
    return p(style, left, centre.length || right.length ? [o('text:tab'), centre] : null, right.length ? [o('text:tab'), right] : null)
  }

  /** What a tile says on each page: fields that the program asks of the page that it makes. */
  private tile(tile: HeadTile): Markup[] {
    const { title, work } = this.manuscript
    const chapter = (display: string, level: number): Markup => o('text:chapter', { 'text:display': display, 'text:outline-level': level })
    if ('text' in tile) return [tile.text]
    switch (tile.field) {
      case 'workTitle':
        return [o('text:title', {}, title)]
      case 'author':
        return [work.settings.author]
      case 'pageLabel':
        return [o('text:page-number', { 'text:select-page': 'current' }, '1')]
      case 'chapterNumber':
        return [chapter('number', 1)]
      case 'chapterTitle':
        return [chapter('name', 1)]
      default:
        return [chapter('number-and-name', 2)]
    }
  }
}

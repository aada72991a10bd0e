/** The lists that the program writes, by JATS 1.3; sources as words and as data beside each other. */
import type { Source } from '../../work/registers/sources.ts'
import type { SaidEntries, SaidInline, SaidRegister, SaidSources } from '../manuscript/manuscript.ts'
import { saidAgain } from '../manuscript/within.ts'
import { anchorOf } from '../markup/anchors.ts'
import { type Element, element, type Markup } from '../markup/markup.ts'
import { inlineJats, type JatsContext, nameOnce } from './inlineJats.ts'

export const listJats = ({ id, of, entries }: SaidEntries, context: JatsContext): Element =>
  element(
    'list',
    { ...nameOnce(id, context), 'list-type': 'simple', 'list-content': of },
    entries.map(({ id: target, number, said, level, page }) => {
      const words = [number ? `${number} ` : '', inlineJats(saidAgain(said), context)]
      const kind = context.kinds.get(target)
      return element(
        'list-item',
        {},
        element(
          'p',
          { 'content-type': `level-${level}` },
          kind ? element('xref', { 'ref-type': kind, rid: anchorOf(target) }, words) : words,
          page ? [' ', element('named-content', { 'content-type': 'page' }, page)] : null,
        ),
      )
    }),
  )

/** Groups are lists of their own, under their headings. */
export function registerJats({ id, rows }: SaidRegister, context: JatsContext): Element[] {
  const groups: { head: string; items: Element[] }[] = []
  for (const { short, full, unit, opens, page, first } of rows) {
    if (opens || !groups.length) groups.push({ head: opens, items: [] })
    groups
      .at(-1)!
      .items.push(
        element(
          'def-item',
          {},
          element('term', {}, inlineJats(short, context)),
          element(
            'def',
            {},
            element(
              'p',
              {},
              full ? inlineJats([full], context) : null,
              unit.length ? [' (', element('named-content', { 'content-type': 'unit' }, inlineJats(unit, context)), ')'] : null,
              page ? [' ', context.kinds.has(first) ? element('xref', { 'ref-type': 'other', rid: anchorOf(first) }, page) : page] : null,
            ),
          ),
        ),
      )
  }
  return groups.map(({ head, items }, at) =>
    element('def-list', at ? {} : nameOnce(id, context), head ? element('title', {}, head) : null, items),
  )
}

export const sourcesJats = ({ id, entries }: SaidSources, context: JatsContext): Element =>
  element(
    'ref-list',
    nameOnce(id, context),
    entries.map(({ source, anchor, margin, said, pages, language }) => {
      const item = context.manuscript.work.sources[source]
      const words = element(
        'mixed-citation',
        { 'publication-type': publicationOf(item), 'xml:lang': language },
        inlineJats(said, context),
        inlineJats(pages, context),
      )
      const data = item ? dataOf(item) : []
      return element(
        'ref',
        nameOnce(anchor, context),
        margin.length
          ? element(
              'label',
              {},
              inlineJats(
                margin.map(piece => ({ ...piece, target: undefined }) as unknown as SaidInline),
                context,
              ),
            )
          : null,
        data.length
          ? element('citation-alternatives', {}, element('element-citation', { 'publication-type': publicationOf(item) }, data), words)
          : words,
      )
    }),
  )

const publications: Partial<Record<string, string>> = {
  'article-journal': 'journal',
  article: 'journal',
  'article-magazine': 'magazine',
  'article-newspaper': 'newspaper',
  book: 'book',
  chapter: 'book',
  thesis: 'thesis',
  report: 'report',
  dataset: 'data',
  webpage: 'web',
  'paper-conference': 'confproc',
  software: 'software',
  standard: 'standard',
  patent: 'patent',
}
const publicationOf = (item: Source | undefined): string => publications[item?.type ?? ''] ?? 'other'

/** What the register knows of a source, as data. */
function dataOf(item: Source): Markup[] {
  const one = (name: string, value: unknown): Element | null => (typeof value === 'string' && value ? element(name, {}, value) : null)
  const people = (names: readonly { family?: string; given?: string; literal?: string }[] | undefined, kind: string): Element | null =>
    names?.length
      ? element(
          'person-group',
          { 'person-group-type': kind },
          names.map(({ family, given, literal }) =>
            family
              ? element('name', {}, element('surname', {}, family), given ? element('given-names', {}, given) : null)
              : element('collab', {}, literal ?? given ?? ''),
          ),
        )
      : null
  const [first, last] = String(item.page ?? item['page-first'] ?? '').split(/\s*[-–]\s*/)
  const year = item.issued?.['date-parts']?.[0]?.[0]
  const within = Boolean(item['container-title'])
  return [
    people(item.author as never, 'author'),
    people(item.editor as never, 'editor'),
    year ? element('year', { 'iso-8601-date': String(year).padStart(4, '0') }, String(year)) : null,
    one(within ? (item.type === 'chapter' ? 'chapter-title' : 'article-title') : 'source', item.title),
    one('source', item['container-title']),
    one('edition', item.edition),
    one('volume', item.volume),
    one('issue', item.issue),
    one('fpage', first),
    one('lpage', last),
    one('publisher-name', item.publisher),
    one('publisher-loc', item['publisher-place']),
    item.DOI ? element('pub-id', { 'pub-id-type': 'doi' }, item.DOI) : null,
    item.ISBN ? element('isbn', {}, item.ISBN) : null,
    item.URL ? element('ext-link', { 'ext-link-type': 'uri', 'xlink:href': item.URL }, item.URL) : null,
  ].filter(each => each !== null)
}

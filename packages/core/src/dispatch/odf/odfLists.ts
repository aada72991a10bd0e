/** The lists that the program writes, as indexes of an OpenDocument text whose bodies are filled with what is true now. */

import type { SaidEntries, SaidIndex, SaidRegister, SaidSources } from '../manuscript/manuscript.ts'
import { saidAgain } from '../manuscript/within.ts'
import { anchorOf } from '../markup/anchors.ts'
import type { Element, Markup } from '../markup/markup.ts'
import type { OdfContext } from './odfContext.ts'
import { o, p, words } from './odfElements.ts'
import { inlineOdf } from './odfInline.ts'

const link = (id: string, inner: readonly Markup[], { kinds }: OdfContext): Markup[] =>
  kinds.has(id) ? [o('text:a', { 'xlink:type': 'simple', 'xlink:href': `#${anchorOf(id)}` }, inner)] : [...inner]

/** What the program writes for an entry when the list is made anew: as ours. */
const template = (name: string, style: string, more: Record<string, string | number>, chapter: boolean): Element =>
  o(
    name,
    { 'text:style-name': style, ...more },
    o('text:index-entry-link-start', {}),
    chapter ? o('text:index-entry-chapter', { 'text:display': 'number' }) : null,
    chapter ? o('text:index-entry-span', {}, '\u2002') : null,
    o('text:index-entry-text'),
    o('text:index-entry-tab-stop', { 'style:type': 'right', 'style:leader-char': '.' }),
    o('text:index-entry-page-number'),
    o('text:index-entry-link-end', {}),
  )

export function contentsOdf({ id, of, series, depth, entries }: SaidEntries, context: OdfContext): Element[] {
  const body = entries.map(({ id: target, number, said, level, page, line }) => {
    const style = of === 'series' ? 'SeriesEntry' : `Contents_${Math.min(9, Math.max(1, level))}`
    if (line) return p(style, o('text:span', { 'text:style-name': 'Emphasis' }, inlineOdf(saidAgain(said), context)))
    return p(
      style,
      link(
        target,
        [...(number ? [number, '\u2002'] : []), ...inlineOdf(saidAgain(said), context), ...(page ? [o('text:tab'), page] : [])],
        context,
      ),
    )
  })
  const filled = o('text:index-body', {}, body)
  const name = { 'text:name': anchorOf(id), 'text:protected': 'false', 'text:style-name': 'ListSection' }
  if (of === 'series')
    return [
      o(
        'text:illustration-index',
        name,
        o(
          'text:illustration-index-source',
          { 'text:caption-sequence-name': anchorOf(series), 'text:caption-sequence-format': 'caption', 'text:use-caption': 'true' },
          template('text:illustration-index-entry-template', 'SeriesEntry', {}, false),
        ),
        filled,
      ),
    ]
  return [
    o(
      'text:table-of-content',
      name,
      o(
        'text:table-of-content-source',
        {
          'text:outline-level': Math.min(9, Math.max(1, depth)),
          'text:use-outline-level': 'true',
          'text:index-scope': of === 'division' ? 'chapter' : 'document',
        },
        Array.from({ length: 9 }, (_, at) =>
          template('text:table-of-content-entry-template', `Contents_${at + 1}`, { 'text:outline-level': at + 1 }, true),
        ),
      ),
      filled,
    ),
  ]
}

export function indexOdf({ id, entries }: SaidIndex, context: OdfContext): Element[] {
  const { words: ours, work } = context.manuscript
  const sends = (word: string, terms: readonly string[], sign: string): Markup[] =>
    terms.length ? [sign, o('text:span', { 'text:style-name': 'Emphasis' }, word), ` ${terms.join('; ')}`] : []
  const body = entries.map(({ level, heading, locators, see, seeAlso }) =>
    p(
      `Index_${Math.min(3, level)}`,
      words(heading),
      locators.flatMap(({ text, main, mark }) => [
        ', ',
        ...link(mark, main ? [o('text:span', { 'text:style-name': 'Strong' }, text)] : [text], context),
      ]),
      sends(ours.see, see, ', '),
      sends(ours.seeAlso, seeAlso, see.length || locators.length ? '; ' : ', '),
    ),
  )
  return [
    o(
      'text:alphabetical-index',
      {
        'text:name': anchorOf(id),
        'text:protected': 'false',
        'text:style-name': work.houseStyle.index.columns > 1 ? 'IndexSection' : 'ListSection',
      },
      o(
        'text:alphabetical-index-source',
        { 'text:main-entry-style-name': 'Strong', 'text:combine-entries': 'true', 'text:ignore-case': 'true' },
        Array.from({ length: 3 }, (_, at) =>
          o(
            'text:alphabetical-index-entry-template',
            { 'text:outline-level': at + 1, 'text:style-name': `Index_${at + 1}` },
            o('text:index-entry-text'),
            o('text:index-entry-span', {}, ', '),
            o('text:index-entry-page-number'),
          ),
        ),
      ),
      o('text:index-body', {}, body),
    ),
  ]
}

/** Columns that align: a table without rules. */
export function registerOdf({ id, rows }: SaidRegister, context: OdfContext): Element[] {
  const units = rows.some(({ unit }) => unit.length)
  const pages = rows.some(({ page }) => page)
  const columns = 2 + Number(units) + Number(pages)
  const cell = (style: string, inner: readonly Markup[], over = 1): Element =>
    o(
      'table:table-cell',
      { 'table:style-name': 'BareCell', 'office:value-type': 'string', 'table:number-columns-spanned': over > 1 ? over : null },
      p(style, inner),
    )
  return [
    o(
      'table:table',
      { 'table:name': anchorOf(id), 'table:style-name': 'RegisterTable' },
      o('table:table-column', { 'table:style-name': 'RegisterShort' }),
      o('table:table-column', { 'table:style-name': 'RegisterFull' }),
      columns > 2 ? o('table:table-column', { 'table:style-name': 'RegisterShort', 'table:number-columns-repeated': columns - 2 }) : null,
      rows.flatMap(({ short, full, unit, page, first, opens }) => [
        ...(opens
          ? [
              o(
                'table:table-row',
                {},
                cell('RegisterGroup', words(opens), columns),
                Array.from({ length: columns - 1 }, () => o('table:covered-table-cell')),
              ),
            ]
          : []),
        o(
          'table:table-row',
          {},
          cell('Register', inlineOdf(short, context)),
          cell('Register', full ? inlineOdf([full], context) : []),
          units ? cell('Register', inlineOdf(unit, context)) : null,
          pages
            ? cell(
                'Register-right',
                page
                  ? context.kinds.has(first)
                    ? [o('text:bookmark-ref', { 'text:reference-format': 'page', 'text:ref-name': anchorOf(first) }, page)]
                    : [page]
                  : [],
              )
            : null,
        ),
      ]),
    ),
  ]
}

export const sourcesOdf = ({ entries }: SaidSources, context: OdfContext): Element[] =>
  entries.map(({ anchor, margin, said, language, pages }) => {
    const inner = [...inlineOdf(said, context), ...inlineOdf(pages, context)]
    if (language) context.languages.add(language)
    const spoken = language ? [o('text:span', { 'text:style-name': `Language-${language}` }, inner)] : inner
    return p(
      'Source',
      context.places.around(anchor, [...(margin.length ? [...inlineOdf(saidAgain(margin), context), o('text:tab')] : []), ...spoken]),
    )
  })

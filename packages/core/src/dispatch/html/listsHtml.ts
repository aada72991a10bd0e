/** The lists that the program writes, as HTML. */
import type { IndexEntry } from '../../content/index/entries.ts'
import type { SaidEntries, SaidEntry, SaidIndex, SaidKeywords, SaidRegister, SaidSources } from '../manuscript/manuscript.ts'
import { plainOf, saidAgain } from '../manuscript/within.ts'
import { anchorOf, linkTo } from '../markup/anchors.ts'
import { type Element, element, type Markup } from '../markup/markup.ts'
import type { HtmlContext } from './context.ts'
import { inlineHtml } from './inlineHtml.ts'

/** Words of an entry are said a second time here; what stands within a link is no link itself. */
const inList = (said: SaidEntry['said'], context: HtmlContext): Markup[] => inlineHtml(saidAgain(said), context)

export const entriesHtml = ({ id, of, entries }: SaidEntries, context: HtmlContext): Element =>
  element('nav', { id: anchorOf(id), class: 'entries', 'aria-label': navName(of, context) }, entriesList(entries, context))

const navName = (of: SaidEntries['of'], { manuscript, division }: HtmlContext): string =>
  of === 'contents' ? manuscript.words.contents : plainOf(division.title, manuscript.language) || manuscript.words.contents

const entriesList = (entries: readonly SaidEntry[], context: HtmlContext): Element =>
  element(
    'ol',
    {},
    entries.map(({ id, number, said, level, page, line }) =>
      element(
        'li',
        { class: line ? `level-${level} line` : `level-${level}` },
        element(
          'a',
          { href: linkTo(id) },
          number ? element('span', { class: 'number' }, number) : null,
          number ? ' ' : null,
          inList(said, context),
        ),
        page ? [' ', element('span', { class: 'page' }, page)] : null,
      ),
    ),
  )

/** Terms under terms; pages lead to the places that they stand for. */
export function indexHtml({ id, entries }: SaidIndex, context: HtmlContext): Element {
  const at = { index: 0 }
  return element('div', { id: anchorOf(id), class: 'index' }, termsUnder(entries, 1, at, context))
}

function termsUnder(entries: readonly IndexEntry[], level: number, at: { index: number }, context: HtmlContext): Element {
  const items: Element[] = []
  while (at.index < entries.length && entries[at.index]!.level >= level) {
    const entry = entries[at.index++]!
    const below = (entries[at.index]?.level ?? 0) > entry.level ? termsUnder(entries, entry.level + 1, at, context) : null
    items.push(element('li', { id: anchorOf(`term ${entry.id}`) }, termHtml(entry, context), below))
  }
  return element('ul', {}, items)
}

function termHtml({ heading, locators, see, seeAlso }: IndexEntry, { manuscript: { words } }: HtmlContext): Markup[] {
  const out: Markup[] = [heading]
  for (const { text, main, mark } of locators)
    out.push(', ', element('a', { href: linkTo(mark), class: 'page' }, main ? element('strong', {}, text) : text))
  const sends = (word: string, terms: readonly string[], separator: string): void => {
    if (terms.length) out.push(separator, element('em', {}, word), ` ${terms.join('; ')}`)
  }
  sends(words.see, see, ', ')
  sends(words.seeAlso, seeAlso, see.length || locators.length ? '; ' : ', ')
  return out
}

/** Short forms beside what they stand for: a table whose first column heads its rows. */
export function registerHtml({ id, of, rows }: SaidRegister, context: HtmlContext): Element {
  const units = rows.some(({ unit }) => unit.length)
  const pages = rows.some(({ page }) => page)
  const columns = 2 + Number(units) + Number(pages)
  const { words } = context.manuscript
  return element(
    'div',
    { class: 'grid', tabindex: 0 },
    element(
      'table',
      { id: anchorOf(id), class: 'register', 'aria-label': words[of] },
      element(
        'tbody',
        {},
        rows.flatMap(row => [
          row.opens ? element('tr', {}, element('th', { colspan: columns, scope: 'rowgroup', class: 'group' }, row.opens)) : null,
          element(
            'tr',
            { id: anchorOf(`entry ${row.id}`) },
            element('th', { scope: 'row' }, inlineHtml(row.short, context)),
            element('td', {}, row.full ? inlineHtml([row.full], context) : null),
            units ? element('td', {}, inlineHtml(row.unit, context)) : null,
            pages
              ? element(
                  'td',
                  { class: 'page' },
                  row.page ? (row.first ? element('a', { href: linkTo(row.first) }, row.page) : row.page) : null,
                )
              : null,
          ),
        ]),
      ),
    ),
  )
}

export const sourcesHtml = ({ id, entries }: SaidSources, context: HtmlContext): Element =>
  element(
    'ol',
    { id: anchorOf(id), class: entries.some(({ margin }) => margin.length) ? 'sources signed' : 'sources' },
    entries.map(({ anchor, margin, said, language, first, pages }) =>
      element(
        'li',
        { id: anchorOf(anchor), lang: language },
        margin.length
          ? element(
              first ? 'a' : 'span',
              first ? { href: linkTo(first), class: 'sign', role: 'doc-backlink' } : { class: 'sign' },
              inlineHtml(margin, context),
              ' ',
            )
          : null,
        element('div', { class: 'said' }, inlineHtml(said, context), inlineHtml(pages, context)),
      ),
    ),
  )

export const keywordsHtml = ({ id, head, words }: SaidKeywords, context: HtmlContext): Element =>
  element('p', { id: anchorOf(id), class: 'keywords' }, inlineHtml(head, context), words.join(', '))

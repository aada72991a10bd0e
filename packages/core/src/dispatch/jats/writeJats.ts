/**
 * A work by JATS 1.3: a paper as an article of the archiving tag set with MathML 3, a thesis as a book of its book form (BITS 2.1), whose
 * parts are written by the same elements.
 */
import { pathOf } from '../../content/index/terms.ts'
import type { Picture } from '../../work/work.ts'
import { kindsOf } from '../manuscript/kinds.ts'
import type { Manuscript, SaidDivision } from '../manuscript/manuscript.ts'
import { notesIn } from '../manuscript/within.ts'
import { type Element, element, type Markup, xmlOf } from '../markup/markup.ts'
import { notesJats, sectionsJats } from './blocksJats.ts'
import { inlineJats, type JatsContext, nameOnce } from './inlineJats.ts'

export const articleType =
  '<!DOCTYPE article PUBLIC "-//NLM//DTD JATS (Z39.96) Journal Archiving and Interchange DTD with MathML3 v1.3 20210610//EN" "JATS-archivearticle1-3-mathml3.dtd">'
export const bookType = '<!DOCTYPE book PUBLIC "-//NLM//DTD BITS Book Interchange DTD v2.1 20220202//EN" "BITS-book2-1.dtd">'

/** The text, and the pictures that it names. */
export interface JatsFiles {
  text: string
  pictures: Picture[]
}

export function writeJats(manuscript: Manuscript): JatsFiles {
  const { work } = manuscript
  const pictures = new Map<string, Picture>()
  const context: JatsContext = {
    manuscript,
    kinds: kindsOf(manuscript),
    termOf: id => pathOf(work.terms, id).map(each => work.terms[each]!.heading),
    pictureAt: name => {
      pictures.set(name, work.pictures.get(name)!)
      return `pictures/${encodeURIComponent(name)}`
    },
    named: new Set(),
  }
  const text = work.settings.kind === 'paper' ? xmlOf(article(context), articleType) : xmlOf(book(context), bookType)
  return { text, pictures: [...pictures.values()] }
}

const namespaces = { 'xmlns:xlink': 'http://www.w3.org/1999/xlink', 'xmlns:mml': 'http://www.w3.org/1998/Math/MathML' }

/** What the work says of itself. */
function about({ manuscript }: JatsContext) {
  const { author, about: told, keywords } = manuscript.work.settings
  const people = (names: string, kind: string): Element[] =>
    names
      .split(/[,;]/)
      .map(name => name.trim())
      .filter(Boolean)
      .map(name => element('contrib', { 'contrib-type': kind }, element('string-name', {}, name)))
  const [year, month, day] = told.date.split('-')
  return {
    contributors: (() => {
      const all = [
        ...(author ? [element('contrib', { 'contrib-type': 'author' }, element('string-name', {}, author))] : []),
        ...people(told.supervisors, 'supervisor'),
        ...people(told.examiners, 'examiner'),
      ]
      const place = [told.department, told.institution].filter(Boolean)
      return all.length
        ? element(
            'contrib-group',
            {},
            all,
            place.length
              ? element(
                  'aff',
                  {},
                  place.flatMap((name, at) => [at ? ', ' : '', element('institution', {}, name)]),
                )
              : null,
          )
        : null
    })(),
    date: year
      ? element(
          'pub-date',
          { 'iso-8601-date': told.date },
          day ? element('day', {}, day) : null,
          month ? element('month', {}, month) : null,
          element('year', {}, year),
        )
      : null,
    permissions: told.licence ? element('permissions', {}, element('license', {}, element('license-p', {}, told.licence))) : null,
    keywords: keywords.length
      ? element(
          'kwd-group',
          { 'kwd-group-type': 'author' },
          keywords.map(word => element('kwd', {}, word)),
        )
      : null,
  }
}

const titleOf = ({ number, title }: SaidDivision, context: JatsContext): Markup[] => [
  ...(number ? [element('label', {}, number)] : []),
  element('title', {}, inlineJats(title, context)),
]

const section = (division: SaidDivision, context: JatsContext, name = 'sec', more: Record<string, string> = {}): Element =>
  element(
    name,
    { ...nameOnce(division.id, context), ...more, 'xml:lang': division.language },
    titleOf(division, context),
    sectionsJats(division.blocks, context),
  )

/** Notes of the foot of the page that are called in divisions, all together. */
function footnotes(divisions: readonly SaidDivision[], context: JatsContext): Element[] {
  const own = divisions
    .flatMap(division => notesIn([division.title, division.blocks]))
    .filter(id => context.manuscript.notes.get(id)?.place === 'foot')
  return own.length ? [notesJats('', own, context)] : []
}

function article(context: JatsContext): Element {
  const { manuscript } = context
  const { divisions, language, title } = manuscript
  const { contributors, date, permissions, keywords } = about(context)
  const head = divisions.find(({ role }) => role === 'titlePage')
  const rest = divisions.filter(division => division !== head)
  const abstracts = rest.filter(({ role }) => role === 'abstract')
  const front = rest.filter(({ matter, role }) => matter === 'front' && role !== 'abstract')
  const main = rest.filter(({ matter }) => matter === 'main')
  const back = rest.filter(({ matter }) => matter === 'back')
  const appendices = back.filter(({ role }) => role === 'appendix')
  // What stands on the title page under the title has no place of its own in an article: it opens the text.
  const opening = head ? sectionsJats(head.blocks, context) : []
  return element(
    'article',
    { ...namespaces, 'article-type': 'research-article', 'dtd-version': '1.3', 'xml:lang': language },
    element(
      'front',
      {},
      element(
        'article-meta',
        {},
        element('title-group', {}, element('article-title', {}, head ? inlineJats(head.title, context) : title || 'Untitled')),
        contributors,
        date,
        permissions,
        abstracts.map(division =>
          element(
            'abstract',
            { ...nameOnce(division.id, context), 'xml:lang': division.language },
            titleOf(division, context),
            sectionsJats(division.blocks, context),
          ),
        ),
        keywords,
      ),
    ),
    element(
      'body',
      {},
      opening.length ? element('sec', { 'sec-type': 'opening' }, element('title'), opening) : null,
      [...front, ...main].map(division => section(division, context)),
    ),
    element(
      'back',
      {},
      appendices.length
        ? element(
            'app-group',
            {},
            appendices.map(division => section(division, context, 'app')),
          )
        : null,
      back.filter(({ role }) => role !== 'appendix').map(division => section(division, context)),
      footnotes(divisions, context),
    ),
  )
}

function book(context: JatsContext): Element {
  const { manuscript } = context
  const { divisions, language, title, work } = manuscript
  const { contributors, date, permissions, keywords } = about(context)
  const { about: told } = work.settings
  const head = divisions.find(({ role }) => role === 'titlePage')
  const front = divisions.filter(division => division.matter === 'front' && division !== head)
  const main = divisions.filter(({ matter }) => matter === 'main')
  const back = divisions.filter(({ matter }) => matter === 'back')
  const opening = head ? sectionsJats(head.blocks, context) : []
  const meta = (division: SaidDivision): Element => element('book-part-meta', {}, element('title-group', {}, titleOf(division, context)))
  const named = (division: SaidDivision): Element =>
    element(
      'front-matter-part',
      { ...nameOnce(division.id, context), 'book-part-type': division.role, 'xml:lang': division.language },
      meta(division),
      element('named-book-part-body', {}, sectionsJats(division.blocks, context)),
      withNotes([division]),
    )
  const withNotes = (of: readonly SaidDivision[]): Element | null => {
    const notes = footnotes(of, context)
    return notes.length ? element('back', {}, notes) : null
  }
  const part = (division: SaidDivision, under: readonly Element[], name = 'book-part'): Element =>
    element(
      name,
      {
        ...nameOnce(division.id, context),
        ...(name === 'book-part' ? { 'book-part-type': division.role } : {}),
        'xml:lang': division.language,
      },
      meta(division),
      element('body', {}, sectionsJats(division.blocks, context), under),
      withNotes([division]),
    )
  const parts: Element[] = []
  for (let at = 0; at < main.length; ) {
    const division = main[at++]!
    const under: Element[] = []
    if (division.level === 0) while (at < main.length && main[at]!.level > 0) under.push(part(main[at++]!, []))
    parts.push(part(division, under))
  }
  return element(
    'book',
    { ...namespaces, 'book-type': 'thesis', 'dtd-version': '2.1', 'xml:lang': language },
    element(
      'book-meta',
      {},
      told.identifier ? element('book-id', {}, told.identifier) : null,
      element(
        'book-title-group',
        {},
        element('book-title', {}, head ? inlineJats(head.title, context) : title || 'Untitled'),
        told.subtitle ? element('subtitle', {}, told.subtitle) : null,
      ),
      contributors,
      date,
      told.institution
        ? element(
            'publisher',
            {},
            element('publisher-name', {}, told.institution),
            told.place ? element('publisher-loc', {}, told.place) : null,
          )
        : null,
      permissions,
      keywords,
    ),
    front.length || opening.length
      ? element(
          'front-matter',
          {},
          opening.length
            ? element(
                'front-matter-part',
                { ...(head ? nameOnce(head.id, context) : {}), 'book-part-type': 'titlePage' },
                element('named-book-part-body', {}, opening),
              )
            : null,
          front.map(named),
        )
      : null,
    element('book-body', {}, parts),
    back.length
      ? element(
          'book-back',
          {},
          element(
            'book-app-group',
            {},
            back.map(division => part(division, [], 'book-app')),
          ),
        )
      : null,
  )
}

/** Where one can go in an e-book: its contents, its landmarks, and the pages of the print. */
import type { Role } from '../../work/roles.ts'
import type { OutlineEntry } from '../html/sections.ts'
import type { Manuscript } from '../manuscript/manuscript.ts'
import { plainOf } from '../manuscript/within.ts'
import { type Element, element } from '../markup/markup.ts'

const landmarks: Partial<Record<Role, string>> = {
  titlePage: 'titlepage',
  contents: 'toc',
  seriesList: 'loi',
  sources: 'bibliography',
  endnotes: 'endnotes',
  index: 'index',
  glossary: 'glossary',
}

export function navigation(
  manuscript: Manuscript,
  outline: readonly OutlineEntry[],
  pages: readonly { label: string; address: string }[],
  addressOf: (id: string) => string | null,
  files: readonly string[],
): Element {
  const { words, divisions } = manuscript
  const known = outline.filter(({ id }) => addressOf(id))
  const body = divisions.findIndex(({ matter }) => matter === 'main')
  const marks = divisions.flatMap(({ role, title }, index) => {
    const type = index === body ? 'bodymatter' : landmarks[role]
    const says = plainOf(title, manuscript.language)
    return type ? [element('li', {}, element('a', { 'epub:type': type, href: files[index] }, says || role))] : []
  })
  return element(
    'section',
    {},
    element(
      'nav',
      { 'epub:type': 'toc', id: 'toc', role: 'doc-toc', 'aria-labelledby': 'toc-title' },
      element('h1', { id: 'toc-title' }, words.contents),
      nested(known, addressOf),
    ),
    marks.length
      ? element('nav', { 'epub:type': 'landmarks', 'aria-label': 'Landmarks', hidden: 'hidden' }, element('ol', {}, marks))
      : null,
    pages.length
      ? element(
          'nav',
          { 'epub:type': 'page-list', role: 'doc-pagelist', 'aria-label': words.pages, hidden: 'hidden' },
          element(
            'ol',
            {},
            pages.map(({ label, address }) => element('li', {}, element('a', { href: address }, label))),
          ),
        )
      : null,
  )
}

/** Entries under entries; one of a level that nothing above it leads to stands at the level that there is. */
function nested(entries: readonly OutlineEntry[], addressOf: (id: string) => string | null): Element {
  let at = 0
  const below = (level: number): Element => {
    const items: Element[] = []
    while (at < entries.length && entries[at]!.level >= level) {
      const { id, number, text, level: own } = entries[at++]!
      const link = element('a', { href: addressOf(id) ?? '' }, [number, text].filter(Boolean).join(' ') || '…')
      const more = at < entries.length && entries[at]!.level > own
      items.push(element('li', {}, link, more ? below(own + 1) : null))
    }
    return element('ol', {}, items)
  }
  return below(0)
}

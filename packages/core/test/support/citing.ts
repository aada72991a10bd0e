/** Sources and citations for tests, and what a style makes of them. */
import { CitationProcessor, type Cluster, citeOf, engineOf, itemOf } from '../../src/content/citations/processor.ts'
import { dateFromWords, namesFromWords } from '../../src/content/citations/sourceWords.ts'
import { styleFileOf } from '../../src/content/citations/styles/index.ts'
import { type Cited, plainCited } from '../../src/work/kinds/inline.ts'
import type { CitationStyle } from '../../src/work/parts/houseStyle.ts'
import { newSource, type Source } from '../../src/work/registers/sources.ts'

export const cited = (source: string, more: Partial<Cited> = {}): Cited => ({ ...plainCited(source), ...more })

/** “Tolvay, Ilse; Oskarsen, Bram | 2019 | Title”, and more fields. */
export function sourceOf(line: string, more: Partial<Source> = {}): Source {
  const [authors = '', date = '', title = ''] = line.split(/\s*\|\s*/)
  return {
    ...newSource(),
    type: 'book',
    ...(authors ? { author: namesFromWords(authors) } : {}),
    ...(date ? { issued: dateFromWords(date) } : {}),
    ...(title ? { title } : {}),
    ...more,
  }
}

export const styleNamed = (style: Exclude<CitationStyle, 'own'>): string => styleFileOf({ style, own: '', listed: 'cited', pages: false })

/** “a”, “a b c”, “a:12”, “a:fig 3”, “-a” without its author, “see>a<and there” with words around it. */
export function cites(words: string): Cited[] {
  return words.split(' ').map(word => {
    const [, prefix, hidden, source = '', label, locator, suffix] =
      /^(?:([^>]+)>)?(-)?([a-z]\w*)(?::(?:([a-z-]+)=)?([^<]+))?(?:<(.+))?$/.exec(word) ?? []
    return cited(source, {
      ...(prefix ? { prefix: prefix.replaceAll('_', ' ') } : {}),
      ...(hidden ? { withoutAuthor: true } : {}),
      ...(label ? { label: label as Cited['label'] } : {}),
      ...(locator ? { locator } : {}),
      ...(suffix ? { suffix: suffix.replaceAll('_', ' ') } : {}),
    })
  })
}

/** Citations of a text, one a line; `n` before it says that it stands in a note of its own, `+` that it stands in the note of the one before. */
export function clusters(lines: readonly string[]): Cluster[] {
  let note = 0
  return lines.map((line, index) => {
    const own = /^n /.test(line)
    const same = /^\+ /.test(line)
    if (own) note++
    return { id: `c${index}`, note: own || same ? note : 0, amongWords: false, cites: cites(line.replace(/^[n+] /, '')) }
  })
}

export function said(style: string, language: string, lines: readonly string[], sources: Record<string, Source>): string[] {
  const { citations } = new CitationProcessor(style, language).format(clusters(lines), sources, [])
  return lines.map((_, index) =>
    (citations.get(`c${index}`) ?? [])
      .map(({ text }) => text)
      .join('')
      .replaceAll('\u00a0', ' '),
  )
}

/** What the library says that formats one citation after the other, of which nothing is kept. */
export function saidOneByOne(style: string, language: string, lines: readonly string[], sources: Record<string, Source>): string[] {
  const engine = engineOf(style, language, { retrieveItem: id => itemOf(id, sources[id]!), placeOf: () => -1 })
  const citations = clusters(lines).map(({ id, note, cites: own }) => ({
    citationID: id,
    citationItems: own.map(citeOf),
    properties: { noteIndex: note, 'suppress-trailing-punctuation': false },
  }))
  return engine.rebuildProcessorState(citations, 'text', []).map(([, , says]) => says.replaceAll('\u00a0', ' '))
}

/** What a source is called in an interface, whatever the style: “Tolvay and Oskarsen 2019”. */
import type { Source, SourceName } from '../../work/registers/sources.ts'

export const nameCalled = ({ family, given, literal, 'non-dropping-particle': particle }: SourceName): string =>
  literal || [particle, family].filter(Boolean).join(' ') || given || ''

/** The names that a source goes by: its authors, else those who stand in their place. */
export const namesOf = (source: Source): readonly SourceName[] =>
  [source.author, source.editor, source.translator, source.compiler, source.director, source['container-author']].find(
    found => found?.length,
  ) ?? []

/** Its year, a span of them, or words in its place; empty where there is none. */
export function yearOf({ issued, status }: Source): string {
  const [from, to] = issued?.['date-parts'] ?? []
  if (from?.[0] !== undefined) return to?.[0] !== undefined && to[0] !== from[0] ? `${from[0]}–${to[0]}` : String(from[0])
  return issued?.literal ?? status ?? ''
}

export function authorsCalled(source: Source): string {
  const [first, second, ...more] = namesOf(source).map(nameCalled).filter(Boolean)
  if (!first) return ''
  if (!second) return first
  return more.length ? `${first} et al.` : `${first} and ${second}`
}

export const sourceCalled = (source: Source): string =>
  [authorsCalled(source) || plainTitle(source), yearOf(source)].filter(Boolean).join(' ') || source.key || 'Untitled source'

/** A title without the marks of look that items of CSL-JSON may hold. */
export const plainTitle = ({ title = '' }: Pick<Source, 'title'>): string => title.replace(/<\/?(?:i|b|sup|sub|sc|span)(?:\s[^<>]*)?>/g, '')

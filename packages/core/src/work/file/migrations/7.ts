/**
 * Version 7 to 8: texts may hold citations, which earlier programs cannot read; house styles say how sources are cited, and words of an
 * author's own what their list is called; sources have fields of their own, and keep what they do not know beside them. Frozen.
 */

const texts = new Set(
  'title title-short container-title collection-title volume issue number page edition version publisher publisher-place genre DOI ISBN ISSN URL language abstract note'.split(
    ' ',
  ),
)
const types = new Set(
  'article article-journal article-magazine article-newspaper book chapter dataset document paper-conference report software thesis webpage'.split(
    ' ',
  ),
)

export const houseStyleFrom7 = (style: object): object => ({
  ...style,
  citations: { style: 'numbers', own: '', listed: 'cited', pages: false },
})

function sourceFrom7({ id, type, ...fields }: Record<string, unknown>): object {
  const known = types.has(String(type))
  const all = Object.entries(known ? fields : { ...fields, type })
  const isText = ([name, value]: [string, unknown]): boolean => texts.has(name) && typeof value === 'string' && value.length <= 20_000
  const other = all
    .filter(entry => !isText(entry))
    .map(([name, value]) => [name.slice(0, 200), (typeof value === 'string' ? value : JSON.stringify(value)).slice(0, 20_000)])
  return {
    type: known ? type : 'document',
    key: String(id ?? '').slice(0, 200),
    ...Object.fromEntries(all.filter(isText)),
    ...(other.length ? { other: Object.fromEntries(other) } : {}),
  }
}

/** Words of an author's own that this version and the one before it ask for. */
const newWords = {
  abbreviations: 'Abbreviations',
  symbols: 'Symbols',
  index: 'Index',
  see: 'see',
  seeAlso: 'see also',
  following: 'f.',
  followingSeveral: 'ff.',
  sources: 'References',
  citedOn: 'Cited on',
}

function schemeFrom7(scheme: { words?: object | null }): object {
  return scheme.words ? { ...scheme, words: { ...newWords, ...scheme.words } } : scheme
}

export const from7 = (file: Record<string, unknown>): Record<string, unknown> => ({
  ...file,
  version: 8,
  scheme: schemeFrom7(file.scheme as object),
  houseStyle: houseStyleFrom7(file.houseStyle as object),
  ...(file.sources
    ? { sources: Object.fromEntries(Object.entries(file.sources as object).map(([key, source]) => [key, sourceFrom7(source)])) }
    : {}),
})

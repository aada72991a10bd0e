import { appendixList } from '../src/content/lists/entries.ts'
import { listTitleOf } from '../src/content/lists/listTitleOf.ts'
import { thesisScheme } from '../src/work/parts/scheme.ts'

const scheme = thesisScheme()
test.each([
  ['figure', 'en-GB', 'List of figures'],
  ['figure', 'de', 'Verzeichnis der Abbildungen'],
  ['table', 'de', 'Verzeichnis der Tabellen'],
  ['table', 'fr', 'Liste des tableaux'],
  [appendixList, 'en-GB', 'List of appendices'],
])('a list of %s in %s is called %s, though the scheme is English', (series, language, title) =>
  expect(listTitleOf(scheme, series, language)).toBe(title),
)

test('names that the author gave stay', () => {
  const own = {
    ...scheme,
    series: scheme.series.map(rule => (rule.key === 'figure' ? { ...rule, names: { ...rule.names, many: 'Plates' } } : rule)),
  }
  expect(listTitleOf(own, 'figure', 'de')).toContain('Plates')
})

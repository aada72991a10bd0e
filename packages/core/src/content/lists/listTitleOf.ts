import { languageOf, listTitle } from '../../languages/index.ts'
import type { NameKey } from '../../languages/language.ts'
import { type Scheme, seriesRule, wordsOf } from '../../work/parts/scheme.ts'
import { appendixList } from './entries.ts'

/**
 * What a new list of a series, or of the appendices, is called in the language of the work, whatever the scheme was written in. Names that
 * the author gave stay.
 */
export function listTitleOf(scheme: Scheme, series: string, language: string): string {
  const { many } = series === appendixList ? scheme.levels.appendix[0]!.names : seriesRule(scheme, series).names
  const key = series as NameKey
  const given = many !== languageOf(scheme.language).names[key]?.many
  return listTitle(given ? many : languageOf(language).names[key].many, wordsOf(scheme, language), language)
}

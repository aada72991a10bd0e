/** A scheme in another language. */
import { languageOf, nameKeyOf, ships } from '../../languages/index.ts'
import type { Names } from '../../languages/language.ts'
import type { LevelRule, Scheme, SeriesRule, Tile } from './scheme.ts'

/**
 * The scheme with its names in a language. Only names that are those of one of the languages that ship are changed, and fixed text
 * that says such a name in a number (“Chapter 3”): what the author called by a name of his own keeps it. The same scheme where
 * nothing changes or the language does not ship.
 */
export function schemeInLanguage(scheme: Scheme, language: string): Scheme {
  const wanted = ships(language) ? languageOf(language).names : undefined
  if (!wanted) return scheme
  let changed = scheme.language.slice(0, 2) !== language.slice(0, 2)
  const named = (own: Names, prefer?: string): Names => {
    const key = nameKeyOf(own.one, prefer)
    if (!key || wanted[key].one === own.one) return own
    changed = true
    return wanted[key]
  }
  const tile = (found: Tile): Tile => {
    if (!('text' in found)) return found
    const key = nameKeyOf(found.text.trim())
    return key && wanted[key].one !== found.text.trim() ? { text: found.text.replace(found.text.trim(), wanted[key].one) } : found
  }
  const levels = (rules: LevelRule[]): LevelRule[] =>
    rules.map(rule => ({ ...rule, names: named(rule.names), pattern: rule.pattern.map(tile), bare: rule.bare?.map(tile) ?? null }))
  const { main, appendix, chapterAppendix } = scheme.levels
  const next: Scheme = {
    ...scheme,
    language,
    levels: { main: levels(main), appendix: levels(appendix), chapterAppendix: levels(chapterAppendix) },
    series: scheme.series.map((rule: SeriesRule) => ({ ...rule, names: named(rule.names, rule.key) })),
  }
  return changed ? next : scheme
}

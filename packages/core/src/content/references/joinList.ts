/** “a, b and c” in a language. */
import { conjunctionOf, type Scheme } from '../../work/parts/scheme.ts'
import type { Piece } from '../pieces.ts'

const kept = new Map<string, string[]>()

/** What stands between so many items, one after the other: “, ” and “ and ”. The last item is told: in Spanish it decides between y and e. */
function betweenItems(count: number, last: string, language: string): string[] {
  const said = language.startsWith('es') && /^h?i/i.test(last) ? 'i' : ''
  const key = `${language} ${count} ${said}`
  let found = kept.get(key)
  if (!found) {
    const items = Array.from({ length: count }, (_, index) => (index === count - 1 && said ? said : String(index)))
    const parts = new Intl.ListFormat(language, { type: 'conjunction' }).formatToParts(items)
    kept.set(key, (found = parts.filter(({ type }) => type === 'literal').map(({ value }) => value)))
  }
  return found
}

/** What stands between two items, its word replaced by the author's own where there is one. */
const conjoined = (between: string, own: string): string => (own ? between.replace(/\p{L}+/u, () => own) : between)

/** What stands between items whose texts are given, in the language and with the author's own conjunction. */
export function separators(texts: readonly string[], scheme: Scheme, language: string): string[] {
  if (texts.length < 2) return []
  const own = conjunctionOf(scheme, language)
  return betweenItems(texts.length, texts.at(-1) ?? '', language).map(between => conjoined(between, own))
}

export function joinList(items: readonly Piece[][], scheme: Scheme, language: string): Piece[] {
  if (items.length < 2) return items[0] ?? []
  const between = separators(
    items.map(item => item[0]?.text ?? ''),
    scheme,
    language,
  )
  return items.flatMap((item, index) => (index ? [{ text: between[index - 1] ?? ' ' }, ...item] : item))
}

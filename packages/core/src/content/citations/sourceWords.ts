/** Names and dates of sources as an author writes them in a line: “Tolvay, Ilse M.; Orrin Lake Survey”, “2019-03”. */
import type { SourceDate, SourceName } from '../../work/registers/sources.ts'

/** Several are parted by semicolons; a comma parts the family name from the given one, and one without a comma stays whole. */
export function namesFromWords(words: string): SourceName[] {
  return words
    .split(/\s*;\s*|\n/)
    .map(word => word.trim())
    .filter(Boolean)
    .map(nameFromWords)
}

const particles = /^((?:(?:van|von|der|den|de|del|della|di|da|du|la|le|ten|ter|zu|zum|zur|af|av|al|el)\s+)+)(.+)$/u

function nameFromWords(word: string): SourceName {
  const [family = '', given = '', suffix = ''] = word.split(/\s*,\s*/)
  if (!given) return { literal: word.replace(/,$/, '').slice(0, 500) }
  const particle = particles.exec(family)
  return {
    family: (particle ? particle[2]! : family).slice(0, 500),
    given: given.slice(0, 500),
    ...(particle ? { 'non-dropping-particle': particle[1]!.trim().slice(0, 500) } : {}),
    ...(suffix ? { suffix: suffix.slice(0, 500) } : {}),
  }
}

export const nameInWords = ({
  family,
  given,
  suffix,
  literal,
  'non-dropping-particle': stays,
  'dropping-particle': drops,
}: SourceName): string =>
  literal ?? [[stays, family].filter(Boolean).join(' '), [given, drops].filter(Boolean).join(' '), suffix].filter(Boolean).join(', ')

export const namesInWords = (names: readonly SourceName[]): string => names.map(nameInWords).join('; ')

const seasons = ['spring', 'summer', 'autumn', 'winter']
const day = /^(-?\d{1,4})(?:[-/.](\d{1,2})(?:[-/.](\d{1,2}))?)?$/

function partsOf(word: string): number[] | null {
  const found = day.exec(word.trim())
  if (!found) return null
  const [year, month, date] = found.slice(1).map(part => (part === undefined ? undefined : Number(part)))
  if (month !== undefined && (month < 1 || month > 12)) return null
  if (date !== undefined && (date < 1 || date > 31)) return null
  return [year, month, date].filter((part): part is number => part !== undefined)
}

/** “2019”, “2019-03-14”, “2019–2021”, “c. 1890”, “spring 2019”; anything else is kept as the words it is. */
export function dateFromWords(words: string): SourceDate {
  const text = words.trim()
  const circa = /^(?:c\.|ca\.|circa|um|vers|hacia)\s+/i.exec(text)
  const rest = circa ? text.slice(circa[0].length) : text
  const season = /^(spring|summer|autumn|winter)\s+(.*)$/i.exec(rest)
  const about = { ...(circa ? { circa: true } : {}), ...(season ? { season: seasons.indexOf(season[1]!.toLowerCase()) + 1 } : {}) }
  const body = season ? season[2]! : rest
  const one = partsOf(body)
  if (one) return { 'date-parts': [one], ...about }
  const [from, to, ...more] = body.split(/\s*(?:–|—|\/|\bto\b)\s*|(?<=\d{4})-(?=\d{4})/)
  const span = [from, to].map(word => (word ? partsOf(word) : null))
  if (more.length === 0 && span[0] && span[1]) return { 'date-parts': [span[0], span[1]], ...about }
  return { literal: text.slice(0, 500) }
}

export function dateInWords({ 'date-parts': parts, season, circa, literal }: SourceDate): string {
  if (!parts) return literal ?? ''
  const said = parts.map(part => part.map((value, index) => (index ? String(value).padStart(2, '0') : String(value))).join('-')).join('–')
  return [circa && 'c.', season && seasons[season - 1], said].filter(Boolean).join(' ')
}

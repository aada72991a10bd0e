import { languages } from '../../languages/index.ts'
import { nameKeys } from '../../languages/language.ts'
import type { Entry } from '../../numbers/ledger.ts'
import { identityIn } from '../../numbers/occurrences.ts'
import { traitsOf } from '../../work/kinds/index.ts'
import { workCheck } from '../check.ts'

/** Names of what is numbered, whole and short, in the languages that ship. */
const shipped = new Set(
  languages.flatMap(({ names }) => nameKeys.flatMap(key => [names[key].one, names[key].shortOne])).filter(name => /\p{L}{2}/u.test(name)),
)
const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')
const pattern = (names: Iterable<string>): RegExp =>
  new RegExp(`^\\s*((?:${[...names].map(escaped).join('|')})(?:\\s+|(?=\\d)))?(\\d+|[A-Z])((?:[.–-]\\d+)*)\\s*([.:)–—]?)\\s+(?=\\S)`, 'iu')

const usual = pattern(shipped)

/** Letters that stand for a number only where the scheme writes letters: “A. Smith” begins a title, “A. Records” an appendix. */
const countsInLetters = ({ written }: Entry): boolean => written.some(({ form }) => form === 'letterUpper' || form === 'letterLower')

/** What is typed by hand as the number of an entry, at the beginning of its words; empty for nothing. */
function typedIn(words: string, entry: Entry): string {
  const own = [entry.names.one, entry.names.shortOne].filter(name => name && !shipped.has(name))
  const match = (own.length ? pattern([...shipped, ...own]) : usual).exec(words)
  if (!match) return ''
  const [whole, name, number = '', more, sign] = match
  // “part a” of a sentence names no part A.
  if (/^[a-z]$/.test(number) && !more && !sign) return ''
  // A bare figure may begin a sentence (“12 days of …”); a name, a further number or a sign shows that a number is meant.
  if (!name && !more && !/[.:)]/.test(sign ?? '')) return ''
  if (!name && /^[A-Z]$/i.test(number) && !more && !countsInLetters(entry)) return ''
  return whole
}

/** A number, or a name with a number, at the start of a caption or heading, as one types it by hand. */
export const typedNumber = workCheck('typedNumber', {
  title: 'Numbers typed by hand',
  weight: 'shouldMend',
  *look({ turnover: { ledger } }) {
    for (const entry of ledger.entries) {
      const { text, kind, block } = entry.item
      const named = kind === 'heading' || (kind === 'series' && block !== 'statement') || (kind === 'member' && text !== null)
      if (!named || !text?.inlineContent || traitsOf(text).aside) continue
      const typed = typedIn(text.firstChild?.text ?? '', entry)
      if (!typed) continue
      const range = { identity: identityIn(entry.id, text, 0), from: 0, to: typed.length }
      const own = entry.number.startsWith(entry.names.one) ? entry.number : `${entry.names.one} ${entry.number}`
      const called = entry.number ? `${own}, which is numbered already` : 'a heading that carries no number'
      yield {
        message: `“${typed.trim()}” is typed by hand before ${called}.`,
        advice: 'A typed number stays what it is when others change; remove it.',
        place: entry.id,
        division: entry.division,
        range,
        remedy: { does: 'replaceText', range, expected: typed, text: '', says: `Remove “${typed.trim()}”` },
      }
    }
  },
})

/** Where lines may end in a text: Unicode Annex 14, and the rules that are our own (docs/choices.md). */
import LineBreaker from 'linebreak'

export const softHyphen = '\u00ad'

/** Letters and digits, signs that belong to them, an opening bracket that begins or stands in a word, and at its end whatever closes. */
const simpleWord = /^(?:[\p{Script=Latin}\p{Script=Greek}\p{Script=Cyrillic}0-9'’“”"‘,.;:)\u00a0]|(?<![),.;:])\()*[!?)”’"'.,;:]*$/u
const plainWord = /^[A-Za-z\u00c0-\u024f0-9'’,.\u00a0]*$/
/** Whether a line can end nowhere within a word, as far as its letters and signs tell. */
export const isSimple = (text: string): boolean => plainWord.test(text) || simpleWord.test(text)

/** Where a line may end within an unbroken text, as UTF-16 indices: Unicode Annex 14, with our rules for addresses, units and dashes. */
export function opportunitiesIn(text: string): ReadonlySet<number> {
  const found = new Set<number>()
  const address = /^(?:https?:\/\/|www\.)/.exec(text)?.[0].length ?? 0
  for (const at of annex14(text))
    if (at > address && !insideUnit(text, at) && !beforeDash(text, at) && !signOf(text, at) && text[at - 1] !== softHyphen) found.add(at)
  if (unspaced.test(text)) for (const at of endsOfWords(text)) found.add(at)
  // An address may be broken after its punctuation, before what follows.
  if (address) for (const { index } of text.matchAll(/[/.?&=_-](?=[^/.?&=_-])/g)) if (index >= address) found.add(index + 1)
  return found
}

/** Brackets of East Asian writing are as wide as a letter; a line may end before them after any letter or sign (Annex 14, rule 30). */
const wideOpening =
  /(?<=[\p{L}\p{N}\p{Sc}\p{Sm}\p{So}\p{Cn}\p{Cc}#%§/,.;:!?]\p{M}*|[\u200b\u200d]\p{M}+)[\u2329\u3008\u300a\u300c\u300e\u3010\u3014\u3016\u3018\u301a\uff08\uff3b\uff5b\uff5f\uff62]/gu

/** Signs of money and shares hold brackets, and brackets them, where a number stands in between (rule 25). */
const noNumber = /(?<=[%‰€£$¥\\]\p{M}*)[({[](?![\p{N}])|(?<=(?<!\p{N}[^(){}[\]]*)[)}\]]\p{M}*)[%‰€£$¥]/gu

/** Where a line may end by the annex alone; the end of the text left out. */
export function annex14(text: string): Set<number> {
  const found = new Set<number>()
  const breaker = new LineBreaker(text)
  for (let next = breaker.nextBreak(); next; next = breaker.nextBreak()) if (next.position < text.length) found.add(next.position)
  for (const { index } of text.matchAll(wideOpening)) found.add(index)
  for (const { index } of text.matchAll(noNumber)) found.add(index)
  return found
}

/** Scripts that write no spaces between words: where a word ends is in the dictionaries of the platform. */
const unspaced = /[\p{Script=Thai}\p{Script=Lao}\p{Script=Khmer}\p{Script=Myanmar}]/u
export const isThai = (text: string): boolean => text.charCodeAt(0) > 0xdff && unspaced.test(text)
const unspacedLetter = /(?=\p{L})[\p{Script=Thai}\p{Script=Lao}\p{Script=Khmer}\p{Script=Myanmar}]/u
const inWords = new Intl.Segmenter('th', { granularity: 'word' })

/** Where words end that no space parts (Annex 14, rule 1: complex context). */
function endsOfWords(text: string): number[] {
  const ends: number[] = []
  let before = ''
  for (const { segment, index } of inWords.segment(text)) {
    if (index > 0 && unspacedLetter.test(segment[0]!) && unspaced.test(before.at(-1)!)) ends.push(index)
    before = segment
  }
  return ends
}

const written = String.raw`[\p{Script=Latin}\p{Script=Greek}\p{Script=Cyrillic}0-9.,;:!?)”’»…]`
const endsWritten = new RegExp(`${written}$`, 'u')
/** No line begins with a dash that joins or parts words; one with a figure or letter behind it may be a sign. */
const beforeDash = (text: string, at: number): boolean => /^[–—―]/.test(text.slice(at, at + 1)) && endsWritten.test(text.slice(at - 1, at))
/** A dash before a figure, at the begin of a word, is its sign. */
const signOf = (text: string, at: number): boolean => at === 1 && /^–\p{N}/u.test(text)
const dash = /^(?:[—―]|–(?![\p{L}\p{N}]))/u
const letter = /^[\p{Script=Latin}\p{Script=Greek}\p{Script=Cyrillic}0-9]/u
const opens = /[\p{Ps}\p{Pi}\p{Pf}"']\p{M}*$/u

/** Letters of a word that are looked at beside a space, in UTF-16 code units: before marks that take no room, and of those that are left. */
const tail = 64
const farthest = 24

/** Whether no line ends at a space between two words: before what closes or parts, after what opens (Annex 14, rules 13 to 17), before a dash. */
export function holdsAcross(before: string, after: string): boolean {
  if (!before || !after) return false
  const first = after.charCodeAt(0)
  const last = before.charCodeAt(before.length - 1)
  if ((isPlain(first) && (isPlain(last) || last === comma || last === stop)) || (letter.test(after) && !opens.test(before.slice(-tail))))
    return false
  const word = before.slice(-tail).replace(/\u2060+$/, '')
  if (dash.test(after) && endsWritten.test(word)) return true
  // Within guillemets there are spaces in some languages.
  if (/^[»›](?![\p{L}\p{N}])/u.test(after) || /(?:^|[\p{Ps}\s])[«‹]$/u.test(word)) return true
  // A quotation mark at the end of a word closes: only one that stands at the begin of what follows opens.
  if (/\p{Ps}/u.test(after[0]!) && /[^\p{Ps}"'“‘«‹„‚]["'”’»›]$/u.test(word)) return false
  const text = `${word.slice(-farthest)} ${after.slice(0, farthest)}`
  return !annex14(text).has(Math.min(word.length, farthest) + 1)
}

/** Letters from which on a word beside a slash is no unit, in UTF-16 code units. */
const longestUnit = 5

/** Annex 14 lets a line end after a slash; units and fractions such as W/m are not torn apart, long words are. */
function insideUnit(text: string, at: number): boolean {
  if (text[at - 1] !== '/') return false
  const before = /[\p{L}\p{N}]*$/u.exec(text.slice(Math.max(0, at - 1 - longestUnit * 2), at - 1))![0].length
  const after = /^[\p{L}\p{N}]*/u.exec(text.slice(at, at + longestUnit * 2))![0].length
  return before > 0 && after > 0 && (before < longestUnit || after < longestUnit)
}

const comma = 44
const stop = 46
/** Letters of the Latin alphabet and figures, which most words begin and end with. */
const isPlain = (code: number): boolean =>
  (code >= 97 && code <= 122) || (code >= 65 && code <= 90) || isFigure(code) || (code >= 0xc0 && code < 0x250)
export const isFigure = (code: number): boolean => code >= 48 && code <= 57
/** Signs of units of the SI and those used with it, with prefixes and powers, as one word. */
const unit =
  /(?:°[CFK]?|[%‰′″]|(?:[yzafpnµmcdhkMGTPE]|da)?(?:m|g|s|A|K|mol|cd|Hz|N|Pa|J|W|C|V|F|Ω|S|Wb|T|H|lm|lx|Bq|Gy|Sv|kat|l|L|t|eV|bar|Wh)|min|h|d|ha)[²³⁻¹0-9]*(?=[\s/·.,;:)]|$)/uy
/** Whether a unit stands at a place in a text. */
export function unitAt(text: string, at: number): boolean {
  unit.lastIndex = at
  return unit.test(text)
}

/** Words that belong to what follows them: no line of a title ends with one. */
const shortWords: Record<string, string> = {
  en: 'a an the of in on at by for to from with and or as its their',
  de: 'der die das des dem den ein eine einer eines einem einen von vom im in am an auf aus bei für mit und oder zu zum zur über',
  fr: 'le la les l un une des de du d à au aux en dans par pour sur et ou son sa ses',
  es: 'el la los las un una unos unas de del a al en con por para y e o u su sus',
}
const patterns = new Map<string, RegExp>()

/** A title whose short words hold what follows them. */
export function heldTogether(text: string, tag: string): string {
  const language = tag.toLowerCase().split('-')[0]!
  const words = shortWords[language]
  if (!words) return text
  let pattern = patterns.get(language)
  if (!pattern) patterns.set(language, (pattern = new RegExp(`(?<![\\p{L}\\p{N}])(${words.replaceAll(' ', '|')}) (?=\\S)`, 'giu')))
  return text.replace(pattern, '$1\u00a0')
}

/**
 * Patterns by which the words of a language are divided, from the `hyphen` package. They are large: those of a language are read when a
 * work has words in it, before its pages are made.
 */

/** Branch of a pattern trie: the next letters, or with them the index of the levels of the pattern that ends here. */
export type Trie = { [letter: string]: Trie | [Trie, number] | number }
export type HyphenationPatterns = [levels: number[][], trie: Trie, exceptions?: Record<string, number[]>]

interface PatternFile {
  read(): Promise<{ default: HyphenationPatterns }>
  /** Fewest letters left before a division and carried after it, as the language's printers have it. */
  before: number
  after: number
}
export interface Hyphenation extends Omit<PatternFile, 'read'> {
  patterns: HyphenationPatterns
}

const files: Record<string, PatternFile> = {
  cs: { read: () => import('hyphen/patterns/cs.js'), before: 2, after: 3 },
  da: { read: () => import('hyphen/patterns/da.js'), before: 2, after: 2 },
  de: { read: () => import('hyphen/patterns/de-1996.js'), before: 2, after: 2 },
  el: { read: () => import('hyphen/patterns/el-monoton.js'), before: 2, after: 2 },
  'en-gb': { read: () => import('hyphen/patterns/en-gb.js'), before: 2, after: 3 },
  'en-us': { read: () => import('hyphen/patterns/en-us.js'), before: 2, after: 3 },
  es: { read: () => import('hyphen/patterns/es.js'), before: 2, after: 2 },
  fi: { read: () => import('hyphen/patterns/fi.js'), before: 2, after: 2 },
  fr: { read: () => import('hyphen/patterns/fr.js'), before: 2, after: 3 },
  it: { read: () => import('hyphen/patterns/it.js'), before: 2, after: 2 },
  la: { read: () => import('hyphen/patterns/la.js'), before: 2, after: 2 },
  nb: { read: () => import('hyphen/patterns/nb.js'), before: 2, after: 2 },
  nl: { read: () => import('hyphen/patterns/nl.js'), before: 2, after: 2 },
  nn: { read: () => import('hyphen/patterns/nn.js'), before: 2, after: 2 },
  pl: { read: () => import('hyphen/patterns/pl.js'), before: 2, after: 2 },
  pt: { read: () => import('hyphen/patterns/pt.js'), before: 2, after: 3 },
  ru: { read: () => import('hyphen/patterns/ru.js'), before: 2, after: 2 },
  sv: { read: () => import('hyphen/patterns/sv.js'), before: 2, after: 2 },
}
/** Tags whose patterns are called otherwise: English without a country is British, Norwegian without a form is Bokmål. */
const others: Record<string, string> = { en: 'en-gb', no: 'nb' }

/** Patterns that were read; null for those that could not be: words stay whole then. */
const known = new Map<string, Hyphenation | null>()

/** The name of the patterns for a tag, or for the tag's first part. */
function nameFor(tag: string): string | undefined {
  const key = tag.toLowerCase()
  const first = key.split('-')[0]!
  return [key, others[first] ?? first].find(name => Object.hasOwn(files, name))
}

/** The patterns for a tag, where they were read. */
export function hyphenationOf(tag: string): Hyphenation | undefined {
  const name = nameFor(tag)
  return (name && known.get(name)) || undefined
}

/** Patterns that words with these tags need and that were not read yet, by name. */
export const missingPatterns = (tags: Iterable<string>): string[] => [
  ...new Set([...tags].map(nameFor).filter(name => name !== undefined && !known.has(name)) as string[]),
]

/** Reads patterns by name. Those that cannot be read are left out from then on; the last reason is thrown when all others are there. */
export async function readPatterns(names: readonly string[]): Promise<void> {
  let failed: unknown
  await Promise.all(
    names.map(async name => {
      const { read, before, after } = files[name]!
      try {
        known.set(name, { patterns: (await read()).default, before, after })
      } catch (error) {
        known.set(name, null)
        failed = error
      }
    }),
  )
  if (failed) throw failed
}

/** Languages whose words can be divided, by their tags in small letters. */
export const dividedLanguages: readonly string[] = Object.keys(files)

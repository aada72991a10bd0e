/** The languages that ship: a new one is a file beside this one and a line here. */
import { german } from './de.ts'
import { english } from './en.ts'
import { spanish } from './es.ts'
import { french } from './fr.ts'
import type { Language, NameKey, Names, Words } from './language.ts'

export const languages: readonly Language[] = [english, german, french, spanish]

const byTag = new Map<string, Language>(languages.map(language => [language.tag, language]))

/** The part of a BCP 47 tag that names the language. */
const first = (tag: string): string => tag.split('-')[0]!.toLowerCase()

/** Whether the words of a language ship. */
export const ships = (tag: string): boolean => languages.some(language => language.tag === first(tag))

/** The language of a tag; English for those that do not ship. */
export function languageOf(tag: string): Language {
  // Asked for every reference: whole tags are found without taking them apart.
  const found = byTag.get(tag)
  if (found) return found
  const language = byTag.get(first(tag)) ?? english
  byTag.set(tag, language)
  return language
}

/** A counter’s value in words; what is higher than words go stands in figures. */
export const countInWords = (value: number, tag: string): string => (value > 999 ? String(value) : languageOf(tag).count(value))

/** What the list of a series is called: “List of figures”. `many` is the plural of its name. */
export const listTitle = (many: string, words: Words, tag: string): string =>
  words.listOf.replace('{names}', many.toLocaleLowerCase(tag)).replace('{Names}', many)

/** Which of the names that ship one is, in any language; `prefer` decides between things that are called alike. */
export function nameKeyOf(one: string, prefer?: string): NameKey | undefined {
  let found: NameKey | undefined
  for (const { names } of languages)
    for (const [key, own] of Object.entries(names) as [NameKey, Names][])
      if (own.one === one) {
        if (key === prefer) return key
        found ??= key
      }
  return found
}

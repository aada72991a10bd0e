/** The locales of citations: a new one is a file beside this one and a line here. */
import { german } from './de.ts'
import { english } from './en.ts'
import { spanish } from './es.ts'
import { french } from './fr.ts'
import { type CitationLocale, writeLocale } from './locale.ts'

export const citationLocales: readonly CitationLocale[] = [english, german, french, spanish]

const byLanguage = new Map(citationLocales.map(locale => [locale.tag.slice(0, 2), locale]))

/** The locale of a language of a work: English for one that there is none of. */
export const citationLocale = (language: string): CitationLocale => byLanguage.get(language.slice(0, 2).toLowerCase()) ?? english

/** The XML of a locale, as the processor asks for it. Those that have no words of their own for something take the English ones. */
export const localeFile = (language: string): string => writeLocale(citationLocale(language))

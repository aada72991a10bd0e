/** Languages that words can be hyphenated in, by their tags. */
export const languages: Record<string, string> = {
  'en-GB': 'English (British)',
  'en-US': 'English (American)',
  cs: 'Czech',
  da: 'Danish',
  nl: 'Dutch',
  fi: 'Finnish',
  fr: 'French',
  de: 'German',
  el: 'Greek',
  it: 'Italian',
  la: 'Latin',
  nb: 'Norwegian (Bokmål)',
  nn: 'Norwegian (Nynorsk)',
  pl: 'Polish',
  pt: 'Portuguese',
  ru: 'Russian',
  es: 'Spanish',
  sv: 'Swedish',
}

const names = new Intl.DisplayNames('en', { type: 'language' })

/** What a language is called; its tag where the browser does not know it. */
export function languageName(tag: string): string {
  try {
    return names.of(tag) ?? tag
  } catch {
    return tag
  }
}

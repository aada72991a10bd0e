/** Languages that words can be hyphenated in, by their tags. */
export const languages: Record<string, string> = {
  'en-GB': 'English (British)',
  'en-US': 'English (American)',
  de: 'German',
  fr: 'French',
  es: 'Spanish',
}

/** A text with a capital at its beginning, as the language writes it. */
export const capital = (text: string, language?: string): string => text.charAt(0).toLocaleUpperCase(language) + text.slice(1)

/** What things of a work are called within files: names that every format takes, of which no two are alike. */

/** A name by the rules of XML (no colon): it begins with a letter, and holds letters of ASCII, numerals, hyphens and dots; other signs stand as their code between “_”. */
export const anchorOf = (id: string): string => `e-${id.replace(/[^A-Za-z0-9.-]/gu, sign => `_${sign.codePointAt(0)!.toString(16)}_`)}`

/** The address of something within its own file; `resolveLinks` finds the file where there are several. */
export const linkTo = (id: string): string => `#${anchorOf(id)}`

/** What things of a work are called within files: names that every format takes, from which the id can be read again. */

/** A name by the rules of XML (no colon): it begins with a letter, and holds letters of ASCII, numerals, hyphens and dots; other signs stand as their code between “_”. */
export const anchorOf = (id: string): string => `e-${id.replace(/[^A-Za-z0-9.-]/gu, sign => `_${sign.codePointAt(0)!.toString(16)}_`)}`

/** The id that a name was made from; null for a name of another kind. */
export const idOfAnchor = (anchor: string): string | null =>
  anchor.startsWith('e-') ? anchor.slice(2).replace(/_([0-9a-f]+)_/g, (_, code: string) => String.fromCodePoint(parseInt(code, 16))) : null

/** The address of something within its own file; `resolveLinks` finds the file where there are several. */
export const linkTo = (id: string): string => `#${anchorOf(id)}`

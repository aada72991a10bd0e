/** Identifiers and addresses of sources, checked by the rules of their standards. */
import type { Source } from '../../work/registers/sources.ts'

/** A DOI without the address or the word that it was given with. */
export const bareDoi = (text: string): string => text.trim().replace(/^(?:https?:\/\/(?:dx\.)?doi\.org\/|doi:\s*)/i, '')

/** Where a source is found on the web; empty where its identifier or address is none. */
export function addressOf({ DOI = '', URL: address = '' }: Source, field: 'DOI' | 'URL'): string {
  if (field === 'DOI') {
    const own = bareDoi(DOI)
    return /^10\.\d{4,9}\/\S+$/.test(own) ? `https://doi.org/${own}` : ''
  }
  return /^https?:\/\/\S+$/i.test(address.trim()) ? address.trim() : ''
}

/** ISO 2108: ten digits with weights 10 to 1 that sum to a multiple of eleven, or thirteen with weights 1 and 3 to one of ten. */
export function isIsbn(text: string): boolean {
  const digits = text.replace(/[\s-]/g, '').toUpperCase()
  if (/^\d{9}[\dX]$/.test(digits))
    return [...digits].reduce((sum, sign, index) => sum + (10 - index) * (sign === 'X' ? 10 : Number(sign)), 0) % 11 === 0
  return /^\d{13}$/.test(digits) && [...digits].reduce((sum, sign, index) => sum + (index % 2 ? 3 : 1) * Number(sign), 0) % 10 === 0
}

/** ISO 3297: eight digits with weights 8 to 1 that sum to a multiple of eleven. */
export function isIssn(text: string): boolean {
  const digits = text.replace(/[\s-]/g, '').toUpperCase()
  return (
    /^\d{7}[\dX]$/.test(digits) &&
    [...digits].reduce((sum, sign, index) => sum + (8 - index) * (sign === 'X' ? 10 : Number(sign)), 0) % 11 === 0
  )
}

/** What is wrong with the identifiers of a source, each in one sentence. */
export function sourceProblems(source: Source): string[] {
  const { DOI, URL, ISBN, ISSN, issued } = source
  const several = (text: string): string[] =>
    text
      .split(/[;,]|\s+(?=97[89])/)
      .map(one => one.trim())
      .filter(Boolean)
  const [from, to] = issued?.['date-parts'] ?? []
  return [
    ...(DOI && !addressOf(source, 'DOI') ? [`“${DOI}” is no DOI: one begins with 10 and a number, such as 10.5555/upland.12.`] : []),
    ...(URL && !addressOf(source, 'URL') ? [`“${URL}” is no address on the web: one begins with https:// or http://.`] : []),
    ...several(ISBN ?? '').flatMap(one => (isIsbn(one) ? [] : [`“${one}” is no ISBN: a figure of it is wrong or missing.`])),
    ...several(ISSN ?? '').flatMap(one => (isIssn(one) ? [] : [`“${one}” is no ISSN: a figure of it is wrong or missing.`])),
    ...(from && to && to[0]! < from[0]! ? ['its date ends before it begins.'] : []),
  ]
}

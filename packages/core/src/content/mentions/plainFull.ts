/** Where full forms stand as plain words. Apart from short forms, for it takes the stemmers. */
import type { Abbreviation } from '../../work/registers/abbreviations.ts'
import type { Entries } from '../../work/registers/register.ts'
import type { Node } from '../../work/schema.ts'
import { findWords } from '../index/find.ts'
import { fullForm } from './forms.ts'
import type { PlainWord } from './plainShort.ts'

/** Places of the full form of an entry, of one or of many, in the order of the text. */
export function plainFulls(doc: Node, entries: Entries<Abbreviation>, language: string, id: string): PlainWord[] {
  const entry = entries[id]
  if (!entry?.full) return []
  const lower = (text: string): string => text.toLocaleLowerCase(language)
  const [one, many] = [lower(fullForm(entry, false, language)), lower(fullForm(entry, true, language))]
  return findWords(doc, entry.full, '', entry.language ?? language).flatMap(found => {
    const said = lower(found.text).replace(/\s+/g, ' ')
    return said === one || said === many ? [{ ...found, entry: id, plural: said !== one }] : []
  })
}

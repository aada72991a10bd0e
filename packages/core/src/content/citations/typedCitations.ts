/** Citations that were typed by hand: “[12]”, “(Tolvay, 2019)”. */
import { isKind } from '../../work/kinds/index.ts'
import type { Entries } from '../../work/registers/register.ts'
import type { Source } from '../../work/registers/sources.ts'
import type { Node } from '../../work/schema.ts'
import { textBlocks } from '../index/textBlocks.ts'
import { nameCalled, namesOf, yearOf } from './sourceCalled.ts'

export interface TypedCitation {
  text: string
  identity: string
  holder: string
  /** Within the text block, in UTF-16 code units. */
  from: number
  to: number
  /** The sources of the register that are meant, with the place in each; empty where they are not known. */
  cites: { source: string; locator: string }[]
}

const numbers = /\[\d{1,3}(?:\s*[,;–-]\s*\d{1,3})*\]/gu
const one = String.raw`(\p{Lu}[\p{L}’'-]+(?:\s+\p{Lu}[\p{L}’'-]+)?)(?:\s+(?:et al\.|u\. ?a\.|and|und|et|y|&)(?:\s+\p{Lu}[\p{L}’'-]+)?)?,?\s+(\d{4})([a-z])?(?:,\s*(?:pp?|S|p)\.\s*([\d–-]+))?`
const names = new RegExp(String.raw`\(${one}(?:\s*;\s*${one})*\)`, 'gu')
const each = new RegExp(one, 'gu')

const named = new WeakMap<Entries<Source>, ReadonlyMap<string, string[]>>()

/** What a source is cited by: “tolvay 2019”. */
function byNameAndYear(sources: Entries<Source>): ReadonlyMap<string, string[]> {
  const before = named.get(sources)
  if (before) return before
  const found = new Map<string, string[]>()
  named.set(sources, found)
  for (const [id, source] of Object.entries(sources)) {
    const [first] = namesOf(source)
    const key = first ? `${nameCalled(first).toLowerCase()} ${yearOf(source)}` : ''
    if (key) found.set(key, [...(found.get(key) ?? []), id])
  }
  return found
}

export function typedCitations(division: Node, sources: Entries<Source>): TypedCitation[] {
  const known = byNameAndYear(sources)
  const found: TypedCitation[] = []
  for (const { block, identity, holder } of textBlocks(division)) {
    let at = 0
    for (const child of block.children) {
      const { text } = child
      if (text !== undefined && !child.marks.some(mark => mark.type.name === 'code') && !isKind(block, 'title')) {
        for (const match of text.matchAll(numbers))
          found.push({ text: match[0], identity, holder, from: at + match.index, to: at + match.index + match[0].length, cites: [] })
        for (const match of text.matchAll(names)) {
          const cites = [...match[0].matchAll(each)].map(([, name = '', year = '', , locator = '']) => ({
            ids: known.get(`${name.toLowerCase()} ${year}`) ?? [],
            locator,
          }))
          const sure = cites.every(({ ids }) => ids.length === 1)
          found.push({
            text: match[0],
            identity,
            holder,
            from: at + match.index,
            to: at + match.index + match[0].length,
            cites: sure ? cites.map(({ ids, locator }) => ({ source: ids[0]!, locator })) : [],
          })
        }
      }
      at += child.nodeSize
    }
  }
  return found.sort((a, b) => a.from - b.from)
}

/** Where short forms, and full ones, stand as plain words: what could be a mention. */
import type { Abbreviation } from '../../work/registers/abbreviations.ts'
import type { Entries } from '../../work/registers/register.ts'
import { division, type Node, roles } from '../../work/schema.ts'
import { findWords } from '../index/find.ts'
import { textBetween, textBlocks } from '../index/words.ts'
import { fullForm, shortForm } from './forms.ts'

export interface PlainWord {
  entry: string
  plural: boolean
  /** Positions in the document. */
  from: number
  to: number
  division: number
  holder: string
  text: string
  before: string
  after: string
}

export interface PlainShort extends PlainWord {
  identity: string
  /** UTF-16 indices in the text block. */
  start: number
  end: number
}

/** The forms of a register by which its entries are known in a text: of one and of many, as they are written. Single letters are none. */
export function shortForms(entries: Entries<Abbreviation>, language: string): ReadonlyMap<string, { entry: string; plural: boolean }> {
  const forms = new Map<string, { entry: string; plural: boolean }>()
  const several = new Set<string>()
  const put = (form: string, entry: string, plural: boolean): void => {
    if (form.length < 2 || !/\p{L}/u.test(form)) return
    const known = forms.get(form)
    if (!known) forms.set(form, { entry, plural })
    else if (known.entry !== entry) several.add(form)
  }
  for (const [id, entry] of Object.entries(entries)) put(entry.short, id, false)
  for (const [id, entry] of Object.entries(entries)) put(shortForm(entry, true, language), id, true)
  // Which of two is meant cannot be known.
  for (const form of several) forms.delete(form)
  return forms
}

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

const escaped = (text: string): string => text.replace(/[\\^$.*+?()[\]{}|/-]/g, '\\$&')
const most = 60

/** Every place, in the order of the text; of one entry, where that is asked for. */
export function plainShorts(doc: Node, entries: Entries<Abbreviation>, language: string, only?: string): PlainShort[] {
  const forms = new Map([...shortForms(entries, language)].filter(([, { entry }]) => only === undefined || entry === only))
  if (!forms.size) return []
  const pattern = new RegExp(
    `(?<![\\p{L}\\p{N}])(?:${[...forms.keys()]
      .sort((a, b) => b.length - a.length)
      .map(escaped)
      .join('|')})(?![\\p{L}\\p{N}])`,
    'gu',
  )
  const found: PlainShort[] = []
  doc.forEach((node, offset, index) => {
    if (roles[division(node).role].generated) return
    for (const { block, start, holder, identity } of textBlocks(node)) {
      let at = 0
      for (const child of block.children) {
        // Letters of a program are no abbreviations.
        if (child.text !== undefined && !child.marks.some(mark => mark.type.name === 'code'))
          for (const { 0: text, index: within } of child.text.matchAll(pattern)) {
            const from = at + within
            const to = from + text.length
            found.push({
              ...forms.get(text)!,
              from: offset + start + from,
              to: offset + start + to,
              division: index,
              holder,
              identity,
              start: from,
              end: to,
              text,
              before: textBetween(block, 0, from).slice(-most),
              after: textBetween(block, to, block.content.size).slice(0, most),
            })
          }
        at += child.nodeSize
      }
    }
  })
  return found
}

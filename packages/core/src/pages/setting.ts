/** What the handlers of blocks are given, and the table of them: one file per kind of block, all of one signature. */
import type { Node } from 'prosemirror-model'
import type { Citations } from '../content/citations/citations.ts'
import type { IndexPages } from '../content/index/entries.ts'
import type { Words } from '../languages/language.ts'
import { heldTogether } from '../languages/shortWords.ts'
import type { WorkLedger } from '../numbers/ledger.ts'
import { identityIn } from '../numbers/occurrences.ts'
import type { Fonts } from '../type/fonts.ts'
import { type Exceptions, exceptionsIn } from '../type/hyphenation.ts'
import { dependencies, type InlineContext, type Run, runsOf } from '../type/inline.ts'
import type { Line } from '../type/line.ts'
import { setParagraph } from '../type/paragraph.ts'
import type { BlockKind, NodeOfKind } from '../work/kinds/index.ts'
import type { HouseStyle, TextStyle } from '../work/parts/houseStyle.ts'
import type { Scheme } from '../work/parts/scheme.ts'
import type { Role } from '../work/roles.ts'
import type { Picture } from '../work/work.ts'
import type { Box, StripItem } from './box.ts'

export interface Setting extends InlineContext {
  fonts: Fonts
  houseStyle: HouseStyle
  scheme: Scheme
  language: string
  /** What the program writes into the work. */
  words: Words
  /** Of the work, for running heads. */
  title: string
  author: string
  keywords: readonly string[]
  /** What lists of sources say, by the division that counts by itself; '' for that of the work. */
  sourceLists: Citations['lists']
  /** The page of each citation as far as it is known in this round; null where nobody asks. */
  citedOn: IndexPages | null
  /** The page label of an entry as far as it is known in this round. */
  pageOf(id: string): string | undefined
  /** Of this round: notes that count by page have other numbers from round to round. */
  ledger: WorkLedger
  pictures: Map<string, Picture>
  /** Width of the text area in points. */
  measure: number
  /** Height of the text area in points. */
  height: number
  cache: SettingCache
}

/** Where a block stands, as far as its look depends on it. */
export interface Place {
  /** The kind of the block before it in the same division, or 'title'. */
  after: BlockKind | 'title'
  /** The kind of the block behind it, empty at the end. */
  before: BlockKind | ''
  /** The heading just before it, whose words may open it. */
  opener: Node | null
  /** The division it stands in. */
  division: string
  role: Role
  /** The language of that division where it has one of its own. */
  language: string | null
}

/** Turns a block into the strip that pages are cut from. */
export type BlockHandler<Kind extends BlockKind> = (node: Node & NodeOfKind<Kind>, setting: Setting, place: Place) => StripItem[]

/**
 * Results kept by node identity: an untouched block is never set twice. A few variants are kept for each node, because the rounds
 * of a turnover word page references differently until they balance, and every turnover goes through the same rounds.
 */
export class NodeCache<Value> {
  private readonly kept = new WeakMap<Node, { key: string; style: object; value: Value }[]>()
  private static readonly variants = 4

  get(node: Node, key: string, style: object, make: () => Value): Value {
    let variants = this.kept.get(node)
    if (!variants) this.kept.set(node, (variants = []))
    for (const variant of variants) if (variant.key === key && variant.style === style) return variant.value
    const value = make()
    variants.unshift({ key, style, value })
    if (variants.length > NodeCache.variants) variants.pop()
    return value
  }
}

export class SettingCache {
  readonly lines = new NodeCache<Line[]>()
  readonly listLines = new NodeCache<Line[]>()
  readonly blocks = new NodeCache<StripItem[]>()
  readonly notes = new NodeCache<Box[]>()
  /** Strips of divisions: they stand as long as the division and all numbers do, but for the blocks that say a page. */
  readonly divisions = new WeakMap<Node, MadeFor & { parts: StripSource[]; strips: StripItem[][] }>()
  /** The latest strip of a block, or lines of a note. */
  readonly settled = new WeakMap<Node, MadeFor & { place: string; value: StripItem[] }>()
}

/** What a kept result was made for: the same numbers, house style and pictures. */
interface MadeFor {
  stamp: object
  houseStyle: object
  pictures: object
}

/** One block of a division, to be made into a strip. */
export interface StripSource {
  /** Whether it is to stand over all columns. */
  allColumns: boolean
  saysMoreThanNumbers: boolean
  make(setting: Setting): StripItem[]
}

export interface TextOptions {
  style: TextStyle
  measure: number
  indent?: number
  /** Set before the text itself: “Figure 3.4. ”. */
  leadIn?: Run[]
  /** Words may be divided where lines are ragged, as in narrow columns of a table. */
  divides?: boolean
  /** It is a title: no line of it ends with a word that belongs to the next. */
  title?: boolean
  /** What tells the text block apart where it has no id of its own. */
  identity?: string
}

const numbers = new WeakMap<Exceptions, number>()
let count = 0
/** A number for a list of words, so that what depends on it can be told without its words. */
function numberOf(exceptions: Exceptions): number {
  let number = numbers.get(exceptions)
  if (number === undefined) numbers.set(exceptions, (number = count++))
  return number
}

/** The lines of a text block, from the cache where nothing they depend on has changed. */
export function setText(
  node: Node,
  setting: Setting,
  { style, measure, indent = 0, leadIn = [], divides = false, title = false, identity = node.attrs.id ?? '' }: TextOptions,
): Line[] {
  const { fonts, language, houseStyle } = setting
  const { hyphenate, opticalMargins, letterFit } = houseStyle
  const exceptions = exceptionsIn(houseStyle.divided)
  let key = `${measure}|${indent}|${hyphenate}|${letterFit}|${divides}|${title}|${opticalMargins}|${numberOf(exceptions)}|${language}|${dependencies(node, setting, identity)}`
  // A heading that runs in may change its look and none of its words.
  for (const run of leadIn) key += `|${run.text} ${run.face} ${run.size} ${run.features ?? ''}`
  return setting.cache.lines.get(node, key, style, () =>
    setParagraph([...leadIn, ...titled(runsOf(node, style, setting, identity), title, language)], fonts, {
      measure,
      style,
      indent,
      hyphenate,
      exceptions,
      opticalMargins,
      divides,
      letterFit,
      language,
    }),
  )
}

const titled = (runs: Run[], title: boolean, language: string): Run[] =>
  title ? runs.map(run => (run.formula || run.reserve ? run : { ...run, text: heldTogether(run.text, language) })) : runs

/** A run of plain words. */
export function words(text: string, style: TextStyle, more: Partial<Run> = {}): Run {
  return {
    text,
    face: style.face,
    size: style.size,
    rise: 0,
    lead: null,
    formula: null,
    source: '',
    note: '',
    divisible: false,
    marked: false,
    ...more,
  }
}

/** Lines of a text that is not in the document. */
export function setWords(runs: Run[], setting: Setting, style: TextStyle, measure: number): Line[] {
  return setParagraph(runs, setting.fonts, { measure, style, indent: 0, hyphenate: false, language: setting.language })
}

/** Everything the setting of a block depends on beside the block itself, as one string. */
export function blockDependencies(node: Node, setting: Setting, identity: string = node.attrs.id ?? ''): string {
  if (node.inlineContent) return dependencies(node, setting, identity)
  let key = ''
  node.forEach((child, _at, index) => {
    key += blockDependencies(child, setting, identityIn(identity, child, index))
  })
  return key
}

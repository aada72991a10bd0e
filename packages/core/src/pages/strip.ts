/** A division as a strip, block by block, and the notes it calls for. */

import type { Node } from 'prosemirror-model'
import type { SourceList } from '../content/citations/citations.ts'
import type { IndexEntry } from '../content/index/entries.ts'
import type { ListEntry } from '../content/lists/entries.ts'
import type { ListedRow } from '../content/mentions/listed.ts'
import { saysMore } from '../content/references/wordReference.ts'
import { type BlockKind, isKind, kindOf, traitsOf } from '../work/kinds/index.ts'
import type { HouseStyle } from '../work/parts/houseStyle.ts'
import { division } from '../work/schema.ts'
import { shownPicture } from '../work/work.ts'
import { generatedList, listKey } from './blocks/generatedList.ts'
import { divisionTitle } from './blocks/heading.ts'
import { dependencyOf, stripOf } from './blocks/index.ts'
import { indexKey, indexList } from './blocks/indexList.ts'
import { registerList, rowsKey } from './blocks/registerList.ts'
import { sourceList, sourcesKey } from './blocks/sourceList.ts'
import { costs, type StripItem, settable } from './box.ts'
import { allNotes, chapterNotes, noteIdsIn, placeOfNote } from './endnotes.ts'
import { floatOrder, type Late } from './floatOrder.ts'
import { columnsIn, inColumns, inLanguage, onItsSide } from './measure.ts'
import { nodeNumber } from './nodeNumber.ts'
import { blockDependencies, type Place, type Setting, type StripSource } from './setting.ts'
import { sliced } from './slices.ts'

/** What the program writes into a generated division. */
export type Written =
  | { kind: 'entries'; entries: ListEntry[] }
  | { kind: 'index'; entries: IndexEntry[] }
  | { kind: 'rows'; entries: ListedRow[] }
  | { kind: 'sources'; entries: SourceList }

/** The strip as the pieces it is made of: unchanged blocks give the same arrays, so that a flow can be compared at a glance. */
export function divisionStrips(node: Node, given: Setting, written: Written | null): StripItem[][] {
  const { language, landscape } = division(node)
  const whole = onItsSide(inLanguage(given, language), landscape)
  const { cache, houseStyle, pictures, ledger } = whole
  // A title over all columns is set to the width of the text.
  const columns = columnsIn(node, houseStyle)
  const setting = inColumns(whole, columns)
  const make = (part: StripSource): StripItem[] => {
    if (part === parts![0] && titleSpans(columns, houseStyle)) return part.make(whole)
    return (columns > 1 && part.allColumns && overColumns(part.make(whole))) || part.make(setting)
  }
  const kept = cache.divisions.get(node)
  let parts = kept?.parts
  let strips = kept?.strips
  if (!kept || kept.stamp !== ledger.stamp || kept.houseStyle !== houseStyle || kept.pictures !== pictures) {
    parts ??= partsOf(node)
    strips = parts.map(make)
    cache.divisions.set(node, { stamp: ledger.stamp, houseStyle, pictures, parts, strips })
  } else if (parts!.some(part => part.saysMoreThanNumbers)) {
    // Only what says a page can differ from the round before.
    strips = strips!.map((strip, index) => (parts![index]!.saysMoreThanNumbers ? make(parts![index]!) : strip))
  }
  const [titleStrip = [], ...rest] = strips!
  if (division(node).role === 'endnotes') return [titleStrip, ...allNotes(setting)]
  if (written?.kind === 'index') return [titleStrip, ...rest, indexStrip(node, [titleStrip, ...rest].flat(), written.entries, setting)]
  const own = written ? [titleStrip, cachedList(node, written, setting), ...rest] : strips!
  const notes = ledgerNotes(node, setting)
  return notes.length ? [...own, ...chapterNotes(notes, setting)] : own
}

const wide = new WeakMap<StripItem[], StripItem[]>()

/** What floats in one piece can stand over all columns; null for what breaks, or is held where it is or at a foot: it stays in its column. */
function overColumns(strip: StripItem[]): StripItem[] | null {
  const floats = strip.flatMap(item =>
    item.kind === 'box' && item.float && item.float.placement !== 'foot' ? [[item, item.float] as const] : [],
  )
  if (floats.length < strip.length) return null
  let made = wide.get(strip)
  if (!made) wide.set(strip, (made = floats.map(([item, float]) => ({ ...item, float: { ...float, wide: true } }))))
  return made
}

/** Whether the title of a division stands over all columns: where divisions open pages. */
export const titleSpans = (columns: number, { opens }: HouseStyle): boolean => columns > 1 && opens !== 'runOn'

function partsOf(root: Node): StripSource[] {
  const { id, role, language } = division(root)
  const title = root.child(0)
  const titlePart: StripSource = {
    allColumns: false,
    saysMoreThanNumbers: saysMoreThanNumbers(title),
    make: setting =>
      cached({ node: title, identity: `${id}.0`, key: `title ${role} ${language}`, id, opener: null }, setting, () =>
        settable(id, () => sliced(divisionTitle(title, id, role, setting), setting.height)),
      ),
  }
  const order = floatOrder(root)
  const reasons = new Map(order.map(({ index, late }) => [index, late]))
  const blocks: StripSource[] = []
  let after: Place['after'] = 'title'
  for (let i = 1; i < root.childCount; i++) {
    const block = root.child(i)
    blocks.push(blockPart(block, placeIn(root, i, after), reasons.get(i) ?? null))
    // A figure that may float away does not part the paragraphs around it.
    if (!('placement' in block.attrs) || block.attrs.placement === 'here') after = blockKindOf(block)
  }
  return [titlePart, ...order.flatMap(({ index }) => blocks[index - 1] ?? [])]
}

function placeIn(root: Node, index: number, after: Place['after']): Place {
  const { id, role, language } = division(root)
  const next = root.maybeChild(index + 1)
  const previous = root.child(index - 1)
  const opener = isKind(root.child(index), 'paragraph') && isKind(previous, 'heading') ? previous : null
  return { after, role, opener, before: next ? blockKindOf(next) : '', division: id, language }
}

function blockPart(block: Node, place: Place, late: Late | null): StripSource {
  const { opener, after, role, before, language } = place
  const kind = blockKindOf(block)
  const generated = traitsOf(block).generated
  const beside = kind === 'heading' && before === 'paragraph' ? 'opens' : opener ? nodeNumber(opener) : ''
  const key = `${after} ${role} ${late} ${beside} ${language}`
  return {
    allColumns: block.attrs.allColumns === true || block.attrs.placement === 'turned',
    saysMoreThanNumbers: generated || saysMoreThanNumbers(block) || (opener !== null && saysMoreThanNumbers(opener)),
    make: setting => {
      const own = generated ? `${key}|${dependencyOf(kind, block, setting, place)}` : key
      return cached({ node: block, identity: block.attrs.id, key: own, id: block.attrs.id, opener }, setting, () => {
        const made = settable(block.attrs.id, () => sliced(stripOf(kind, block, setting, place), setting.height))
        const strip = kept(made, block)
        const held = generated ? strip : belowHeading(strip, place, setting)
        return late ? held.map(item => setLate(item, late)) : held
      })
    },
  }
}

/** What stands among the blocks of a division is of a kind that does. */
const blockKindOf = (node: Node): BlockKind => kindOf(node) as BlockKind

/** A heading has two lines below it on its page: a single one does not end the page. */
function belowHeading(strip: StripItem[], { after }: Place, { houseStyle: { body } }: Setting): StripItem[] {
  const first = after === 'heading' ? strip.findIndex(item => item.kind === 'box') : -1
  const box = strip[first]
  if (box?.kind !== 'box' || box.float || box.height >= body.leading * 2) return strip
  return strip.with(first, { ...box, breakAfter: Math.max(box.breakAfter, costs.orphan) })
}

/** What the author wants on one page, or on the page of what follows: a page turns there only where it can turn nowhere else. */
function kept(strip: StripItem[], { attrs: { keepTogether, keepWithNext } }: Node): StripItem[] {
  if (!keepTogether && !keepWithNext) return strip
  const last = strip.findLastIndex(item => item.kind === 'box')
  return strip.map((item, index) =>
    item.kind === 'box' && (index < last ? keepTogether : index === last && keepWithNext) ? { ...item, breakAfter: Infinity } : item,
  )
}

/** Notes why a float comes after its place, for those who ask. */
const setLate = (item: StripItem, late: Late): StripItem =>
  item.kind === 'box' && item.float ? { ...item, float: { ...item.float, late } } : item

/** A list whose entries and page labels are what they were is the same strip. */
function cachedList(node: Node, written: Exclude<Written, { kind: 'index' }>, setting: Setting): StripItem[] {
  const { id } = division(node)
  const { key, made } = writtenList(id, written, setting)
  return setting.cache.blocks.get(node, `${setting.measure} ${key}`, setting.houseStyle, () =>
    settable(id, () => sliced(made(), setting.height)),
  )
}

/** What a list depends on, and how it is made. */
function writtenList(id: string, written: Exclude<Written, { kind: 'index' }>, setting: Setting): { key: string; made: () => StripItem[] } {
  switch (written.kind) {
    case 'rows':
      return { key: rowsKey(written.entries), made: () => registerList(id, written.entries, setting) }
    case 'sources':
      return { key: sourcesKey(written.entries, setting), made: () => sourceList(id, written.entries, setting) }
    case 'entries':
      return { key: listKey(written.entries, setting), made: () => generatedList(id, written.entries, setting) }
  }
}

/** An index whose terms, pages and place are what they were is the same strip. */
function indexStrip(node: Node, above: StripItem[], entries: IndexEntry[], setting: Setting): StripItem[] {
  const { id } = division(node)
  // Spaces add up, though the greatest of neighbours counts: a line of room more or less is no matter.
  const taken = above.reduce((sum, item) => sum + (item.kind === 'fill' ? 0 : item.height), 0)
  return setting.cache.blocks.get(node, `${taken}|${indexKey(entries)}`, setting.houseStyle, () =>
    settable(id, () => indexList(id, entries, setting, taken)),
  )
}

/** A block, or the title of a division, and what its strip is kept for. */
interface Wanted {
  node: Node
  identity: string
  key: string
  id: string
  opener: Node | null
}

/** The strip of a block. While all numbers stand, only a block that says a page has to be compared with what it depends on. */
function cached({ node, identity, key: asked, id, opener }: Wanted, setting: Setting, make: () => StripItem[]): StripItem[] {
  const place = `${asked} ${setting.measure}`
  const { cache, houseStyle, pictures, ledger } = setting
  const kept = cache.settled.get(node)
  if (
    kept &&
    kept.stamp === ledger.stamp &&
    kept.place === place &&
    kept.houseStyle === houseStyle &&
    kept.pictures === pictures &&
    !saysMoreThanNumbers(node) &&
    !(opener && saysMoreThanNumbers(opener))
  )
    return kept.value
  const number = [id, ...idsWithin(node), ...(opener ? [opener.attrs.id as string] : [])]
    .map(own => ledger.byId.get(own))
    .map(entry => (entry ? `${entry.names.one} ${entry.number}` : ''))
    .join()
  const picture = picturesOf(node)
    .map(name => shownPicture(pictures, name))
    .map(found => (found ? `${found.width}×${found.height}` : '-'))
    .join()
  const key = `${place}|${number}|${picture}|${blockDependencies(node, setting, identity)}|${opener ? blockDependencies(opener, setting) : ''}`
  const value = cache.blocks.get(node, key, lookOf(setting), make)
  cache.settled.set(node, { stamp: ledger.stamp, place, houseStyle, pictures, value })
  return value
}

const looks = new WeakMap<object, WeakMap<object, object>>()

/** One object for a house style and a scheme together: both say how blocks look. */
function lookOf({ houseStyle, scheme }: Setting): object {
  let bySchemes = looks.get(houseStyle)
  if (!bySchemes) looks.set(houseStyle, (bySchemes = new WeakMap()))
  let look = bySchemes.get(scheme)
  if (!look) bySchemes.set(scheme, (look = {}))
  return look
}

const idsInside = new WeakMap<Node, readonly string[]>()

/** Ids of the blocks within a block that may carry numbers of their own: figures of a row, equations of a statement. */
function idsWithin(node: Node): readonly string[] {
  let ids = idsInside.get(node)
  if (!ids) {
    const found: string[] = []
    if (!node.isTextblock)
      node.descendants(child => {
        if (child.isBlock && 'label' in child.attrs && !isKind(child, 'paragraph')) found.push(child.attrs.id)
        return !child.isTextblock
      })
    idsInside.set(node, (ids = found))
  }
  return ids
}

/** Names of the pictures in a block. */
function picturesOf(node: Node): readonly string[] {
  if (node.inlineContent && !traitsOf(node).picture) return none
  const own = node.attrs.picture ? [node.attrs.picture as string] : none
  return node.childCount ? [...own, ...node.children.flatMap(picturesOf)] : own
}
const none: readonly string[] = []

const sayingMore = new WeakMap<Node, boolean>()

/** Whether a block, or a note of it, says something that can change while all numbers stand: a page, the words of a target, an abbreviation, a citation. */
export function saysMoreThanNumbers(node: Node): boolean {
  let says = sayingMore.get(node)
  if (says === undefined) {
    says = false
    node.descendants(child => {
      if (
        isKind(child, 'mention') ||
        isKind(child, 'citation') ||
        isKind(child, 'field') ||
        (isKind(child, 'reference') && saysMore(child.attrs.wording))
      )
        says = true
      return !says
    })
    sayingMore.set(node, says)
  }
  return says
}

/** Notes of a division that stand at its end; none where notes stand at the foot or in a division of their own. */
const ledgerNotes = (node: Node, setting: Setting): string[] =>
  [setting.scheme.notes, setting.scheme.otherNotes].some(({ place }) => place === 'chapter')
    ? noteIdsIn(node).filter(id => placeOfNote(id, setting) === 'chapter')
    : []

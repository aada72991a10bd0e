/** A division as a strip, block by block, and the notes it calls for. */
import type { Node } from 'prosemirror-model'
import { type ListEntry, sectionEntries } from '../lists/entries.ts'
import { saysMore } from '../references/wordReference.ts'
import { dependencies } from '../type/inline.ts'
import { division } from '../work/schema.ts'
import { generatedList } from './blocks/generatedList.ts'
import { divisionTitle } from './blocks/heading.ts'
import { blockHandlers } from './blocks/index.ts'
import { keywords } from './blocks/keywords.ts'
import { box, costs, type StripItem, space } from './box.ts'
import { allNotes, chapterNotes, noteIdsIn } from './endnotes.ts'
import { floatOrder, type Late } from './floatOrder.ts'
import { blockDependencies, type Place, type Setting, type StripPart } from './setting.ts'

/** The strip as the pieces it is made of: unchanged blocks give the same arrays, so that a flow can be compared at a glance. */
export function divisionStrips(node: Node, setting: Setting, listing: ListEntry[] | null): StripItem[][] {
  const { cache, houseStyle, pictures, ledger } = setting
  const kept = cache.divisions.get(node)
  let parts = kept?.parts
  let strips = kept?.strips
  if (!kept || kept.stamp !== ledger.stamp || kept.houseStyle !== houseStyle || kept.pictures !== pictures) {
    parts ??= partsOf(node)
    strips = parts.map(part => part.make(setting))
    cache.divisions.set(node, { stamp: ledger.stamp, houseStyle, pictures, parts, strips })
  } else if (parts!.some(part => part.saysPages)) {
    // Only what says a page can differ from the round before.
    strips = strips!.map((strip, index) => (parts![index]!.saysPages ? parts![index]!.make(setting) : strip))
  }
  if (division(node).role === 'endnotes') return [strips![0]!, ...allNotes(setting)]
  if (listing) return [strips![0]!, cachedList(node, listing, setting), ...strips!.slice(1)]
  return ledgerNotes(node, setting).length ? [...strips!, ...chapterNotes(node, setting)] : strips!
}

function partsOf(node: Node): StripPart[] {
  const { id, role } = division(node)
  const title = node.firstChild!
  const parts: StripPart[] = [
    {
      saysPages: saysPages(title),
      make: setting => cached(title, `title ${role}`, id, setting, null, () => divisionTitle(title, id, role, setting)),
    },
  ]
  const order = floatOrder(node)
  const reasons = new Map(order.map(({ index, late }) => [index, late]))
  const blocks: StripPart[] = []
  let after = 'title'
  for (let i = 1; i < node.childCount; i++) {
    const block = node.child(i)
    const kind = block.type.name
    const next = node.maybeChild(i + 1)
    const previous = node.child(i - 1)
    const opener = kind === 'paragraph' && previous.type.name === 'heading' ? previous : null
    const place = { after, role, opener, before: next?.type.name ?? '', division: id }
    const late = reasons.get(i) ?? null
    const beside = kind === 'heading' && place.before === 'paragraph' ? 'opens' : opener ? nodeNumber(opener) : ''
    const key = `${after} ${role} ${late} ${beside}`
    if (kind === 'miniContents') {
      blocks.push({ saysPages: true, make: setting => miniContents(block, id, setting) })
      after = kind
      continue
    }
    if (kind === 'keywords') {
      blocks.push({ saysPages: true, make: setting => kept(cachedKeywords(block, setting), block) })
      after = 'paragraph'
      continue
    }
    const handler = blockHandlers[kind]
    if (!handler) throw new RangeError(`No page make-up for a block of kind “${kind}”.`)
    blocks.push({
      saysPages: saysPages(block) || (opener !== null && saysPages(opener)),
      make: setting =>
        cached(block, key, block.attrs.id, setting, opener, () => {
          const strip = belowHeading(kept(handler(block, setting, place), block), place, setting)
          return late ? strip.map(item => setLate(item, late)) : strip
        }),
    })
    // A figure that may float away does not part the paragraphs around it.
    if (!('placement' in block.attrs) || block.attrs.placement === 'here') after = kind
  }
  return [...parts, ...order.map(({ index }) => blocks[index - 1]!)]
}

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
function cachedList(node: Node, entries: ListEntry[], setting: Setting): StripItem[] {
  const { pageOf } = setting
  const key = entries
    .map(({ id, number, text }) => `${id}|${number}|${pageOf(id)}|${nodeNumber(text)}|${dependencies(text, setting)}`)
    .join('\n')
  return setting.cache.blocks.get(node, key, setting.houseStyle, () => generatedList(node.attrs.id, entries, setting))
}

/** The headings of a division at its head, between spaces. */
function miniContents(node: Node, divisionId: string, setting: Setting): StripItem[] {
  const list = cachedList(node, sectionEntries(setting.ledger, divisionId, node.attrs.depth), setting)
  const gap = space(setting.houseStyle.body.leading * 0.7)
  return [box(0, [], { block: node.attrs.id, begins: [node.attrs.id] }), gap, ...list, gap]
}

/** The keywords are kept with the words they are: no number and no page says when they change. */
function cachedKeywords(node: Node, setting: Setting): StripItem[] {
  return setting.cache.blocks.get(node, setting.keywords.join('\n'), setting.houseStyle, () => keywords(node, setting))
}

const nodeNumbers = new WeakMap<Node, number>()
let nextNodeNumber = 0

/** A number for a node's identity, to stand for it in a key. */
function nodeNumber(node: Node): number {
  let number = nodeNumbers.get(node)
  if (number === undefined) nodeNumbers.set(node, (number = nextNodeNumber++))
  return number
}

/** The strip of a block. While all numbers stand, only a block that says a page has to be compared with what it depends on. */
function cached(node: Node, place: string, id: string, setting: Setting, opener: Node | null, make: () => StripItem[]): StripItem[] {
  const { cache, houseStyle, pictures, ledger } = setting
  const kept = cache.settled.get(node)
  if (
    kept &&
    kept.stamp === ledger.stamp &&
    kept.place === place &&
    kept.houseStyle === houseStyle &&
    kept.pictures === pictures &&
    !saysPages(node) &&
    !(opener && saysPages(opener))
  )
    return kept.value as StripItem[]
  const number = [id, ...idsWithin(node), ...(opener ? [opener.attrs.id as string] : [])]
    .map(own => ledger.byId.get(own))
    .map(entry => (entry ? `${entry.names.one} ${entry.number}` : ''))
    .join()
  const picture = picturesOf(node)
    .map(name => pictures.get(name))
    .map(found => (found ? `${found.width}×${found.height}` : '-'))
    .join()
  const key = `${place}|${number}|${picture}|${blockDependencies(node, setting)}|${opener ? blockDependencies(opener, setting) : ''}`
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
        if (child.isBlock && 'label' in child.attrs && child.type.name !== 'paragraph') found.push(child.attrs.id)
        return !child.isTextblock
      })
    idsInside.set(node, (ids = found))
  }
  return ids
}

const picturesOf = (node: Node): string[] => [
  ...(node.attrs.picture ? [node.attrs.picture as string] : []),
  ...(node.type.name === 'row' || node.type.name === 'figure' ? node.children.flatMap(picturesOf) : []),
]

const sayingPages = new WeakMap<Node, boolean>()

/** Whether a reference in a block, or in a note of it, says a page or the words of its target: what can change while all numbers stand. */
export function saysPages(node: Node): boolean {
  let says = sayingPages.get(node)
  if (says === undefined) {
    says = false
    node.descendants(child => {
      if (child.type.name === 'reference' && saysMore(child.attrs.wording)) says = true
      return !says
    })
    sayingPages.set(node, says)
  }
  return says
}

/** Notes of a division that stand at its end; none where notes stand at the foot or in a division of their own. */
const ledgerNotes = (node: Node, { scheme }: Setting): string[] => (scheme.notes.place === 'chapter' ? noteIdsIn(node) : [])

/** Every kind of edit there is, at random: what an author, a paste or a command can do to a work. */
import { Fragment, Slice } from 'prosemirror-model'
import { type Step, Transform } from 'prosemirror-transform'
import { mergeReferences, retarget, splitReference } from '../../src/work/commands/references.ts'
import { demote, moveDivision, moveSection, moveStep, promote, removeBlock, removeTarget } from '../../src/work/commands/sections.ts'
import type { TSchema } from '../../src/work/definition.ts'
import { type KindName, kinds } from '../../src/work/kinds/index.ts'
import { wordingNames } from '../../src/work/kinds/inline.ts'
import { houseStyleDefinition } from '../../src/work/parts/houseStyle.ts'
import { readySchemeFor, readySchemes } from '../../src/work/parts/readySchemes.ts'
import { readyStyles } from '../../src/work/parts/readyStyles.ts'
import { schemeInLanguage } from '../../src/work/parts/schemeInLanguage.ts'
import { type Node, schema } from '../../src/work/schema.ts'
import type { Work } from '../../src/work/work.ts'
import { samplesOf } from './samples.ts'

export type Random = (below: number) => number

/** A random number below another, the same series for the same seed. */
export function randomFrom(seed: number): Random {
  let state = seed
  return below => {
    state = (Math.imul(state, 1103515245) + 12345) & 0x7fffffff
    return below > 0 ? (state >> 3) % below : 0
  }
}
const pick = <T>(from: readonly T[], random: Random): T | undefined => from[random(from.length)]

interface Found {
  node: Node
  at: number
}
function all(doc: Node, fits: (node: Node) => boolean): Found[] {
  const found: Found[] = []
  doc.descendants((node, at) => {
    if (fits(node)) found.push({ node, at })
  })
  return found
}
const idsIn = (doc: Node): string[] => all(doc, node => Boolean(node.attrs.id)).map(({ node }) => node.attrs.id as string)
let fresh = 0
const newId = (): string => `x${fresh++}`

/** The same with ids that nothing else has, as a copy is given them. */
const renewed = (node: Node): Node =>
  node.isText
    ? node
    : node.type.create(
        { ...node.attrs, ...('id' in node.attrs ? { id: newId(), ...('label' in node.attrs ? { label: '' } : {}) } : {}) },
        Fragment.from(node.children.map(renewed)),
        node.marks,
      )

/** Edits of the text. */
const textEdits: Record<string, (tr: Transform, random: Random, work: Work) => void> = {
  type: (tr, random) => {
    const place = pick(
      all(tr.doc, node => node.inlineContent && node.type.contentMatch.matchType(schema.nodes.text) !== null),
      random,
    )
    if (place)
      tr.insert(place.at + 1 + random(2) * place.node.content.size, schema.text(pick(['word ', 'See. ', '3.1 ', 'x'], random) ?? ''))
  },
  erase: (tr, random) => {
    const place = pick(
      all(tr.doc, node => node.inlineContent && node.content.size > 1),
      random,
    )
    if (place) tr.delete(place.at + 1, place.at + 1 + 1 + random(place.node.content.size))
  },
  attribute: (tr, random, work) => {
    const place = pick(
      all(tr.doc, node => Object.keys(node.attrs).length > 0 && !node.isText),
      random,
    )
    if (!place) return
    const { attributes } = kinds[place.node.type.name as KindName]
    const [name, definition] =
      pick(
        Object.entries(attributes).filter(([key]) => key !== 'id'),
        random,
      ) ?? []
    if (!name || !definition) return
    const value = valueFor(name, definition as TSchema, tr.doc, work, random)
    if (value !== undefined) tr.setNodeAttribute(place.at, name, value)
  },
  mark: (tr, random) => {
    const place = pick(
      all(tr.doc, node => node.isText),
      random,
    )
    const mark = pick(['emphasis', 'strong', 'code', 'smallCapitals', 'superscript'] as const, random)
    if (place && mark) tr.addMark(place.at, place.at + place.node.nodeSize, schema.marks[mark].create())
  },
  language: (tr, random) => {
    const place = pick(
      all(tr.doc, node => node.isText),
      random,
    )
    if (place) tr.addMark(place.at, place.at + place.node.nodeSize, schema.marks.language.create({ tag: pick(['de', 'fr'], random) }))
  },
  inline: (tr, random) => {
    const place = pick(
      all(tr.doc, node => ['paragraph', 'caption', 'heading', 'title', 'panel'].includes(node.type.name)),
      random,
    )
    const targets = [pick(idsIn(tr.doc), random) ?? 'gone', pick(idsIn(tr.doc), random) ?? 'gone'].slice(0, 1 + random(2))
    const made = [
      () => schema.nodes.reference.create({ targets, wording: pick(wordingNames, random) }),
      () => schema.nodes.note.create({ id: newId() }, schema.text('Said below.')),
      () => schema.nodes.formula.create({ formula: 'a = b' }),
    ]
    if (place) tr.insert(place.at + 1 + random(2) * place.node.content.size, pick(made, random)?.() ?? [])
  },
  split: (tr, random) => {
    const place = pick(
      all(tr.doc, node => node.type.name === 'paragraph' && node.content.size > 2),
      random,
    )
    if (place) tr.split(place.at + 1 + random(place.node.content.size), 1, [{ type: schema.nodes.paragraph, attrs: { id: newId() } }])
  },
  heading: (tr, random) => {
    const place = pick(
      blocks(tr.doc).filter(({ node }) => node.type.name === 'paragraph'),
      random,
    )
    if (place) tr.setNodeMarkup(place.at, schema.nodes.heading, { id: place.node.attrs.id, level: 2 + random(3) })
  },
  paragraph: (tr, random) => {
    const place = pick(
      all(tr.doc, node => node.type.name === 'heading'),
      random,
    )
    if (place) tr.setNodeMarkup(place.at, schema.nodes.paragraph, { id: place.node.attrs.id, label: place.node.attrs.label })
  },
  paste: (tr, random) => {
    const from = pick(blocks(tr.doc), random)
    const to = pick(blocks(tr.doc), random)
    if (from && to) tr.replace(to.at, to.at, new Slice(Fragment.from(renewed(from.node)), 0, 0))
  },
  // A copy shares the nodes in it with what it was copied from.
  twin: (tr, random) => {
    const from = pick(
      blocks(tr.doc).filter(({ node }) => 'id' in node.attrs && node.isTextblock),
      random,
    )
    const to = pick(blocks(tr.doc), random)
    if (from && to) tr.insert(to.at, from.node.type.create({ ...from.node.attrs, id: newId(), label: '' }, from.node.content))
  },
  move: (tr, random) => {
    const from = pick(blocks(tr.doc), random)
    if (!from) return
    tr.delete(from.at, from.at + from.node.nodeSize)
    const to = pick(blocks(tr.doc), random)
    if (to) tr.insert(to.at, from.node)
    else tr.insert(tr.doc.content.size - 1, from.node)
  },
  remove: (tr, random) => void removeBlock(tr, pick(idsIn(tr.doc), random) ?? ''),
  division: (tr, random) => void moveDivision(tr, random(tr.doc.childCount), random(tr.doc.childCount + 1)),
  promote: (tr, random) => void promote(tr, pick(headings(tr.doc), random) ?? ''),
  demote: (tr, random) => void demote(tr, pick(headings(tr.doc), random) ?? ''),
  step: (tr, random) => void moveStep(tr, pick(headings(tr.doc), random) ?? '', random(2) ? 1 : -1),
  section: (tr, random) =>
    void moveSection(
      tr,
      pick(headings(tr.doc), random) ?? '',
      pick(headings(tr.doc), random) ?? '',
      pick(['before', 'after', 'into'] as const, random) ?? 'after',
    ),
  retarget: (tr, random) => void retarget(tr, pick(idsIn(tr.doc), random) ?? '', pick(idsIn(tr.doc), random) ?? ''),
  removeTarget: (tr, random) => void removeTarget(tr, pick(idsIn(tr.doc), random) ?? '', pick(idsIn(tr.doc), random) ?? ''),
  splitReference: (tr, random, { scheme, settings }) =>
    void splitReference(
      tr,
      pick(
        all(tr.doc, node => node.type.name === 'reference'),
        random,
      )?.at ?? -1,
      scheme,
      settings.language,
    ),
  mergeReferences: (tr, random) =>
    void mergeReferences(
      tr,
      pick(
        all(tr.doc, node => node.type.name === 'reference'),
        random,
      )?.at ?? -1,
    ),
}

/** Blocks of divisions. */
function blocks(doc: Node): Found[] {
  const found: Found[] = []
  doc.forEach((division, offset) => {
    division.forEach((node, at, index) => {
      if (index > 0) found.push({ node, at: offset + 1 + at })
    })
  })
  return found
}
const headings = (doc: Node): string[] =>
  all(doc, node => node.type.name === 'heading' || node.type.name === 'division').map(({ node }) => node.attrs.id as string)

/** A value for an attribute; of keys and ids one that leads somewhere. */
function valueFor(name: string, definition: TSchema, doc: Node, { scheme, pictures }: Work, random: Random): unknown {
  if (name === 'label') return `l${newId()}`
  if (name === 'picture') return pick(['', ...pictures.keys()], random)
  if (name === 'targets') return [pick(idsIn(doc), random) ?? '']
  if (name === 'series') return pick(['', ...scheme.series.map(({ key }) => key)], random)
  if (name === 'look') return pick(['', ...scheme.lists.numbered.map(({ key }) => key)], random)
  if (name === 'formula') return pick(['a = b', '\\frac{a}{b}', '', 'a \\le b \\le c = d'], random)
  // Spans that overlap make tables that no page can hold: theirs is the next matter.
  if (name === 'colspan' || name === 'rowspan' || name === 'colwidth') return undefined
  return pick(samplesOf(definition), random)
}

/** Changes of what stands beside the text. */
const partEdits: Record<string, (work: Work, random: Random) => Partial<Work>> = {
  field: ({ houseStyle }, random) => {
    const [path, definition] =
      pick(
        leaves(houseStyleDefinition).filter(([way]) => way[1] !== 'roles'),
        random,
      ) ?? []
    if (!path || !definition) return {}
    return { houseStyle: withValue(houseStyle, path, pick(bounded(path, definition), random)) }
  },
  style: (_work, random) => ({ houseStyle: pick(readyStyles, random)!.make() }),
  scheme: ({ scheme }, random) => ({ scheme: readySchemeFor(pick(readySchemes, random)!.make(), scheme) }),
  notes: ({ scheme }, random) => ({
    scheme: {
      ...scheme,
      nameForm: random(2) ? 'short' : 'full',
      notes: {
        form: random(2) ? 'symbols' : 'arabic',
        restart: pick(['work', 'chapter', 'page'] as const, random)!,
        place: pick(['foot', 'foot', 'chapter', 'work'] as const, random)!,
        sayChapter: random(2) === 0,
      },
    },
  }),
  series: ({ scheme }, random) => ({
    scheme: {
      ...scheme,
      series: scheme.series.map(rule => ({
        ...rule,
        separator: pick(['.', '–', ''], random)!,
        captionName: random(3) === 0 ? 'PLATE' : '',
        brackets: random(4) === 0,
        captionPlace: pick(['above', 'below'] as const, random)!,
      })),
    },
  }),
  names: ({ scheme }, random) => ({ scheme: schemeInLanguage(scheme, pick(['de', 'fr', 'es', 'en'], random)!) }),
  settings: ({ settings }, random) => ({
    settings: {
      ...settings,
      language: pick(['de', 'fr', 'en-US', 'es', 'pl'], random)!,
      author: `A. Author ${random(9)}`,
      keywords: random(2) ? ['wind', 'water'] : [],
    },
  }),
  pictures: ({ pictures }, random) => {
    const name = pick([...pictures.keys()], random)
    const old = name === undefined ? undefined : pictures.get(name)
    if (name === undefined || !old) return {}
    const next = new Map(pictures)
    if (random(3) === 0) next.delete(name)
    else next.set(name, { ...old, height: 50 + random(900) })
    return { pictures: next }
  },
}

/** The single values of a definition, by their way in it. */
function leaves(definition: TSchema, path: string[] = []): [string[], TSchema][] {
  const inner = definition.properties as Record<string, TSchema> | undefined
  return inner ? Object.entries(inner).flatMap(([key, schema]) => leaves(schema, [...path, key])) : [[path, definition]]
}

/** Values that leave room for text: what leaves none is the matter of other tests. */
function bounded(path: string[], definition: TSchema): unknown[] {
  const values = samplesOf(definition)
  if (definition.unit !== 'pt')
    return values.length && definition.type !== 'array' && definition.type !== 'object' ? values : [definition.default]
  const most = path[0] === 'page' ? 120 : /size|leading/.test(path.at(-1) ?? '') ? 24 : 60
  const least = /size|leading/.test(path.at(-1) ?? '') ? 6 : 0
  return path[0] === 'page' && /width|height/.test(path[1] ?? '') ? [420, 595, 842] : [least, (least + most) / 2, most]
}

function withValue<Whole>(whole: Whole, [key, ...rest]: string[], value: unknown): Whole {
  if (key === undefined) return (value === undefined ? whole : value) as Whole
  const inner = (whole as Record<string, unknown>)[key]
  return { ...whole, [key]: withValue(inner, rest, value) } as Whole
}

export const editNames = [...Object.keys(textEdits), ...Object.keys(partEdits)]

/** The work after an edit by its name, and the steps that undo what it did to the text, or null where it did nothing. */
export function edited(work: Work, name: string, random: Random): { work: Work; undo: Step[] } {
  const change = partEdits[name]
  if (change) return { work: { ...work, ...change(work, random) }, undo: [] }
  const tr = new Transform(work.doc)
  try {
    textEdits[name]?.(tr, random, work)
    tr.doc.check()
  } catch {
    // What does not fit into its place is not done: the editor refuses it as well.
    return { work, undo: [] }
  }
  return { work: { ...work, doc: tr.doc }, undo: tr.steps.map((step, i) => step.invert(tr.docs[i] as Node)).reverse() }
}

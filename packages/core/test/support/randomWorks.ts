/** Random works with every kind of block in them, in every ready-made house style and scheme. */
import fc from 'fast-check'
import {
  boxed,
  bullets,
  chapterContents,
  described,
  div,
  epigraph,
  eq,
  fig,
  fill,
  formula,
  group,
  h2,
  h3,
  keptTogether,
  keptWithNext,
  listing,
  note,
  p,
  panel,
  panels,
  paragraphEnd,
  proof,
  quote,
  ref,
  reference,
  row,
  stated,
  steps,
  t,
  tab,
  verse,
} from '../../../../demo/src/builder.ts'
import type { HouseStyle } from '../../src/work/parts/houseStyle.ts'
import { readySchemes } from '../../src/work/parts/readySchemes.ts'
import { readyStyles } from '../../src/work/parts/readyStyles.ts'
import { newTerm } from '../../src/work/registers/terms.ts'
import { type Node, schema } from '../../src/work/schema.ts'
import type { Work } from '../../src/work/work.ts'
import { workOf } from './work.ts'

const vocabulary =
  'wind water basin sill thermocline mooring drift pressure afternoon upland measurement instrument of the and in to a record'.split(' ')
const prose = fc.array(fc.constantFrom(...vocabulary), { minLength: 3, maxLength: 90 }).map(words => words.join(' '))
const short = fc.array(fc.constantFrom(...vocabulary), { minLength: 1, maxLength: 9 }).map(words => words.join(' '))

type Maker = (label: () => string) => Node | Node[]
const paragraph: fc.Arbitrary<Maker> = prose.map(words => () => p`${words}.`)
const block: fc.Arbitrary<Maker> = fc.oneof(
  { weight: 8, arbitrary: paragraph },
  {
    weight: 3,
    arbitrary: fc.tuple(prose, prose).map(
      ([a, b]): Maker =>
        () =>
          p`${a}${note`${b}.`} and more.`,
    ),
  },
  {
    weight: 2,
    arbitrary: fc.tuple(prose, prose, prose, fc.boolean()).map(
      ([a, b, c, together]): Maker =>
        () => {
          const block = p`${a}${note`${b}.${paragraphEnd()}${c}.`} and more.`
          return together ? keptTogether(block) : keptWithNext(block)
        },
    ),
  },
  {
    weight: 2,
    arbitrary: short.map(
      (words): Maker =>
        label =>
          h2(label(), words),
    ),
  },
  {
    weight: 1,
    arbitrary: short.map(
      (words): Maker =>
        label =>
          h3(label(), words),
    ),
  },
  {
    weight: 3,
    arbitrary: fc.tuple(short, fc.integer({ min: 20, max: 100 })).map(
      ([words, width]): Maker =>
        label =>
          fig(label(), { picture: '', width: width / 100, alternative: '' }, t`${words}.`),
    ),
  },
  {
    weight: 2,
    arbitrary: fc
      .tuple(short, fc.integer({ min: 1, max: 70 }), fc.constantFrom('auto', 'auto', 'turned'), fc.constantFrom('', '', 'equal', '3 1'))
      .map(
        ([words, rows, placement, widths]): Maker =>
          label => {
            const cells = Array.from({ length: rows }, (_, i) => [`row${i}`, String(i)])
            const made = tab(label(), t`${words}.`, 'lr', [['Head', 'Value'], ...cells])
            return made.type.create({ ...made.attrs, placement, widths }, made.content)
          },
      ),
  },
  {
    weight: 1,
    arbitrary: fc.tuple(short, fc.constantFrom('שלום עולם', 'درجة حرارة', 'การผสมของน้ำ')).map(
      ([words, others]): Maker =>
        () =>
          p`${words} ${others} ${words}, ${schema.nodes.field.create({ field: 'author' })}.`,
    ),
  },
  { weight: 2, arbitrary: fc.constant((label => eq(label(), '\\frac{a}{b}')) as Maker) },
  {
    weight: 2,
    arbitrary: fc.tuple(prose, fc.array(fc.integer({ min: 20, max: 90 }), { minLength: 1, maxLength: 4 })).map(
      ([words, widths]): Maker =>
        label =>
          row(...widths.map(width => fig(label(), { picture: '', width: width / 100, alternative: '' }, t`${words}.`))),
    ),
  },
  {
    weight: 2,
    arbitrary: fc.tuple(prose, prose, fc.boolean(), fc.constantFrom('theorem', 'lemma', 'remark')).map(
      ([words, more, named, series]): Maker =>
        label =>
          stated(series, label(), named ? 'of the basins' : '', p`${words}${note`${more}.`}`, eq(label(), 'a = b'), p`${more}.`),
    ),
  },
  {
    weight: 1,
    arbitrary: fc.tuple(prose, short).map(
      ([words, items]): Maker =>
        () =>
          proof(p`${words}.`, steps(t`${items}`)),
    ),
  },
  {
    weight: 1,
    arbitrary: fc.tuple(short, prose, fc.integer({ min: 1, max: 50 })).map(
      ([words, below, rows]): Maker =>
        label =>
          tab(
            label(),
            t`${words}.`,
            'lr',
            [['Head', 'Value'], ...Array.from({ length: rows }, (_, i) => [`row${i}`, String(i)])],
            undefined,
            p`${below}.`,
          ),
    ),
  },
  {
    weight: 2,
    arbitrary: fc.tuple(short, prose).map(
      ([words, more]): Maker =>
        () =>
          p`${words} ${formula('a = b \\le \\frac{c}{d} = e')} ${more}.`,
    ),
  },
  {
    weight: 2,
    arbitrary: fc.tuple(short, fc.array(fc.tuple(prose, fc.integer({ min: 10, max: 100 })), { minLength: 1, maxLength: 5 })).map(
      ([words, views]): Maker =>
        label =>
          panels(
            label(),
            t`${words}.`,
            ...views.map(([view, width]) => panel(label(), { picture: '', alternative: '', width: width / 100 }, t`${view}.`)),
          ),
    ),
  },
  {
    weight: 2,
    arbitrary: fc.integer({ min: 1, max: 9 }).map(
      (lines): Maker =>
        label =>
          group(label(), ...Array.from({ length: lines }, () => eq(label(), '\\frac{a}{b} = c'))),
    ),
  },
  {
    weight: 2,
    arbitrary: fc.tuple(short, fc.array(prose, { minLength: 1, maxLength: 14 })).map(
      ([words, texts]): Maker =>
        label =>
          boxed(label(), t`${words}.`, ...texts.map(text => p`${text}${note`${words}.`}.`)),
    ),
  },
  { weight: 1, arbitrary: fc.integer({ min: 2, max: 3 }).map(depth => (() => chapterContents(depth)) as Maker) },
  {
    weight: 1,
    arbitrary: fc.tuple(short, short, fc.constantFrom('', 'decimal', 'bracketed')).map(
      ([words, more, look]): Maker =>
        label =>
          listWith(look, label(), words, listWith(look, label(), more)),
    ),
  },
  {
    weight: 1,
    arbitrary: fc.integer({ min: 0, max: 90 }).map(
      (height): Maker =>
        () =>
          fill(height),
    ),
  },
  {
    weight: 1,
    arbitrary: fc.array(short, { minLength: 1, maxLength: 6 }).map(
      (items): Maker =>
        () =>
          bullets(...items.map(words => t`${words}`)),
    ),
  },
  {
    weight: 1,
    arbitrary: fc.array(prose, { minLength: 1, maxLength: 4 }).map(
      (items): Maker =>
        () =>
          steps(...items.map(words => t`${words}`)),
    ),
  },
  {
    weight: 1,
    arbitrary: prose.map(
      (words): Maker =>
        () =>
          quote(p`${words}.`),
    ),
  },
  {
    weight: 1,
    arbitrary: fc.array(short, { minLength: 1, maxLength: 9 }).map(
      (lines): Maker =>
        () =>
          verse(...lines),
    ),
  },
  {
    weight: 1,
    arbitrary: short.map(
      (words): Maker =>
        () =>
          epigraph(t`${words}`, t`a ferryman`),
    ),
  },
  {
    weight: 1,
    arbitrary: fc.tuple(short, prose).map(
      ([term, meaning]): Maker =>
        () =>
          described([t`${term}`, p`${meaning}.`]),
    ),
  },
  {
    weight: 1,
    arbitrary: fc.tuple(short, fc.integer({ min: 1, max: 80 })).map(
      ([words, lines]): Maker =>
        label =>
          listing(label(), t`${words}.`, Array.from({ length: lines }, (_, i) => `  step ${i}`).join('\n')),
    ),
  },
)
export const works: fc.Arbitrary<Work> = fc
  .tuple(
    fc.array(fc.array(block, { minLength: 1, maxLength: 16 }), { minLength: 1, maxLength: 3 }),
    fc.nat(readyStyles.length - 1),
    fc.nat(readySchemes.length),
    fc.boolean(),
    fc.boolean(),
  )
  .map(([chapters, style, scheme, evenFeet, runIn]) => {
    let count = 0
    const labels: string[] = []
    const label = (): string => {
      labels.push(`l${count++}`)
      return labels.at(-1)!
    }
    const made = chapters.map((makers, index) =>
      div({ role: 'chapter', label: `c${index}` }, `Chapter of ${index}`, ...makers.map((make, order) => somewhere(make(label), order))),
    )
    const contents = div({ role: 'contents', listed: false }, 'Contents')
    const last = div(
      { role: 'appendix', landscape: evenFeet } as never,
      'Where it all is',
      ...labels.slice(0, 6).map(name => p`See ${ref(name)}, ${reference('nearby', [name])}.`),
    )
    return {
      ...workOf([contents, ...made, last]),
      ...(scheme ? { scheme: readySchemes[scheme - 1]!.make() } : {}),
      houseStyle: placed({ ...readyStyles[style]!.make(), evenFeet }, runIn),
    }
  })

/** What floats stands over all columns at every other place. */
const somewhere = (made: Node | Node[], order: number): Node | Node[] =>
  Array.isArray(made) || !('allColumns' in made.attrs) || order % 2
    ? made
    : made.type.create({ ...made.attrs, allColumns: true }, made.content)

/** Headings that run in, and numbers and words with places of their own. */
const placed = (style: HouseStyle, runIn: boolean): HouseStyle =>
  runIn ? { ...style, headings: style.headings.map((heading, i) => ({ ...heading, runIn: i > 1, numberAt: 6, textAt: 60 })) } : style

/** A list of one item in a look, with another list in it. */
function listWith(look: string, label: string, words: string, inner?: Node): Node {
  const { nodes } = schema
  const item = nodes.listItem.create({ label }, [p`${words}.`, ...(inner ? [inner] : [])])
  return nodes.numberedList.create({ look }, item)
}

const svg = (width: number, height: number): Uint8Array =>
  new TextEncoder().encode(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}"><rect width="9" height="9"/></svg>`)

/** Blocks that the works above leave out, and what their kinds can be. */
const rarer = (label: () => string): Node[] => {
  const { nodes, marks } = schema
  const cell = (words: string): Node => nodes.gridCell.create(null, p`${words}`)
  const grid = (words: string): Node => nodes.grid.create(null, nodes.gridRow.create(null, [cell(words), cell('1')]))
  const tablePanel = (words: string): Node =>
    nodes.tablePanel.create({ label: label() }, [nodes.caption.create(null, t`${words}`), grid(words)])
  return [
    nodes.signature.create(null, schema.text('The candidate')),
    nodes.keywords.create(),
    nodes.equation.create({ formula: 'a = b', tag: 'P1', label: label() }),
    nodes.equation.create({ formula: 'a = b', numbered: false, label: label() }),
    nodes.table.create({ label: label() }, [nodes.caption.create(null, t`Two parts`), tablePanel('west'), tablePanel('east')]),
    nodes.table.create({ numbered: false, label: label() }, [nodes.caption.create(null, t`Without a number`), grid('one')]),
    nodes.numberedList.create({ startAt: 4 }, nodes.listItem.create({ label: label() }, p`Fourth.`)),
    nodes.bulletedList.create(null, nodes.listItem.create(null, [p`Sign`, steps(t`Counted`)])),
    nodes.heading.create({ level: 2, appendix: true, label: label() }, schema.text('An appendix of it')),
    nodes.heading.create({ level: 3, numbered: false, label: label() }, [schema.text('Without a number'), note`Said of it.`]),
    nodes.heading.create({ level: 2, shortTitle: 'Short', label: label() }, schema.text('A title that is long')),
    p`Words ${schema.text('auf Deutsch', [marks.language.create({ tag: 'de' })])} and ${schema.text('a link', [marks.link.create({ address: 'https://vessary.example/a' })])}.`,
    nodes.paragraph.create({ label: label() }, schema.text('A place that can be referred to.')),
    fig(label(), { picture: 'a.svg', width: 0.5, alternative: 'A drawing' }, t`Drawn.`),
    nodes.paragraph.create({ align: 'right', pin: 9 }, schema.text('Held.')),
    p`Spoken of ${nodes.indexMark.create({ term: 'wind', main: true })}here${note`${nodes.indexMark.create({ term: 'basin' })}and in a note`}, ${nodes.indexMark.create({ term: 'wind', range: 'start' })}at length`,
    p`to its end${nodes.indexMark.create({ term: 'wind', range: 'end' })}, ${nodes.indexMark.create({ term: 'gone' })}and of what is gone.`,
  ]
}

/** Works with some of everything: pictures, rarer kinds, and every role that a division can have. */
export const wideWorks: fc.Arbitrary<Work> = fc
  .tuple(
    works,
    fc.array(fc.nat(16), { minLength: 3, maxLength: 9 }),
    fc.subarray(['titlePage', 'abstract', 'part', 'endnotes', 'seriesList', 'index']),
  )
  .map(([work, chosen, roles]) => {
    let count = 0
    const blocks = rarer(() => `w${count++}`)
    const unique = [...new Set(chosen)].map(index => blocks[index] ?? blocks[0]!)
    const labels = unique.flatMap(node => (node.attrs.label ? [node.attrs.label as string] : []))
    const said = labels.map(name => p`See ${ref(name)}, ${reference('title', [name])} and ${reference('nearby', [name])}.`)
    const made = workOf([
      ...roles.map(role =>
        div({ role, ...(role === 'seriesList' ? { series: 'table' } : {}) }, `Of ${role}`, ...(role === 'abstract' ? [p`Abstract.`] : [])),
      ),
      div({ role: 'chapter', label: 'rarer' }, 'Rarer things', ...unique, ...said),
    ])
    // Ids of both are given anew, so that none stands twice.
    const renamed = (node: Node): Node =>
      node.isText
        ? node
        : node.type.create(
            {
              ...node.attrs,
              ...(node.attrs.id ? { id: `w${node.attrs.id}` } : {}),
              ...(node.type.name === 'reference' ? { targets: node.attrs.targets.map((id: string) => `w${id}`) } : {}),
            },
            node.children.map(renamed),
            node.marks,
          )
    const divisions = [...made.doc.children.map(renamed), ...work.doc.children]
    const picture = { name: 'a.svg', type: 'image/svg+xml' as const, bytes: svg(120, 80), width: 120, height: 80 }
    const terms = {
      wind: { ...newTerm(), heading: 'wind', seeAlso: ['basin'] },
      basin: { ...newTerm(), heading: 'basin', under: 'wind' },
      water: { ...newTerm(), heading: 'water', see: ['wind'] },
    }
    return { ...work, terms, doc: schema.nodes.doc!.create(null, divisions), pictures: new Map([['a.svg', picture]]) }
  })

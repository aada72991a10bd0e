/** What must hold of the pages of any work: random works of every kind of block, in every ready-made house style. */
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
} from '../../../demo/src/builder.ts'
import type { Mark } from '../src/pages/box.ts'
import type { Turnover } from '../src/turnover/turnover.ts'
import { type HouseStyle, readyStyles } from '../src/work/houseStyle.ts'
import { readySchemes } from '../src/work/readySchemes.ts'
import { type Node, schema } from '../src/work/schema.ts'
import type { Work } from '../src/work/work.ts'
import { newEngine, workOf } from './support/work.ts'

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
    arbitrary: fc.tuple(short, fc.integer({ min: 1, max: 70 })).map(
      ([words, rows]): Maker =>
        label =>
          tab(label(), t`${words}.`, 'lr', [['Head', 'Value'], ...Array.from({ length: rows }, (_, i) => [`row${i}`, String(i)])]),
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
const works: fc.Arbitrary<Work> = fc
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
      div({ role: 'chapter', label: `c${index}` }, `Chapter of ${index}`, ...makers.map(make => make(label))),
    )
    const contents = div({ role: 'contents', listed: false }, 'Contents')
    const last = div(
      { role: 'appendix' },
      'Where it all is',
      ...labels.slice(0, 6).map(name => p`See ${ref(name)}, ${reference('nearby', [name])}.`),
    )
    return {
      ...workOf([contents, ...made, last]),
      ...(scheme ? { scheme: readySchemes[scheme - 1]!.make() } : {}),
      houseStyle: placed({ ...readyStyles[style]!.make(), evenFeet }, runIn),
    }
  })

/** Headings that run in, and numbers and words with places of their own. */
const placed = (style: HouseStyle, runIn: boolean): HouseStyle =>
  runIn ? { ...style, headings: style.headings.map((heading, i) => ({ ...heading, runIn: i > 1, numberAt: 6, textAt: 60 })) } : style

/** A list of one item in a look, with another list in it. */
function listWith(look: string, label: string, words: string, inner?: Node): Node {
  const { nodes } = schema
  const item = nodes.listItem!.create({ label }, [p`${words}.`, ...(inner ? [inner] : [])])
  return nodes.numberedList!.create({ look }, item)
}

const lineMarks = (marks: Mark[]): Extract<Mark, { kind: 'line' }>[] =>
  marks.filter((mark): mark is Extract<Mark, { kind: 'line' }> => mark.kind === 'line')
/** All words on the pages that are the author's own, in no order: letters of a kind, sorted. */
const lettersOnPages = ({ pages }: Turnover): string =>
  [
    ...pages
      .flatMap(page => page.placed.flatMap(({ box }) => lineMarks(box.marks)))
      .filter(mark => mark.tag !== 'Artifact' && mark.tag !== 'Lbl' && !mark.tag.startsWith('TOC'))
      .flatMap(({ line }) =>
        line.pieces.flatMap((piece, index) =>
          'shape' in piece ? [line.hyphenated && index === line.pieces.length - 1 ? piece.shape.text.slice(0, -1) : piece.shape.text] : [],
        ),
      )
      .join('')
      .replace(/[^\p{L}]/gu, ''),
  ]
    .sort()
    .join('')

test('any work in any ready-made style: within its margins, nothing over anything, floats whole, notes with their marks', () => {
  fc.assert(
    fc.property(works, work => {
      const { pages, ledger, settled } = newEngine().run(work)
      expect(settled).toBe(true)
      const { page: sheet } = work.houseStyle
      const marksOn = new Map<string, number>()
      const notesOn = new Map<string, number>()
      for (const made of pages) {
        const left = made.side === 'recto' ? sheet.inner : sheet.outer
        let bottom = 0
        for (const { y, box } of made.placed) {
          expect(y).toBeGreaterThanOrEqual(bottom - 0.02)
          bottom = y + box.height
          for (const id of box.notes) marksOn.set(id, made.index)
          for (const id of box.begins) if (ledger.byId.get(id)?.item.kind === 'note') notesOn.set(id, made.index)
          for (const mark of lineMarks(box.marks)) {
            if (!mark.line.pieces.length || mark.tag === 'Artifact') continue
            expect(left + mark.x + mark.line.pieces[0]!.x).toBeGreaterThanOrEqual(left - 0.5)
            expect(mark.x + mark.line.end).toBeLessThanOrEqual(sheet.width - sheet.inner - sheet.outer + 0.8)
          }
        }
        expect(bottom).toBeLessThanOrEqual(sheet.height - sheet.bottom + 0.02)
      }
      expect(notesOn).toEqual(marksOn)
    }),
    { numRuns: 120 },
  )
}, 240_000)

test('any work: no line ends within what a reference by name and number says', () => {
  fc.assert(
    fc.property(works, work => {
      const turnover = newEngine().run(work)
      const lines = turnover.pages.flatMap(page =>
        page.placed.flatMap(({ box }) =>
          lineMarks(box.marks).map(({ line }) =>
            line.pieces
              .flatMap(piece => ('shape' in piece ? [piece.shape.text] : []))
              .join('')
              .replace(/\s/g, ''),
          ),
        ),
      )
      work.doc.descendants(node => {
        if (node.type.name !== 'reference' || node.attrs.wording !== 'nameAndNumber') return
        const said = turnover
          .wordingOf(node)
          .map(part => part.text)
          .join('')
        // What an unnumbered target is called by are words, and may be broken as words are.
        if (!said.includes('“')) expect(lines.some(line => line.includes(said.replace(/\s/g, '')))).toBe(true)
      })
    }),
    { numRuns: 120 },
  )
}, 240_000)

test('any work: every letter of the text is on the pages, once', () => {
  fc.assert(
    fc.property(works, work => {
      const turnover = newEngine().run(work)
      let text = ''
      work.doc.descendants(node => {
        if (node.isText) text += node.text
        if (node.type.name === 'figure' && node.lastChild!.type.name !== 'panel') text += 'No picture yet'
        if (node.type.name === 'proof') text += 'Proof'
        if (node.type.name === 'reference')
          text += turnover
            .wordingOf(node)
            .map(part => part.text)
            .join('')
        return true
      })
      // Numbered titles and captions say their names as well.
      for (const { item, number, names, bare, prefix } of turnover.ledger.entries) {
        if (item.block === 'panel') text += bare.slice(prefix.length)
        if (item.kind === 'heading' && number) text += number
        if (item.kind === 'series' && item.block !== 'equation' && item.block !== 'equationGroup' && number)
          text += `${names.one} ${number}`
      }
      expect(lettersOnPages(turnover)).toBe([...text.replace(/[^\p{L}]/gu, '')].sort().join(''))
    }),
    { numRuns: 120 },
  )
}, 240_000)

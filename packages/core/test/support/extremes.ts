/** Works of blocks that are too long, too wide, too deep or too many for any page, in formats of all sizes. */
import fc from 'fast-check'
import { bullets, fig, listing, note, p, panel, panels, t, tab } from '../../../../demo/src/builder.ts'
import type { HouseStyle } from '../../src/work/parts/houseStyle.ts'
import { readyStyles } from '../../src/work/parts/readyStyles.ts'
import { type Node, schema } from '../../src/work/schema.ts'
import type { Work } from '../../src/work/work.ts'
import { chapter, workOf } from './work.ts'

const { nodes } = schema
const words = (count: number): string =>
  Array.from({ length: count }, (_, i) => ['wind', 'moves', 'the', 'water', 'below'][i % 5]).join(' ')
const length = fc.oneof(fc.integer({ min: 1, max: 60 }), fc.integer({ min: 200, max: 1500 }))
const prose = length.map(words)
const unbroken = fc.integer({ min: 1, max: 300 }).map(count => 'thermocline'.repeat(count).slice(0, count * 3))
const said = fc.oneof({ weight: 4, arbitrary: prose }, { weight: 1, arbitrary: unbroken })
const noted: fc.Arbitrary<Node[]> = fc
  .tuple(said, fc.option(prose))
  .map(([text, more]) => (more ? t`${text}${note`${more}`} so` : t`${text}`))
const placement = fc.constantFrom('auto', 'here', 'head', 'foot', 'page')
const withPlacement = (block: Node, where: string): Node =>
  block.type.create({ ...block.attrs, placement: where }, block.content, block.marks)
const drawing = { picture: '', alternative: '' }
const deep = (depth: number, text: string): Node =>
  depth ? nodes.bulletedList.create(null, nodes.listItem.create(null, [p`${text}`, deep(depth - 1, text)])) : bullets(t`${text}`)

type Maker = (label: () => string) => Node
const block: fc.Arbitrary<Maker> = fc.oneof(
  noted.map(text => () => nodes.paragraph.create(null, text)),
  fc.tuple(noted, fc.integer({ min: 0, max: 200 })).map(
    ([text, pin]): Maker =>
      () =>
        nodes.paragraph.create({ pin }, text),
  ),
  fc.tuple(noted, placement).map(
    ([text, where]): Maker =>
      label =>
        withPlacement(fig(label(), drawing, text), where),
  ),
  fc
    .tuple(noted, fc.array(fc.array(noted, { minLength: 2, maxLength: 2 }), { minLength: 1, maxLength: 4 }), placement, fc.option(prose))
    .map(
      ([text, rows, where, below]): Maker =>
        label =>
          withPlacement(tab(label(), text, 'lr', [['Head', 'Value'], ...rows], undefined, ...(below ? [p`${below}`] : [])), where),
    ),
  fc.tuple(noted, fc.array(said, { minLength: 1, maxLength: 3 })).map(
    ([text, views]): Maker =>
      label =>
        panels(label(), text, ...views.map(view => panel(label(), drawing, t`${view}`))),
  ),
  fc.tuple(said, fc.integer({ min: 1, max: 120 }), placement).map(
    ([text, lines, where]): Maker =>
      label =>
        withPlacement(listing(label(), t`${text}`, Array.from({ length: lines }, () => 'step').join('\n')), where),
  ),
  fc.tuple(fc.integer({ min: 0, max: 40 }), said).map(
    ([depth, text]): Maker =>
      () =>
        deep(depth, text.slice(0, 200)),
  ),
)

const sized = (style: HouseStyle, width: number, height: number, margin: number): HouseStyle => ({
  ...style,
  page: { ...style.page, width, height, top: margin, bottom: margin, inner: margin, outer: margin },
  sink: 0,
})

export const extremeWorks: fc.Arbitrary<Work> = fc
  .tuple(
    fc.array(block, { minLength: 1, maxLength: 7 }),
    fc.nat(readyStyles.length - 1),
    fc.constantFrom([595, 842, 72], [420, 595, 50], [260, 300, 30], [842, 595, 60]),
  )
  .map(([makers, style, [width, height, margin]]) => {
    let count = 0
    const label = (): string => `x${count++}`
    const made = makers.map(make => make(label))
    const houseStyle = sized(readyStyles[style]!.make(), width!, height!, margin!)
    return { ...workOf([chapter('c', 'Chapter', p`Before.`, ...made, p`After.`)]), houseStyle }
  })

import { eq, group, p, ref } from '../../../demo/src/builder.ts'
import { findingsOf } from '../src/findings/index.ts'
import { brokenTo, relationsOf } from '../src/formulas/brokenFormula.ts'
import { numberWork } from '../src/numbers/ledger.ts'
import type { Mark } from '../src/pages/box.ts'
import type { Turnover } from '../src/turnover/turnover.ts'
import { formulaScaleOf } from '../src/type/formulaScale.ts'
import type { Node } from '../src/work/schema.ts'
import type { Work } from '../src/work/work.ts'
import { chapter, fonts, formulas, idOf, newEngine, workOf } from './support/work.ts'

const changed = (node: Node, attrs: object): Node => node.type.create({ ...node.attrs, ...attrs }, node.content)
const long = Array.from({ length: 9 }, (_, i) => `a_{${i}}+b_{${i}}+c_{${i}}+d_{${i}}`).join('=')

interface PlacedFormula {
  x: number
  right: number
  size: number
  number: { text: string; x: number; baseline: number } | undefined
  mark: Extract<Mark, { kind: 'formula' }>
}
/** The formula of a block on the pages, and the number beside it, in points from the edge of the text. */
function placedOf({ pages }: Turnover, work: Work, label: string): PlacedFormula {
  const id = idOf(work, label)
  const { box } = pages
    .flatMap(page => page.placed)
    .find(placed => placed.box.block === id && placed.box.marks.some(({ kind }) => kind === 'formula'))!
  const mark = box.marks.find((each): each is PlacedFormula['mark'] => each.kind === 'formula')!
  const line = box.marks.find(each => each.kind === 'line')
  return {
    mark,
    x: mark.x,
    right: mark.x + mark.formula.width * mark.size,
    size: mark.size,
    number:
      line?.kind === 'line'
        ? {
            text: line.line.pieces.flatMap(piece => ('shape' in piece ? piece.shape.text : '')).join(''),
            x: line.x,
            baseline: line.baseline,
          }
        : undefined,
  }
}

describe('lines of a group', () => {
  const lines = (...all: Node[]): { work: Work; turnover: Turnover } => {
    const work = workOf([chapter('c', 'C', p`Text.`, group('g', ...all))])
    return { work, turnover: newEngine().run(work) }
  }
  const pointOf = (turnover: Turnover, work: Work, label: string, source: string, which = 0): number => {
    const { x, size } = placedOf(turnover, work, label)
    return x + relationsOf(formulas.set(source, true))[which]! * size
  }
  test('stand under each other at their first relation', () => {
    const sources = ['f(x)=x^2+1', '=(x+1)^2-2x', 'a+b+c+d\\le 1']
    const { work, turnover } = lines(...sources.map((source, i) => eq(`l${i}`, source)))
    const [first, ...others] = sources.map((source, i) => pointOf(turnover, work, `l${i}`, source))
    for (const point of others) expect(point).toBeCloseTo(first!, 3)
  })
  test('at another relation where their author says so', () => {
    const { work, turnover } = lines(eq('one', 'a=b'), changed(eq('two', 'x<y=z'), { align: 1 }))
    expect(pointOf(turnover, work, 'two', 'x<y=z', 1)).toBeCloseTo(pointOf(turnover, work, 'one', 'a=b'), 3)
  })
  test('a relation within brackets is none of them', () => {
    const { work, turnover } = lines(eq('one', 'P(X=1)=p'), eq('two', 'q=1-p'))
    expect(relationsOf(formulas.set('P(X=1)=p', true))).toHaveLength(1)
    expect(pointOf(turnover, work, 'one', 'P(X=1)=p')).toBeCloseTo(pointOf(turnover, work, 'two', 'q=1-p'), 3)
  })
  test('none is wider than the line, and all have one size', () => {
    const { work, turnover } = lines(eq('one', `x=${long.replaceAll('=', '+')}`), eq('two', 'y=1'))
    const [one, two] = ['one', 'two'].map(label => placedOf(turnover, work, label))
    expect(one!.size).toBe(two!.size)
    expect(one!.x).toBeGreaterThanOrEqual(-0.01)
    expect(findingsOf(turnover).map(({ check }) => check)).toContain('smallerEquation')
  })
  test('are numbered with letters, each by itself, or not at all', () => {
    const numbers = (attrs: object): string[] => {
      const work = workOf([
        chapter('c', 'C', changed(group('g', eq('one', 'a=b'), eq('two', 'c=d')), attrs), eq('after', 'e=f'), p`${ref('two')}`),
      ])
      const ledger = numberWork(work.doc, work.scheme)
      return ['g', 'one', 'two', 'after'].map(label => ledger.byId.get(idOf(work, label))?.number ?? '')
    }
    expect(numbers({})).toEqual(['(1.1)', '(1.1a)', '(1.1b)', '(1.2)'])
    expect(numbers({ count: 'each' })).toEqual(['', '(1.1)', '(1.2)', '(1.3)'])
    expect(numbers({ numbered: false })).toEqual(['', '', '', '(1.1)'])
  })
})

describe('an equation wider than the line', () => {
  const set = (attrs: object, source = long): { work: Work; turnover: Turnover } => {
    const work = workOf([chapter('c', 'C', p`Text.`, changed(eq('e', source), attrs))])
    return { work, turnover: newEngine().run(work) }
  }
  test('breaks at its relations, at full size and within the line', () => {
    const { work, turnover } = set({})
    const { mark, size, x } = placedOf(turnover, work, 'e')
    const { body, page } = work.houseStyle
    expect(size).toBe(body.size * formulaScaleOf(fonts))
    expect(x).toBeGreaterThanOrEqual(-0.01)
    expect(mark.formula.width * size).toBeLessThanOrEqual(page.width - page.inner - page.outer + 0.01)
    const whole = formulas.set(long, true)
    expect(mark.formula.height + mark.formula.depth).toBeGreaterThan(2 * (whole.height + whole.depth))
    // Nothing of it is lost.
    expect(mark.formula.outlines).toHaveLength(whole.outlines.length)
    expect(findingsOf(turnover).map(({ check }) => check)).not.toContain('smallerEquation')
  })
  test.each([
    ['where its author wants it on one line', { wide: 'smaller' }, long],
    ['where it has no relation to break at', {}, long.replaceAll('=', '+')],
  ])('is set smaller %s, and that is said', (_why, attrs, source) => {
    const { work, turnover } = set(attrs, source)
    expect(placedOf(turnover, work, 'e').size).toBeLessThan(work.houseStyle.body.size)
    expect(findingsOf(turnover).map(({ check }) => check)).toContain('smallerEquation')
  })
  test('every measure that its parts allow is kept, and no line of it is lost', () => {
    const whole = formulas.set(long, true)
    for (const measure of [60, 40, 30, 20, 10]) {
      const broken = brokenTo(whole, measure)
      expect(broken.width).toBeLessThanOrEqual(measure)
      expect(broken.outlines).toHaveLength(whole.outlines.length)
      expect(brokenTo(whole, measure)).toBe(broken)
    }
  })
})

test('numbers stand at the margin that the house style says', () => {
  const work = workOf([chapter('c', 'C', eq('e', 'a=b'))])
  const right = placedOf(newEngine().run(work), work, 'e')
  const { houseStyle } = work
  const left = placedOf(
    newEngine().run({ ...work, houseStyle: { ...houseStyle, display: { ...houseStyle.display, numberSide: 'left' } } }),
    work,
    'e',
  )
  expect(left.number!.text).toBe('(1.1)')
  expect(left.number!.x).toBe(0)
  expect(right.number!.x).toBeGreaterThan(right.right)
})

test('an empty slot must be mended', () => {
  const work = workOf([chapter('c', 'C', eq('e', '\\frac{a}{\\placeholder{}}'), eq('f', 'a=b'))])
  const found = findingsOf(newEngine().run(work)).filter(({ check }) => check === 'emptySlot')
  expect(found.map(({ place, weight }) => [place, weight])).toEqual([[idOf(work, 'e'), 'mustMend']])
})

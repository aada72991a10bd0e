import fc from 'fast-check'
import { eq, fig, h2, p, t } from '../../../demo/src/builder.ts'
import { compareMilestones, type MilestoneChange } from '../src/milestones/compareMilestones.ts'
import { recordsOf } from '../src/milestones/takeMilestone.ts'
import { changesAsCsv, changesAsHtml, changesAsText } from '../src/milestones/writeChanges.ts'
import type { Turnover } from '../src/turnover/turnover.ts'
import { workFromJson, workToJson } from '../src/work/file/workFile.ts'
import type { MilestoneRecord } from '../src/work/parts/milestones.ts'
import { thesisScheme } from '../src/work/parts/scheme.ts'
import { schema } from '../src/work/schema.ts'
import type { Work } from '../src/work/work.ts'
import { chapter, demoTurnover, newEngine, workOf } from './support/work.ts'

const taken = (turnover: Turnover): MilestoneRecord[] =>
  recordsOf({
    ledger: turnover.ledger,
    language: turnover.work.settings.language,
    pageOf: turnover.pageOf,
    textOf: turnover.textOf,
  })
const take = (work: Work): MilestoneRecord[] => taken(newEngine().run(work))
const said = (changes: MilestoneChange[]): string[] =>
  changes.map(({ before, after, kinds }) => `${before?.name ?? '–'} → ${after?.name ?? '–'}: ${kinds.join('+')}`)
const picture = { picture: '', alternative: '' }
const chapters = () => [
  chapter('one', 'Winds', h2('s', 'Gusts'), fig('fa', picture, t`A gust.`), eq('e', 'a = b')),
  chapter('two', 'Waters', fig('fb', picture, t`A wave.`)),
]
const base = workOf(chapters())
const withChild = (
  work: Work,
  index: number,
  change: (blocks: readonly import('prosemirror-model').Node[]) => import('prosemirror-model').Node[],
): Work => {
  const node = work.doc.child(index)
  const next = node.type.create(node.attrs, change(node.children))
  return { ...work, doc: work.doc.copy(work.doc.content.replaceChild(index, next)) }
}

describe('comparing records of numbers', () => {
  test('nothing changed: nothing is said, also of a work as large as the demo thesis', async () => {
    expect(compareMilestones(take(base), take(base))).toEqual([])
    const turnover = await demoTurnover('thesis')
    expect(compareMilestones(taken(turnover), taken(newEngine().run(turnover.work)))).toEqual([])
    expect(taken(turnover).length).toBeGreaterThan(150)
  })
  test('a new figure before another: one is new, one is renumbered', () => {
    const added = fig('fn', picture, t`A calm.`)
    const made = added.type.create({ ...added.attrs, id: 'new' }, added.content)
    const work = withChild(base, 0, ([title, ...blocks]) => [title!, made, ...blocks])
    expect(said(compareMilestones(take(base), take(work)))).toEqual(['– → Figure 1.1: new', 'Figure 1.1 → Figure 1.2: renumbered'])
  })
  test('what is gone stands where it stood', () => {
    const work = withChild(base, 0, blocks => blocks.filter(block => block.type.name !== 'figure'))
    expect(said(compareMilestones(take(base), take(work)))).toEqual(['Figure 1.1 → –: gone'])
  })
  test('chapters that changed places: both, with all that they hold', () => {
    const work = {
      ...base,
      doc: base.doc.copy(base.doc.content.cut(0, 0)).copy(schema.nodes.doc.create(null, [base.doc.child(1), base.doc.child(0)]).content),
    }
    const changes = said(compareMilestones(take(base), take(work)))
    expect(changes).toContain('Chapter 2 → Chapter 1: renumbered+movedPage')
    expect(changes).toContain('Figure 2.1 → Figure 1.1: renumbered+movedPage')
    expect(changes).toContain('Equation (1.1) → Equation (2.1): renumbered+movedPage')
  })
  test('another caption, and another scheme', () => {
    const work = withChild(base, 1, blocks =>
      blocks.map(block => (block.type.name === 'figure' ? block.copy(fig('x', picture, t`A great wave.`).content) : block)),
    )
    expect(said(compareMilestones(take(base), take(work)))).toEqual(['Figure 2.1 → Figure 2.1: caption'])
    const scheme = thesisScheme()
    scheme.series[0] = { ...scheme.series[0]!, separator: '-' }
    expect(said(compareMilestones(take(base), take({ ...base, scheme })))).toEqual([
      'Figure 1.1 → Figure 1-1: renumbered',
      'Figure 2.1 → Figure 2-1: renumbered',
    ])
  })
  test('a page more moves what comes after it', () => {
    const filler = Array.from({ length: 60 }, (_, i) => p`Line ${String(i)}.`)
    const work = withChild(base, 0, blocks => [...blocks, ...filler])
    expect(said(compareMilestones(take(base), take(work)))).toEqual([
      'Chapter 2 → Chapter 2: movedPage',
      'Figure 2.1 → Figure 2.1: movedPage',
    ])
  })
  test('over any two records: everything in one and not in the other is said once, and the way back says the same things', () => {
    const record = fc.record({
      id: fc.constantFrom(...'abcdefgh'),
      kind: fc.constant('figure'),
      name: fc.constantFrom('Figure 1', 'Figure 2', 'Figure 3'),
      page: fc.constantFrom('1', '2'),
      caption: fc.constantFrom('wind', 'water'),
    })
    const records = fc.uniqueArray(record, { selector: ({ id }) => id, maxLength: 8 })
    fc.assert(
      fc.property(records, records, (earlier, later) => {
        const changes = compareMilestones(earlier, later)
        expect(new Set(changes.map(({ id }) => id)).size).toBe(changes.length)
        const ids = (list: MilestoneRecord[]): Set<string> => new Set(list.map(({ id }) => id))
        const of = (kind: string, list = changes): string[] =>
          list
            .filter(({ kinds }) => (kinds as string[]).includes(kind))
            .map(({ id }) => id)
            .sort()
        expect(of('gone')).toEqual([...ids(earlier)].filter(id => !ids(later).has(id)).sort())
        expect(of('new')).toEqual([...ids(later)].filter(id => !ids(earlier).has(id)).sort())
        const back = compareMilestones(later, earlier)
        expect(of('gone', back)).toEqual(of('new'))
        for (const kind of ['renumbered', 'movedPage', 'caption']) expect(of(kind, back)).toEqual(of(kind))
        expect(compareMilestones(later, later)).toEqual([])
      }),
      { numRuns: 300 },
    )
  })
})

describe('changes as a table', () => {
  const record = (more: Partial<MilestoneRecord>): MilestoneRecord => ({
    id: 'a',
    kind: 'figure',
    name: 'Figure 1',
    page: '4',
    caption: 'A <gust>, “so”',
    ...more,
  })
  const changes = compareMilestones([record({}), record({ id: 'b', name: '=1+1' })], [record({ name: 'Figure 2', page: '5' })])
  test('as text, parted by tabs', () =>
    expect(changesAsText(changes).split('\n')).toEqual([
      'Then\tNow\tPage then\tPage now\tWhat it is\tChange',
      'Figure 1\tFigure 2\t4\t5\tA <gust>, “so”\tRenumbered, on another page',
      '=1+1\t\t4\t\tA <gust>, “so”\tGone',
    ]))
  test('as HTML, with nothing in it that would be markup', () => {
    expect(changesAsHtml(changes)).toContain('<td>A &lt;gust&gt;, “so”</td>')
    expect(changesAsHtml(changes).match(/<tr>/g)).toHaveLength(3)
  })
  test('as CSV, with nothing that a spreadsheet would run', () => {
    expect(changesAsCsv(changes)).toContain('"A <gust>, “so”"')
    expect(changesAsCsv(changes)).toContain("'=1+1")
  })
})

test('milestones go with the work into its file and back', () => {
  const work = { ...base, milestones: [{ id: 'm', name: 'To the supervisor', taken: '2026-03-01T10:00:00.000Z', records: take(base) }] }
  expect(workFromJson(workToJson(work), new Map()).milestones).toEqual(work.milestones)
  const damaged = JSON.parse(workToJson(work))
  damaged.milestones[0].records[0].page = 7
  expect(() => workFromJson(JSON.stringify(damaged), new Map())).toThrow(/milestones/)
})

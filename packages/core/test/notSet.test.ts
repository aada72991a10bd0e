/** Where a stage fails at a thing, that thing is a frame with a finding, and the rest of the work has its pages. */

import { eq, fig, formula, note, p, t } from '../../../demo/src/builder.ts'
import { findingsOf } from '../src/findings/index.ts'
import { createTypesetter } from '../src/formulas/converter.ts'
import type { FormulaTypesetter } from '../src/formulas/typesetter.ts'
import { box } from '../src/pages/box.ts'
import { drawPage } from '../src/pages/drawing.ts'
import { bodiesOf, type FlowCache } from '../src/pages/page.ts'
import type { Setting } from '../src/pages/setting.ts'
import { TurnoverEngine } from '../src/turnover/turnover.ts'
import type { Node } from '../src/work/schema.ts'
import { chapter, fonts, workOf } from './support/work.ts'

/** A typesetter that breaks at one formula, as a program with a fault would. */
function failing(): FormulaTypesetter {
  const sound = createTypesetter()
  return {
    ...sound,
    set(source, display) {
      if (source.includes('bad')) throw new Error('out of reach')
      return sound.set(source, display)
    },
  }
}

const works: [string, string, (Node | Node[])[]][] = [
  ['an equation', 'the-equation', [eq('the-equation', 'bad')]],
  ['a paragraph', '', [p`words with ${formula('bad')} in them`]],
  ['a caption', 'f', [fig('f', { picture: '', alternative: 'a' }, t`Depth ${formula('bad')}`)]],
  ['a note', '', [p`words${note`with ${formula('bad')}`} and more`]],
]

test.each(works)('%s', (_name, label, blocks) => {
  const work = workOf([chapter('one', 'One', p`before it`, ...blocks, p`after it`), chapter('two', 'Two', p`in another chapter`)])
  const engine = new TurnoverEngine(fonts, failing())
  const turnover = engine.run(work)
  const text = turnover.pages.flatMap(page => drawPage(page).lines.flatMap(line => line.runs.flatMap(run => run.words))).join(' ')
  for (const said of ['before it', 'after it', 'in another chapter']) expect(text).toContain(said)
  const told = findingsOf(turnover).filter(({ check }) => check === 'notSet')
  expect(told).toHaveLength(1)
  expect(told[0]).toMatchObject({ weight: 'mustMend', division: 0, message: expect.stringContaining('(out of reach)') })
  let place = ''
  work.doc.descendants(node => {
    if (node.attrs.id === told[0]!.place) place = node.attrs.label ?? ''
  })
  expect(place).toBe(label)
})

test('a flow whose pages cannot be cut has one page that says so, and is tried again at the next turnover', () => {
  const { doc, houseStyle, scheme } = workOf([chapter('one', 'One', p`words`)])
  const setting = { houseStyle, scheme, height: 600 } as Setting
  const bad = {
    ...box(10, []),
    get height(): number {
      throw new Error('no height')
    },
  }
  const cache: FlowCache = new Map()
  const bodies = bodiesOf(
    { divisions: [doc.child(0)], strips: [[bad]], columns: 1, landscape: false, under: false, top: 0 },
    0,
    cache,
    setting,
  )
  expect(bodies).toHaveLength(1)
  expect(bodies[0]!.placed.map(({ box: { failed, block } }) => [failed, block])).toEqual([['no height', doc.child(0).attrs.id]])
  expect(cache.size).toBe(0)
  expect(
    bodiesOf(
      { divisions: [doc.child(0)], strips: [[box(10, [])]], columns: 1, landscape: false, under: false, top: 0 },
      0,
      cache,
      setting,
    )[0]!.placed[0]!.box.failed,
  ).toBeUndefined()
})

/** An earlier state beside what the work is now. */

import { emptyParts } from '@steady-ledger/core/work/parts/index.ts'
import type { Node } from '@steady-ledger/core/work/schema.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import { Transform } from '@tiptap/pm/transform'
import { div, fig, identified, p, ref, t } from '../../../demo/src/builder.ts'
import { compareStates } from '../src/views/earlier/compareStates.ts'

const workOf = (doc: Node): Work => ({ ...emptyParts('thesis'), doc, pictures: new Map() })
const then = workOf(
  identified(
    [
      div(
        { role: 'chapter', label: 'one' },
        'One',
        p`as seen in ${ref('f')}`,
        fig('f', { picture: '', alternative: 'f' }, t`Depths.`),
        p`same`,
      ),
      div({ role: 'chapter', label: 'two' }, 'Two', p`goes`),
    ],
    's',
  ),
)

test('what is the same, otherwise, gone and new is told, with numbers and references as they were', () => {
  const one = then.doc.child(0)
  const figureAt = 1 + one.child(0).nodeSize + one.child(1).nodeSize
  const tr = new Transform(then.doc)
  tr.delete(one.nodeSize, then.doc.content.size)
  tr.insert(tr.doc.content.size, div({ role: 'chapter', label: 'three' }, 'Three', p`came`))
  tr.delete(figureAt, figureAt + one.child(2).nodeSize)
  tr.insert(1 + one.child(0).nodeSize + 1, then.doc.type.schema.text('New: '))
  const { divisions, since } = compareStates(then, workOf(tr.doc))
  expect(divisions.map(({ title, now, differ }) => [title, now, differ])).toEqual([
    ['One', 'there', 2],
    ['Two', 'gone', 2],
  ])
  expect(divisions[0]!.blocks.map(({ number, text, now }) => [number, text, now])).toEqual([
    ['Chapter 1', 'One', 'same'],
    ['', 'as seen in Figure 1.1', 'changed'],
    ['1.1', 'Depths.', 'gone'],
    ['', 'same', 'same'],
  ])
  expect(since).toEqual(['Three'])
  expect(compareStates(then, then).divisions.every(({ differ }) => differ === 0)).toBe(true)
})

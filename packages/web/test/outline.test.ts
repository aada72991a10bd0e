import type { Node } from '@tiptap/pm/model'
import { div, h2, p } from '../../../demo/src/builder.ts'
import { asPrinted } from '../../core/src/content/citations/asPrinted.ts'
import { numberWork } from '../../core/src/numbers/ledger.ts'
import { workOf } from '../../core/test/support/work.ts'
import { outlineOf, sameOutline } from '../src/views/galley/outline.ts'

const chapters = (title: string, words: string): Node[] => [
  div({ role: 'chapter', label: 'one' }, title, p`${words}`, h2('within', 'Within')),
  div({ role: 'chapter', label: 'two' }, 'Two', p`words`),
]
const outline = (...divisions: Node[]) => {
  const work = workOf(divisions)
  return outlineOf(numberWork(asPrinted(work), work.scheme), work.doc)
}

test('an outline stays the same thing for as long as nothing in it is otherwise', () => {
  const before = outline(...chapters('One', 'words'))
  expect(sameOutline(outline(...chapters('One', 'other words')), before)).toBe(before)
  for (const now of [
    outline(...chapters('Other', 'words')),
    outline(...chapters('One', 'words').reverse()),
    outline(...chapters('One', 'words').slice(0, 1)),
    outline(...chapters('One', 'words'), div({ role: 'appendix', label: 'end' }, 'End', p`words`)),
  ])
    expect(sameOutline(now, before)).toBe(now)
})

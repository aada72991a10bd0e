import { EditorState, TextSelection } from '@tiptap/pm/state'
import type { DecorationSet } from '@tiptap/pm/view'
import { div, identified, p } from '../../../demo/src/builder.ts'
import { oneDivision } from '../src/editor/oneDivision.ts'
import { type PageOf, pageTurns, setPages } from '../src/editor/pageTurns.ts'

const doc = identified([div({ role: 'chapter' }, 'A', p`a1`, p`a2`, p`a3`, p`a4`), div({ role: 'chapter' }, 'B', p`b1`, p`b2`)], 't')
const ids = (division: number): string[] =>
  doc
    .child(division)
    .children.slice(1)
    .map(({ attrs }) => attrs.id)
const plugin = pageTurns()

/** Which words begin a page in the galley, with what stands beside them. */
function turns(state: EditorState): [string, string][] {
  const marks = plugin.props.decorations!.call(plugin, state) as DecorationSet
  return marks
    .find()
    .map(({ from, to, ...mark }) => [
      state.doc.textBetween(from, to),
      (mark as unknown as { type: { attrs: Record<string, string> } }).type.attrs['data-turn']!,
    ])
}
const on =
  (labels: Record<string, [number, string]>): PageOf =>
  id =>
    labels[id] && { index: labels[id][0], label: labels[id][1] }
const told = (state: EditorState, labels: Record<string, [number, string]>): EditorState => {
  const { key, value } = setPages(on(labels))
  return state.apply(state.tr.setMeta(key, value))
}
const begun = (): EditorState => EditorState.create({ doc, plugins: [oneDivision(), plugin] })

test('a mark stands before each block that begins on a later page than the one before it, and says both pages', () => {
  const [a1, a2, a3, a4] = ids(0) as [string, string, string, string]
  expect(turns(begun())).toEqual([])
  const state = told(begun(), { [a1]: [0, 'iv'], [a2]: [1, '1'], [a3]: [1, '1'], [a4]: [4, '4'] })
  expect(turns(state)).toEqual([
    ['a2', 'iv | 1'],
    ['a4', '1 | 4'],
  ])
})

test('a block whose page is not known, such as one just written, neither has a mark nor takes one from the next', () => {
  const [a1, , a3] = ids(0) as [string, string, string]
  expect(turns(told(begun(), { [a1]: [0, '1'], [a3]: [1, '2'] }))).toEqual([['a3', '1 | 2']])
})

test('marks move with what is typed before them, until the pages are told anew', () => {
  const [a1, a2] = ids(0) as [string, string]
  let state = told(begun(), { [a1]: [0, '1'], [a2]: [1, '2'] })
  state = state.apply(state.tr.insertText('longer ', 4))
  expect(turns(state)).toEqual([['a2', '1 | 2']])
  expect(turns(told(state, { [a1]: [0, '1'], [a2]: [0, '1'] }))).toEqual([])
})

test('another division that is opened has its own marks', () => {
  const [b1, b2] = ids(1) as [string, string]
  let state = told(begun(), { [b1]: [5, '6'], [b2]: [6, '7'] })
  expect(turns(state)).toEqual([])
  const inB = TextSelection.near(state.doc.resolve(state.doc.child(0).nodeSize + 2))
  state = state.apply(state.tr.setSelection(inB).setMeta('opens division', true))
  expect(turns(state)).toEqual([['b2', '6 | 7']])
})

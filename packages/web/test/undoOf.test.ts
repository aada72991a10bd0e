/** Taking back one change, whatever was done after it: exactly what it did goes, what came later stays. */
import { setPart } from '@steady-ledger/core/work/steps/workStep.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import { history, undo, undoDepth } from '@tiptap/pm/history'
import { EditorState, type Transaction } from '@tiptap/pm/state'
import fc from 'fast-check'
import { div, p } from '../../../demo/src/builder.ts'
import { type Change, cameAfter, changeOf, undoChange } from '../src/session/undoOf.ts'
import { sittingOf } from './support/editor.ts'

const paragraphs = 6
const begun = (): EditorState => {
  const { doc } = sittingOf([
    div({ role: 'chapter' }, 'One', ...Array.from({ length: paragraphs }, (_, i) => p`words of paragraph ${String(i)}`)),
  ]).state
  return EditorState.create({ doc, plugins: [history()] })
}
/** Where the text of a paragraph begins. */
const startOf = (state: EditorState, index: number): number => {
  const chapter = state.doc.firstChild!
  let at = 1
  for (let i = 0; i <= index; i++) at += chapter.child(i).nodeSize
  return at + 1
}

interface Edit {
  paragraph: number
  what: 'add' | 'cut' | 'split'
  by: number
}
const edit = fc.record({
  paragraph: fc.nat(paragraphs - 1),
  what: fc.constantFrom('add' as const, 'cut' as const, 'split' as const),
  by: fc.integer({ min: 1, max: 4 }),
})
const make = (state: EditorState, { paragraph, what, by }: Edit): Transaction => {
  const at = startOf(state, paragraph)
  const long = state.doc.resolve(at).parent.content.size
  const most = Math.min(by, long)
  if (what === 'add') return state.tr.insertText('new '.repeat(by), at + most)
  return what === 'cut' ? state.tr.delete(at, at + most) : state.tr.split(at + most)
}

function sitting() {
  let state = begun()
  const changes: Change[] = []
  const dispatch = (tr: Transaction): boolean => {
    state = state.apply(tr)
    for (const change of changes) cameAfter(change, [tr], state)
    return true
  }
  const watch = (tr: Transaction): Change => {
    dispatch(tr)
    const change = changeOf([tr], state)
    changes.push(change)
    return change
  }
  return { now: () => state, dispatch, watch }
}

test('the last change is taken back as history does, and once', () => {
  const { now, dispatch, watch } = sitting()
  const before = now().doc
  const change = watch(make(now(), { paragraph: 2, what: 'add', by: 2 }))
  expect(undoChange(now(), change, dispatch)).toBe(true)
  expect(now().doc.eq(before)).toBe(true)
  expect(undoDepth(now())).toBe(0)
  expect(undoChange(now(), change, dispatch)).toBe(false)
})

test('what was changed again since is not taken back with it', () => {
  // Typed into what was put in: that would be lost.
  const { now, dispatch, watch } = sitting()
  const change = watch(make(now(), { paragraph: 2, what: 'add', by: 3 }))
  dispatch(now().tr.insertText('mine ', startOf(now(), 2) + 5))
  const before = now().doc
  expect(undoChange(now(), change, dispatch)).toBe(false)
  expect(now().doc.eq(before)).toBe(true)
})

test('a label, and a part beside the text, that were changed again since stay as they are', () => {
  const work = { settings: { kind: 'thesis', author: 'A' } } as unknown as Work
  const settings = (author: string) => ({ ...work.settings, author })
  for (const [first, again, other] of [
    [
      (state: EditorState) => state.tr.setNodeAttribute(startOf(state, 1) - 1, 'label', 'one'),
      (state: EditorState) => state.tr.setNodeAttribute(startOf(state, 1) - 1, 'label', 'two'),
      (state: EditorState) => state.tr.setNodeAttribute(startOf(state, 3) - 1, 'label', 'two'),
    ],
    [
      (state: EditorState) => setPart(state.tr, work, 'settings', settings('B')),
      (state: EditorState) => setPart(state.tr, { ...work, settings: settings('B') }, 'settings', settings('C')),
      (state: EditorState) => state.tr.insertText('x', startOf(state, 1)),
    ],
  ] as const) {
    const touched = sitting()
    const one = touched.watch(first(touched.now()))
    touched.dispatch(again(touched.now()))
    expect(undoChange(touched.now(), one, touched.dispatch)).toBe(false)
    const untouched = sitting()
    const two = untouched.watch(first(untouched.now()))
    untouched.dispatch(other(untouched.now()))
    expect(undoChange(untouched.now(), two, untouched.dispatch)).toBe(true)
  }
})

test('what came after it, elsewhere, stays as it is; and taking it back can be undone', () => {
  fc.assert(
    fc.property(edit, fc.array(edit, { minLength: 1, maxLength: 5 }), (first, rest) => {
      const elsewhere = rest.filter(({ paragraph }) => paragraph < first.paragraph)
      if (elsewhere.length === 0) return
      const { now, dispatch, watch } = sitting()
      const change = watch(make(now(), first))
      for (const later of elsewhere) dispatch(make(now(), later))
      const withBoth = now().doc
      expect(undoChange(now(), change, dispatch)).toBe(true)
      // As if it had never been made.
      let alone = begun()
      for (const later of elsewhere) alone = alone.apply(make(alone, later))
      expect(now().doc.textContent).toBe(alone.doc.textContent)
      expect(now().doc.firstChild!.childCount).toBe(alone.doc.firstChild!.childCount)
      undo(now(), dispatch)
      expect(now().doc.eq(withBoth)).toBe(true)
    }),
    { numRuns: 300 },
  )
})

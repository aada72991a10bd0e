/** Settings, scheme and house style change by steps of the one history, with the text or without it. */

import { emptyParts } from '@steady-ledger/core/work/parts/index.ts'
import { reportStyle, thesisStyle } from '@steady-ledger/core/work/parts/readyStyles.ts'
import { thesisScheme } from '@steady-ledger/core/work/parts/scheme.ts'
import { schema } from '@steady-ledger/core/work/schema.ts'
import { afterSteps, setPart } from '@steady-ledger/core/work/steps/workStep.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import { history, redo, undo } from '@tiptap/pm/history'
import { EditorState, type Transaction } from '@tiptap/pm/state'
import { Step, Transform } from '@tiptap/pm/transform'
import { div, identified, p } from '../../../demo/src/builder.ts'

function opened(): { work: Work; state: EditorState } {
  const doc = identified([div({ role: 'chapter', label: 'c' }, 'C', p`words`)], 'x')
  const work: Work = {
    ...emptyParts('thesis'),
    settings: emptyParts('thesis').settings,
    scheme: thesisScheme(),
    houseStyle: thesisStyle(),
    milestones: [],
    doc,
    pictures: new Map(),
  }
  return { work, state: EditorState.create({ doc, plugins: [history()] }) }
}
type Open = ReturnType<typeof opened>

function dispatch(open: Open, tr: Transaction): Step[] {
  const { state, transactions } = open.state.applyTransaction(tr)
  const steps = transactions.flatMap(found => found.steps)
  open.state = state
  open.work = { ...afterSteps(open.work, steps), doc: state.doc }
  return steps
}

test('one step changes text and rules together, one undo takes both back, one redo brings both again', () => {
  const open = opened()
  const before = open.work
  dispatch(open, setPart(open.state.tr.insertText('New ', 2), open.work, 'settings', { ...open.work.settings, author: 'B. Oskarsen' }))
  const after = open.work
  expect([after.settings.author, after.doc.firstChild!.firstChild!.textContent]).toEqual(['B. Oskarsen', 'New C'])
  undo(open.state, tr => void dispatch(open, tr))
  expect(open.work.settings).toBe(before.settings)
  expect(open.work.doc.eq(before.doc)).toBe(true)
  redo(open.state, tr => void dispatch(open, tr))
  expect(open.work.settings).toBe(after.settings)
  expect(open.work.doc.eq(after.doc)).toBe(true)
})

test('what is not part of the history stays when what came before it is undone', () => {
  const open = opened()
  dispatch(open, setPart(open.state.tr, open.work, 'houseStyle', reportStyle()))
  const milestones = [{ id: 'm', name: 'Sent', taken: '2026-01-01T00:00:00Z', records: [] }]
  dispatch(open, setPart(open.state.tr, open.work, 'milestones', milestones).setMeta('addToHistory', false))
  undo(open.state, tr => void dispatch(open, tr))
  expect(open.work.houseStyle.name).toBe(thesisStyle().name)
  expect(open.work.milestones).toBe(milestones)
})

test('a worker that hears of the steps as JSON has the same parts', () => {
  const open = opened()
  let mirror = open.work
  const hear = (steps: Step[]): void => {
    const told = steps.map(step => Step.fromJSON(schema, JSON.parse(JSON.stringify(step.toJSON()))))
    const tr = new Transform(mirror.doc)
    for (const step of told) tr.step(step)
    mirror = { ...afterSteps(mirror, told), doc: tr.doc }
  }
  hear(dispatch(open, setPart(open.state.tr, open.work, 'scheme', { ...open.work.scheme, nameForm: 'short' })))
  hear(dispatch(open, open.state.tr.insertText('More ', 2)))
  hear(dispatch(open, setPart(open.state.tr, open.work, 'settings', { ...open.work.settings, keywords: ['lakes'] })))
  undo(open.state, tr => hear(dispatch(open, tr)))
  expect(mirror.scheme).toEqual(open.work.scheme)
  expect(mirror.settings).toEqual(open.work.settings)
  expect(mirror.doc.eq(open.work.doc)).toBe(true)
})

test('no change is no step', () => {
  const open = opened()
  expect(setPart(open.state.tr, open.work, 'scheme', open.work.scheme).steps).toEqual([])
  expect(afterSteps(open.work, [])).toBe(open.work)
})

/** The plugins that keep a work whole: ids, lost targets, one open division. */

import { demote, findBlock, moveStep, promote } from '@steady-ledger/core/work/commands/sections.ts'
import { refuseUnopenable } from '@steady-ledger/core/work/file/workFile.ts'
import { type Node, schema } from '@steady-ledger/core/work/schema.ts'
import { history, redo, redoDepth, undo, undoDepth } from '@tiptap/pm/history'
import { Fragment, Slice } from '@tiptap/pm/model'
import { EditorState, NodeSelection, TextSelection } from '@tiptap/pm/state'
import fc from 'fast-check'
import { div, eq, fig, h2, note, p, ref, t } from '../../../demo/src/builder.ts'
import { tries } from '../../core/test/support/tries.ts'
import { joinDivision, moveToMatter, splitDivision } from '../src/editor/divisions.ts'
import { insertDivision, insertNote, setHeading } from '../src/editor/insert.ts'
import { onSection } from '../src/editor/keys.ts'
import { DivisionSelection, openIndex, unwrapDivisions } from '../src/editor/oneDivision.ts'
import { blockFrom, insertFrom, recordOf, unbury } from '../src/editor/restoreTarget.ts'
import { useNotices } from '../src/ui/notices.ts'
import { allIds, apply, at, cursorIn, idOf, nodeOf, nodes, outline, run, sittingOf } from './support/editor.ts'

const work = () =>
  sittingOf([
    div(
      { role: 'chapter', label: 'one' },
      'One',
      p`See ${ref('f')} and ${ref('two')}.`,
      fig('f', { picture: 'f.svg', alternative: 'f' }, t`Depths.`),
      p`after`,
    ),
    div({ role: 'chapter', label: 'two' }, 'Two', h2('s', 'Within'), p`words${note`aside`}`, eq('e', 'a')),
    div({ role: 'appendix', label: 'end' }, 'End', p`last`),
  ])

describe('ids', () => {
  test.each([
    ['above itself', (sitting: ReturnType<typeof work>) => at(sitting.state, 'f')],
    ['below itself', (sitting: ReturnType<typeof work>) => at(sitting.state, 'f') + nodeOf(sitting.state, 'f').nodeSize],
  ])('a figure that is copied %s keeps its id and label, and the copy gets one of its own', (_where, place) => {
    const sitting = work()
    const id = idOf(sitting.state, 'f')
    const figure = nodeOf(sitting.state, 'f')
    const put = place(sitting)
    const above = put === at(sitting.state, 'f')
    apply(sitting, sitting.state.tr.insert(put, figure))
    const figures = sitting.state.doc.firstChild!.children.filter(node => node.type.name === 'figure')
    expect(figures).toHaveLength(2)
    const [copy, original] = above ? figures : figures.toReversed()
    expect(original!.attrs).toMatchObject({ id, label: 'f' })
    expect(copy!.attrs.id).not.toBe(id)
    expect(copy!.attrs.label).toBe('')
  })
  test('what is cut and put back elsewhere keeps its id', () => {
    const sitting = work()
    const id = idOf(sitting.state, 'f')
    const from = at(sitting.state, 'f')
    const figure = nodeOf(sitting.state, 'f')
    apply(sitting, sitting.state.tr.delete(from, from + figure.nodeSize).insert(from, figure))
    expect(idOf(sitting.state, 'f')).toBe(id)
  })
})

describe('how deep things lie in each other', () => {
  const nested = (depth: number): Node =>
    nodes.bulletedList!.create(
      null,
      nodes.listItem!.create(null, [nodes.paragraph!.create(null, schema.text('a')), ...(depth > 1 ? [nested(depth - 1)] : [])]),
    )
  test.each([97, 98, 99, 100, 101, 150])('an edit with lists %i deep is made exactly where it could be opened again', depth => {
    const sitting = work()
    const before = sitting.state.doc
    useNotices.setState({ shown: [] })
    apply(sitting, sitting.state.tr.insert(before.content.size - 1, nested(depth)))
    const last = before.lastChild!
    const opens = (): void => refuseUnopenable(last.copy(last.content.append(Fragment.from(nested(depth)))))
    if (sitting.state.doc === before) {
      expect(opens).toThrow('deep')
      expect(useNotices.getState().shown.at(-1)?.text).toMatch(/cannot be that deep. Nothing was changed/)
    } else expect(opens).not.toThrow()
  })
})

describe('ids', () => {
  test('a copy pasted beside its original gets ids of its own and no label; the original keeps both', () => {
    const sitting = work()
    const id = idOf(sitting.state, 'f')
    const figure = nodeOf(sitting.state, 'f')
    const end = at(sitting.state, 'f') + figure.nodeSize
    apply(sitting, sitting.state.tr.replace(end, end, new Slice(Fragment.from(figure), 0, 0)))
    const figures = sitting.state.doc.firstChild!.children.filter(node => node.type === nodes.figure)
    expect(figures.map(node => node.attrs.label)).toEqual(['f', ''])
    expect(figures[0]!.attrs.id).toBe(id)
    expect(figures[1]!.attrs.id).not.toBe(id)
  })

  test('one pasted into another chapter that comes first leaves the original its id all the same', () => {
    const sitting = work()
    const id = idOf(sitting.state, 'e')
    apply(sitting, sitting.state.tr.insert(at(sitting.state, 'f'), nodeOf(sitting.state, 'e')))
    expect(nodeOf(sitting.state, 'e').attrs.id).toBe(id)
    expect(findBlock(sitting.state.doc, id)).toBe(at(sitting.state, 'e'))
    const ids = allIds(sitting.state.doc)
    expect(new Set(ids).size).toBe(ids.length)
  })

  test('a paragraph that is split has two ids, the first of them its own', () => {
    const sitting = work()
    const first = sitting.state.doc.child(2).child(1).attrs.id
    apply(sitting, sitting.state.tr.split(at(sitting.state, 'end') + nodeOf(sitting.state, 'end').nodeSize - 4))
    const [, one, other] = sitting.state.doc.child(2).children
    expect(one!.attrs.id).toBe(first)
    expect(other!.attrs.id).toBeTruthy()
    expect(other!.attrs.id).not.toBe(first)
  })
})

describe('lost targets', () => {
  const remove = (sitting: ReturnType<typeof work>, label: string): void => {
    const place = at(sitting.state, label)
    apply(sitting, sitting.state.tr.delete(place, place + sitting.state.doc.nodeAt(place)!.nodeSize))
  }
  const wasIn = (sitting: ReturnType<typeof work>): Record<string, string>[] => {
    const found: Record<string, string>[] = []
    sitting.state.doc.descendants(node => {
      if (node.type === nodes.reference) found.push(node.attrs.was)
    })
    return found
  }

  test('a deleted figure is remembered by its references in the same undo step, and one undo brings both back', () => {
    const sitting = work()
    const before = sitting.state.doc
    const id = idOf(sitting.state, 'f')
    remove(sitting, 'f')
    expect(wasIn(sitting)).toEqual([{ [id]: 'Figure 1.1' }, {}])
    undo(sitting.state, tr => apply(sitting, tr))
    expect(sitting.state.doc.eq(before)).toBe(true)
    redo(sitting.state, tr => apply(sitting, tr))
    expect(wasIn(sitting)).toEqual([{ [id]: 'Figure 1.1' }, {}])
  })

  test('it can be put back behind what it stood behind, and the whole of a deleted chapter behind the one before', () => {
    for (const label of ['f', 'two']) {
      const sitting = work()
      const before = outline(sitting.state.doc)
      const id = idOf(sitting.state, label)
      remove(sitting, label)
      expect(outline(sitting.state.doc)).not.toEqual(before)
      const { tr } = sitting.state
      unbury(tr, sitting.graveyard.get(id)!, 5)
      apply(sitting, tr)
      expect(outline(sitting.state.doc)).toEqual(before)
      expect(idOf(sitting.state, label)).toBe(id)
    }
  })

  test('what nobody refers to is not kept; a figure moved elsewhere in one step is not lost', () => {
    const sitting = work()
    const lost = idOf(sitting.state, 'e')
    remove(sitting, 'e')
    expect(sitting.graveyard.has(lost)).toBe(false)
    const moved = work()
    const figure = nodeOf(moved.state, 'f')
    const place = at(moved.state, 'f')
    const { tr } = moved.state
    tr.delete(place, place + figure.nodeSize)
    tr.insert(tr.doc.content.size - 1, figure)
    apply(moved, tr)
    expect(wasIn(moved)).toEqual([{}, {}])
  })

  test.each(['heading', 'figure', 'table', 'listing', 'box'])('of a %s a milestone knows enough to begin it again', kind => {
    const record = { id: 'gone', kind, series: kind, name: 'X 1', bare: '1', label: '', caption: 'What it was', page: '3' }
    const milestones = [
      { id: 'a', name: 'Old', taken: '2026-01-01T00:00:00Z', records: [{ ...record, caption: 'Older words' }] },
      { id: 'b', name: 'New', taken: '2026-02-01T00:00:00Z', records: [record] },
    ]
    const known = recordOf(milestones as never, 'gone')!
    expect(known.milestone.name).toBe('New')
    const sitting = work()
    const block = blockFrom(known.record)!
    apply(sitting, insertFrom(sitting.state.tr, block, 8))
    expect(sitting.state.doc.firstChild!.child(2).attrs.id).toBe('gone')
    expect(sitting.state.doc.firstChild!.child(2).textContent).toBe('What it was')
  })

  test('of an equation words say nothing', () => {
    expect(blockFrom({ kind: 'equation', id: 'x', caption: 'a' } as never)).toBeNull()
  })
})

describe('one open division', () => {
  test('a pasted division goes in as a heading and blocks, never as a division within one', () => {
    const { state } = work()
    const slice = unwrapDivisions(new Slice(Fragment.from(state.doc.child(1)), 0, 0))
    expect(slice.content.content.map(node => node.type.name)).toEqual(['heading', 'heading', 'paragraph', 'equation'])
    expect(unwrapDivisions(new Slice(Fragment.from(state.doc.child(0).child(1)), 1, 1)).content.firstChild!.type).toBe(nodes.paragraph)
  })

  test('everything of a division can be selected and typed over; its title stays a title', () => {
    const sitting = work()
    apply(sitting, sitting.state.tr.setSelection(new DivisionSelection(sitting.state.doc, at(sitting.state, 'two'))))
    expect(openIndex(sitting.state)).toBe(1)
    apply(sitting, sitting.state.tr.replaceSelection(new Slice(Fragment.from(nodes.paragraph.create(null, t`anew`)), 0, 0)))
    expect(outline(sitting.state.doc).slice(5)).toEqual(['chapter ', '  paragraph anew', 'appendix End', '  paragraph last'])
  })

  test('a change elsewhere leaves the open division open; undo of it shows where it was', () => {
    const sitting = work()
    cursorIn(sitting, 'end')
    apply(sitting, sitting.state.tr.insertText('New ', at(sitting.state, 'one') + 2))
    expect(openIndex(sitting.state)).toBe(2)
    undo(sitting.state, tr => apply(sitting, tr))
    expect(openIndex(sitting.state)).toBe(0)
  })

  test('over any sequence of commands: one division holds the selection, ids are unique, and undo brings everything back', () => {
    const command = fc.constantFrom(
      splitDivision,
      joinDivision,
      moveToMatter('appendix'),
      moveToMatter('chapter'),
      insertDivision('chapter'),
      insertDivision('appendix'),
      insertNote,
      setHeading(2),
      setHeading(3),
      setHeading(0),
      onSection(promote),
      onSection(demote),
      onSection((tr, id) => moveStep(tr, id, -1)),
      onSection((tr, id) => moveStep(tr, id, 1)),
    )
    const act = fc.oneof(
      { weight: 3, arbitrary: fc.tuple(fc.constant('run' as const), command) },
      { weight: 3, arbitrary: fc.tuple(fc.constant('go' as const), fc.double({ min: 0, max: 1, noNaN: true })) },
      { weight: 1, arbitrary: fc.tuple(fc.constant('cut' as const), fc.double({ min: 0, max: 1, noNaN: true })) },
      { weight: 1, arbitrary: fc.tuple(fc.constant('type' as const), fc.constantFrom('wind', ' ', 'sill')) },
    )
    fc.assert(
      fc.property(fc.array(act, { minLength: 1, maxLength: 25 }), acts => {
        const sitting = work()
        const before = sitting.state.doc
        for (const [kind, what] of acts) {
          const { state } = sitting
          if (kind === 'run') run(sitting, what)
          else if (kind === 'type') apply(sitting, state.tr.insertText(what))
          else {
            const place = Math.floor(what * state.doc.content.size)
            const near = TextSelection.near(state.doc.resolve(place))
            if (kind === 'go') apply(sitting, state.tr.setSelection(near).setMeta('opens division', true))
            else {
              const block = near.$from.depth >= 2 ? near.$from.before(2) : -1
              if (block >= 0) apply(sitting, state.tr.setSelection(NodeSelection.create(state.doc, block)).deleteSelection())
            }
          }
          const { $anchor, $head } = sitting.state.selection
          expect($anchor.depth).toBeGreaterThan(0)
          expect($anchor.index(0)).toBe($head.index(0))
          const ids = allIds(sitting.state.doc)
          expect(new Set(ids).size).toBe(ids.length)
          expect(ids.every(Boolean)).toBe(true)
        }
        const after = sitting.state.doc
        while (undoDepth(sitting.state)) undo(sitting.state, tr => apply(sitting, tr))
        expect(sitting.state.doc.eq(before)).toBe(true)
        while (redoDepth(sitting.state)) redo(sitting.state, tr => apply(sitting, tr))
        expect(sitting.state.doc.eq(after)).toBe(true)
      }),
      { numRuns: tries(300) },
    )
  })

  test('without the plugin a selection may reach over divisions: what the plugin is for', () => {
    const { state } = work()
    const bare = EditorState.create({ doc: state.doc, plugins: [history()] })
    const selected = bare.apply(bare.tr.setSelection(TextSelection.create(bare.doc, 3, bare.doc.content.size - 3)))
    expect(selected.selection.$anchor.index(0)).not.toBe(selected.selection.$head.index(0))
  })
})

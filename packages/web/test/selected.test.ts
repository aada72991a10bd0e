import { NodeSelection } from '@tiptap/pm/state'
import { bullets, div, eq, fig, h2, p, quote, stated, t, tab } from '../../../demo/src/builder.ts'
import { blockAt, selectedBlock } from '../src/editor/selected.ts'
import { apply, at, cursorIn, idOf, sittingOf } from './support/editor.ts'

const labelled = (node: ReturnType<typeof p>, label: string) => node.type.create({ ...node.attrs, label }, node.content)
const sitting = sittingOf([
  div({ role: 'titlePage', label: 'title' }, 'A lake', labelled(p`A. Author`, 'author')),
  div(
    { role: 'chapter', label: 'c' },
    'C',
    labelled(p`words`, 'plain'),
    h2('h', 'Within'),
    fig('f', { picture: 'f.svg', alternative: '' }, t`Depths.`),
    eq('e', 'a'),
    stated('theorem', 's', '', labelled(p`It holds.`, 'in statement')),
    tab('t', t`Depths.`, 'l', [['Basin']]),
    bullets(t`one`),
    quote(labelled(p`He said so.`, 'quoted')),
  ),
])

test.each([
  ['title', 'division', 'title', null],
  ['author', 'paragraph', 'author', 'author'],
  ['plain', 'division', 'c', 'plain'],
  ['h', 'heading', 'h', 'h'],
  ['f', 'figure', 'f', 'f'],
  ['in statement', 'statement', 's', 's'],
  ['t', 'table', 't', 't'],
] as const)('with the cursor in %s the slip speaks of the %s, and page turns of its block', (where, kind, owner, block) => {
  cursorIn(sitting, where)
  const found = selectedBlock(sitting.state)
  expect([found.kind, found.id]).toEqual([kind, idOf(sitting.state, owner)])
  expect(blockAt(sitting.state)).toBe(block === null ? at(sitting.state, 'title') + 1 : at(sitting.state, block))
})

test('a block that is selected whole is what the slip speaks of, and its own block', () => {
  apply(
    sitting,
    sitting.state.tr.setSelection(NodeSelection.create(sitting.state.doc, at(sitting.state, 'e'))).setMeta('opens division', true),
  )
  expect(selectedBlock(sitting.state)).toEqual({ id: idOf(sitting.state, 'e'), kind: 'equation', at: at(sitting.state, 'e') })
  expect(blockAt(sitting.state)).toBe(at(sitting.state, 'e'))
})

test('in a list it is the list, in a quotation the quotation’s division, and page turns are asked of the whole block', () => {
  let list = -1
  sitting.state.doc.descendants((node, place) => {
    if (node.type.name === 'bulletedList') list = place
  })
  apply(sitting, sitting.state.tr.setSelection(NodeSelection.near(sitting.state.doc.resolve(list + 3))))
  expect(selectedBlock(sitting.state)).toMatchObject({ kind: 'bulletedList', at: list })
  expect(blockAt(sitting.state)).toBe(list)
  cursorIn(sitting, 'quoted')
  expect(selectedBlock(sitting.state).kind).toBe('division')
  expect(sitting.state.doc.nodeAt(blockAt(sitting.state))!.type.name).toBe('quotation')
})

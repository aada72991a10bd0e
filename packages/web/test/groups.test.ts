import { splitBlock } from '@tiptap/pm/commands'
import { NodeSelection } from '@tiptap/pm/state'
import { div, eq, fig, p, panel, panels, proof, stated, t, tab } from '../../../demo/src/builder.ts'
import {
  addEquationLine,
  addPanel,
  addTablePanel,
  around,
  removePanel,
  removeTablePanel,
  splitEquationGroup,
} from '../src/editor/groups.ts'
import { insertBlock, insertFigure, insertKeywords, insertReference, insertSpace, insertTable } from '../src/editor/insert.ts'
import { joinRow, splitRow } from '../src/editor/rows.ts'
import { insertProof, insertStatement, leaveStatementName, nameStatement } from '../src/editor/statements.ts'
import { addTableNotes, dropTableNotes, leaveTableNotes } from '../src/editor/tableNotes.ts'
import { allIds, apply, at, cursorIn, idOf, nodeOf, nodes, outline, run, sittingOf } from './support/editor.ts'

const picture = (label: string) =>
  fig(label, { picture: `${label}.svg`, width: 0.7, alternative: `What ${label} shows.` }, t`Caption of ${label}.`)
const chapterOf = (...blocks: Parameters<typeof div>[2][]) => sittingOf([div({ role: 'chapter', label: 'c' }, 'C', ...blocks)])
const kinds = (sitting: ReturnType<typeof chapterOf>): string[] => outline(sitting.state.doc).slice(1)
const unique = (sitting: ReturnType<typeof chapterOf>): void => {
  const ids = allIds(sitting.state.doc)
  expect(new Set(ids).size).toBe(ids.length)
  expect(ids.every(Boolean)).toBe(true)
}

describe('panels', () => {
  test('the picture of a figure becomes its first panel, with what it says to those who cannot see it, and is the figure’s again at the end', () => {
    const sitting = chapterOf(picture('a'), p`after`)
    cursorIn(sitting, 'a')
    expect(run(sitting, addPanel)).toBe(true)
    const figure = nodeOf(sitting.state, 'a')
    expect(figure.attrs).toMatchObject({ picture: '', alternative: '' })
    expect(figure.children.slice(1).map(({ attrs }) => [attrs.picture, attrs.alternative])).toEqual([
      ['a.svg', 'What a shows.'],
      ['', ''],
    ])
    unique(sitting)
    expect(around(sitting.state, 'panel')).toBeGreaterThan(0)
    run(sitting, addPanel)
    expect(nodeOf(sitting.state, 'a').childCount).toBe(4)
    for (const left of [3, 1]) {
      const last = at(sitting.state, 'a') + nodeOf(sitting.state, 'a').nodeSize - 2
      apply(sitting, sitting.state.tr.setSelection(NodeSelection.create(sitting.state.doc, last - 1)))
      expect(run(sitting, removePanel)).toBe(true)
      expect(nodeOf(sitting.state, 'a').childCount).toBe(left)
    }
    expect(nodeOf(sitting.state, 'a').attrs).toMatchObject({ picture: 'a.svg', alternative: 'What a shows.' })
    expect(run(sitting, removePanel)).toBe(false)
  })

  test('a last panel that has words stays a panel: nothing that was written is lost', () => {
    const sitting = chapterOf(
      panels(
        'f',
        t`Both.`,
        panel('a', { picture: 'a.svg', alternative: '' }, t`in calm`),
        panel('b', { picture: '', alternative: '' }, []),
      ),
    )
    cursorIn(sitting, 'b')
    run(sitting, removePanel)
    expect(kinds(sitting)).toEqual(['  figure', '    caption Both.', '    panel in calm'])
  })

  test('elsewhere there is no panel to add', () => {
    const sitting = chapterOf(p`text`)
    cursorIn(sitting, 'c')
    expect(run(sitting, addPanel)).toBe(false)
  })
})

describe('rows', () => {
  test('figures go side by side with equal shares, a third joins them, and they part again in order', () => {
    const sitting = chapterOf(picture('a'), picture('b'), picture('d'), p`after`)
    const ids = allIds(sitting.state.doc)
    cursorIn(sitting, 'a')
    expect(run(sitting, joinRow)).toBe(true)
    expect(run(sitting, joinRow)).toBe(true)
    expect(kinds(sitting)).toEqual([
      '  row',
      ...['a', 'b', 'd'].flatMap(name => ['    figure', `      caption Caption of ${name}.`]),
      '  paragraph after',
    ])
    expect(nodeOf(sitting.state, 'b').attrs.width).toBe(0.5)
    unique(sitting)
    expect(run(sitting, splitRow)).toBe(true)
    expect(allIds(sitting.state.doc)).toEqual(ids)
    expect(run(sitting, splitRow)).toBe(false)
  })

  test('a figure before text has no fellow', () => {
    const sitting = chapterOf(picture('a'), p`after`)
    cursorIn(sitting, 'a')
    expect(run(sitting, joinRow)).toBe(false)
  })
})

describe('groups of equations', () => {
  test('a further line makes a group around the first, which keeps its id and label; parted, each stands by itself', () => {
    const sitting = chapterOf(p`with`, eq('e', 'a = b'), p`and`)
    const id = idOf(sitting.state, 'e')
    cursorIn(sitting, 'e')
    expect(run(sitting, addEquationLine)).toBe(true)
    expect(run(sitting, addEquationLine)).toBe(true)
    expect(kinds(sitting)).toEqual([
      '  paragraph with',
      '  equationGroup',
      '    equation',
      '    equation',
      '    equation',
      '  paragraph and',
    ])
    expect(idOf(sitting.state, 'e')).toBe(id)
    unique(sitting)
    expect(run(sitting, splitEquationGroup)).toBe(true)
    expect(kinds(sitting)).toEqual(['  paragraph with', '  equation', '  equation', '  equation', '  paragraph and'])
    expect(run(sitting, splitEquationGroup)).toBe(false)
  })
})

describe('statements', () => {
  test('the paragraph at the cursor is taken into a theorem or a proof; it gets a name, and Enter leaves the name', () => {
    const sitting = chapterOf(nodes.paragraph.create({ label: 'it' }, t`Every sill has a crest.`))
    cursorIn(sitting, 'it', 5)
    expect(run(sitting, insertStatement('theorem'))).toBe(true)
    expect(kinds(sitting)).toEqual(['  statement', '    paragraph Every sill has a crest.'])
    expect(sitting.state.selection.$from.parentOffset).toBe(5)
    const place = around(sitting.state, 'statement')
    expect(run(sitting, nameStatement(place, true))).toBe(true)
    expect(run(sitting, nameStatement(place, true))).toBe(false)
    expect(sitting.state.selection.$from.parent.type).toBe(nodes.statementName)
    expect(run(sitting, leaveStatementName)).toBe(true)
    expect(sitting.state.selection.$from.parent.type).toBe(nodes.paragraph)
    expect(run(sitting, leaveStatementName)).toBe(false)
    expect(run(sitting, nameStatement(place, false))).toBe(true)
    expect(kinds(sitting)).toEqual(['  statement', '    paragraph Every sill has a crest.'])
  })

  test('from within another block a proof is put behind it', () => {
    const sitting = chapterOf(stated('theorem', 's', '', p`It holds.`), p`after`)
    cursorIn(sitting, 's')
    run(sitting, insertProof)
    expect(kinds(sitting)).toEqual(['  statement', '    paragraph It holds.', '  proof', '    paragraph ', '  paragraph after'])
    unique(sitting)
  })
})

describe('notes to a table', () => {
  const table = () =>
    chapterOf(
      tab('t', t`Depths.`, 'lr', [
        ['Basin', 'Depth'],
        ['west', '41'],
      ]),
      p`after`,
    )

  test('are begun once, and left with Enter on an empty line, which does not stay', () => {
    const sitting = table()
    cursorIn(sitting, 't')
    expect(run(sitting, addTableNotes)).toBe(true)
    expect(run(sitting, addTableNotes)).toBe(true)
    expect(nodeOf(sitting.state, 't').childCount).toBe(3)
    apply(sitting, sitting.state.tr.insertText('Measured in spring.'))
    run(sitting, splitBlock)
    expect(run(sitting, leaveTableNotes)).toBe(true)
    expect(nodeOf(sitting.state, 't').lastChild!.childCount).toBe(1)
    expect(sitting.state.selection.$from.parent.textContent).toBe('after')
  })

  test('that stay empty go with Enter as well as with Backspace; with words in them neither takes them', () => {
    for (const away of [leaveTableNotes, dropTableNotes]) {
      const sitting = table()
      cursorIn(sitting, 't')
      run(sitting, addTableNotes)
      expect(run(sitting, away)).toBe(true)
      expect(nodeOf(sitting.state, 't').childCount).toBe(2)
    }
    const written = table()
    cursorIn(written, 't')
    run(written, addTableNotes)
    apply(written, written.state.tr.insertText('In spring.'))
    for (const away of [leaveTableNotes, dropTableNotes]) expect(run(written, away)).toBe(false)
  })
})

describe('panels of tables', () => {
  test('the grid of a table becomes its first panel, a second has as many columns, and taken out again the table is what it was', () => {
    const sitting = chapterOf(p`before`)
    cursorIn(sitting, 'c')
    apply(sitting, sitting.state.tr.setSelection(NodeSelection.near(sitting.state.doc.resolve(5))))
    run(sitting, insertTable(2, 3))
    const table = () => sitting.state.doc.firstChild!.children.find(child => child.type === nodes.table)!
    const alone = table()
    expect(run(sitting, removeTablePanel)).toBe(false)
    expect(run(sitting, addTablePanel)).toBe(true)
    expect(table().children.map(child => child.type.name)).toEqual(['caption', 'tablePanel', 'tablePanel'])
    expect(table().child(1).lastChild!.eq(alone.lastChild!)).toBe(true)
    expect(table().child(2).lastChild!.child(0).childCount).toBe(3)
    unique(sitting)
    run(sitting, addTablePanel)
    expect(table().childCount).toBe(4)
    for (const left of [3, 2]) {
      expect(run(sitting, removeTablePanel)).toBe(true)
      expect(table().childCount).toBe(left)
    }
    expect(table().eq(alone)).toBe(true)
  })
})

describe('what is put in', () => {
  test.each<[string, Parameters<typeof run>[1], string[]]>([
    ['figure', insertFigure('a.svg', 'a'), ['  figure', '    caption ', '  paragraph ']],
    ['table of two rows and columns', insertTable(2, 2), ['  table', '    caption ', '    grid']],
    ['quotation', insertBlock('quotation'), ['  quotation', '    paragraph ', '  paragraph ']],
    ['epigraph', insertBlock('epigraph'), ['  epigraph', '    paragraph ', '    attribution ', '  paragraph ']],
    ['list of descriptions', insertBlock('descriptionList'), ['  descriptionList', '    term ', '    description']],
    ['listing', insertBlock('listing'), ['  listing', '    caption ', '    listingText ', '  paragraph ']],
    ['box', insertBlock('box'), ['  box', '    caption ', '    paragraph ', '  paragraph ']],
    ['empty space', insertSpace, ['  fill', '  paragraph ']],
    ['keywords', insertKeywords, ['  keywords', '  paragraph ']],
  ])('a %s takes the place of an empty paragraph and has one to go on with', (_name, command, expected) => {
    const sitting = chapterOf(p``)
    cursorIn(sitting, 'c')
    apply(sitting, sitting.state.tr.setSelection(NodeSelection.near(sitting.state.doc.resolve(5))))
    expect(run(sitting, command)).toBe(true)
    expect(kinds(sitting).slice(0, expected.length)).toEqual(expected)
    expect(kinds(sitting).at(-1)).toBe('  paragraph ')
    unique(sitting)
  })

  test('a reference needs a line of text that takes it: not the text of a listing, not an equation', () => {
    const sitting = chapterOf(proof(p`so`), eq('e', 'a'))
    cursorIn(sitting, 'e')
    expect(run(sitting, insertReference(['x'], 'number'))).toBe(false)
    const listed = chapterOf(p``)
    apply(listed, listed.state.tr.setSelection(NodeSelection.near(listed.state.doc.resolve(5))))
    run(listed, insertBlock('listing'))
    const text = listed.state.doc.firstChild!.child(1).lastChild!
    expect(text.type).toBe(nodes.listingText)
    let inside = 0
    listed.state.doc.descendants((node, place) => {
      if (node === text) inside = place + 1
    })
    apply(listed, listed.state.tr.setSelection(NodeSelection.near(listed.state.doc.resolve(inside))))
    expect(run(listed, insertReference(['x'], 'number'))).toBe(false)
  })
})

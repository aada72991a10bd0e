import { undo } from '@tiptap/pm/history'
import { appendixHeading, div, em, h2, h3, p, ref, strong, t } from '../../../demo/src/builder.ts'
import { boldLineToHeading, headingToBoldLine, joinDivision, moveToMatter, splitDivision } from '../src/editor/divisions.ts'
import { insertDivision, setHeading } from '../src/editor/insert.ts'
import { openIndex } from '../src/editor/oneDivision.ts'
import { allIds, at, cursorIn, idOf, nodeOf, nodes, outline, run, sittingOf } from './support/editor.ts'

const labelled = (node: ReturnType<typeof p>, label: string) => node.type.create({ ...node.attrs, label }, node.content)
const work = () =>
  sittingOf([
    div({ role: 'titlePage', label: 'title' }, 'A lake'),
    div(
      { role: 'chapter', label: 'one' },
      'One',
      p`open ${ref('inner')}`,
      h2('inner', 'Inner'),
      labelled(p`within`, 'place'),
      h3('deep', 'Deep'),
    ),
    div({ role: 'chapter', label: 'two' }, 'Two', h2('later', 'Later'), p`${strong('All bold')}`),
    div({ role: 'appendix', label: 'end' }, 'End', p`figures`),
  ])

describe('split and join', () => {
  test('at a heading: it gives the new division its title, its id and its label, and what refers to it follows', () => {
    const sitting = work()
    const id = idOf(sitting.state, 'inner')
    cursorIn(sitting, 'inner', 2)
    expect(run(sitting, splitDivision)).toBe(true)
    expect(outline(sitting.state.doc).slice(1, 6)).toEqual([
      'chapter One',
      '  paragraph open ',
      'chapter Inner',
      '  paragraph within',
      '  heading Deep',
    ])
    expect(nodeOf(sitting.state, 'inner').type.name).toBe('division')
    expect(idOf(sitting.state, 'inner')).toBe(id)
    expect(openIndex(sitting.state)).toBe(2)
  })

  test('joined again it is what it was, but for where the cursor stands', () => {
    const sitting = work()
    const before = sitting.state.doc
    cursorIn(sitting, 'inner')
    run(sitting, splitDivision)
    cursorIn(sitting, 'one')
    expect(run(sitting, joinDivision)).toBe(true)
    expect(sitting.state.doc.eq(before)).toBe(true)
  })

  test('in a paragraph: the new division has no title yet and begins with that paragraph', () => {
    const sitting = work()
    cursorIn(sitting, 'place', 3)
    run(sitting, splitDivision)
    expect(outline(sitting.state.doc).slice(4, 7)).toEqual(['chapter ', '  paragraph within', '  heading Deep'])
    expect(new Set(allIds(sitting.state.doc)).size).toBe(allIds(sitting.state.doc).length)
  })

  test('an unnumbered heading that is not listed gives such a division, and the number its host was set to is not handed on', () => {
    const sitting = sittingOf([div({ role: 'chapter', label: 'one' }, 'One', p`open`, h2('inner', 'Inner'))])
    const { tr } = sitting.state
    const place = at(sitting.state, 'inner')
    for (const name of ['numbered', 'listed']) tr.setNodeAttribute(place, name, false)
    tr.setNodeAttribute(at(sitting.state, 'one'), 'startAt', 7)
    sitting.state = sitting.state.apply(tr)
    cursorIn(sitting, 'inner')
    run(sitting, splitDivision)
    expect(nodeOf(sitting.state, 'inner').attrs).toMatchObject({ numbered: false, listed: false, startAt: null })
    expect(nodeOf(sitting.state, 'one').attrs.startAt).toBe(7)
  })

  test('nothing is split at a title, in a title page or in the contents; nothing is joined over roles or at the end', () => {
    const sitting = work()
    for (const label of ['one', 'title']) {
      cursorIn(sitting, label)
      expect(run(sitting, splitDivision)).toBe(false)
    }
    for (const label of ['title', 'two', 'end']) {
      cursorIn(sitting, label)
      expect(run(sitting, joinDivision)).toBe(false)
    }
  })
})

describe('matter', () => {
  test('a chapter becomes the first appendix and goes back as the last chapter, with all its ids', () => {
    const sitting = work()
    const ids = allIds(sitting.state.doc).sort()
    cursorIn(sitting, 'one')
    expect(run(sitting, moveToMatter('appendix'))).toBe(true)
    expect(outline(sitting.state.doc).filter(row => !row.startsWith(' '))).toEqual([
      'titlePage A lake',
      'chapter Two',
      'appendix One',
      'appendix End',
    ])
    expect(run(sitting, moveToMatter('appendix'))).toBe(false)
    expect(run(sitting, moveToMatter('chapter'))).toBe(true)
    expect(outline(sitting.state.doc).filter(row => !row.startsWith(' '))).toEqual([
      'titlePage A lake',
      'chapter Two',
      'chapter One',
      'appendix End',
    ])
    expect(allIds(sitting.state.doc).sort()).toEqual(ids)
    undo(sitting.state, tr => (sitting.state = sitting.state.apply(tr)))
    undo(sitting.state, tr => (sitting.state = sitting.state.apply(tr)))
    expect(outline(sitting.state.doc)).toEqual(outline(work().state.doc))
  })

  test('what belongs elsewhere stays', () => {
    const sitting = work()
    cursorIn(sitting, 'title')
    expect(run(sitting, moveToMatter('appendix'))).toBe(false)
  })

  test.each<[string, string[]]>([
    ['chapter', ['titlePage', 'chapter', 'chapter', 'chapter', 'appendix']],
    ['appendix', ['titlePage', 'chapter', 'appendix', 'chapter', 'appendix']],
  ])('a new %s stands behind the open division, which it becomes', (role, roles) => {
    const sitting = work()
    cursorIn(sitting, 'one')
    run(sitting, insertDivision(role))
    expect(sitting.state.doc.children.map(node => node.attrs.role)).toEqual(roles)
    expect(openIndex(sitting.state)).toBe(2)
  })

  test('a new chapter that is asked for within the front matter stands behind all of it', () => {
    const roles = (role: string): string[] => {
      const sitting = sittingOf([
        div({ role: 'titlePage', label: 'title' }, 'T', labelled(p`t`, 'line')),
        div({ role: 'contents' }, 'Contents'),
        div({ role: 'chapter' }, 'A', p`a`),
      ])
      cursorIn(sitting, 'line')
      run(sitting, insertDivision(role))
      return sitting.state.doc.children.map(node => node.attrs.role)
    }
    expect(roles('chapter')).toEqual(['titlePage', 'contents', 'chapter', 'chapter'])
    expect(roles('contents')).toEqual(['titlePage', 'contents', 'contents', 'chapter'])
  })
})

describe('bold lines and headings', () => {
  const bold = (...parts: Parameters<typeof strong>[0][]) =>
    sittingOf([div({ role: 'chapter', label: 'c' }, 'C', labelled(p`${parts.map(strong)}`, 'line'))])

  test('a bold line becomes a heading that is bold no more, keeps its id, its label and other marks, and goes back', () => {
    const sitting = bold('Wind ', em('and'), ' water')
    const before = sitting.state.doc
    const id = idOf(sitting.state, 'line')
    cursorIn(sitting, 'line', 1)
    expect(run(sitting, boldLineToHeading(3))).toBe(true)
    const heading = nodeOf(sitting.state, 'line')
    expect([heading.type, heading.attrs.level, heading.attrs.id]).toEqual([nodes.heading, 3, id])
    expect(heading.children.map(child => child.marks.map(mark => mark.type.name))).toEqual([[], ['emphasis'], []])
    expect(run(sitting, headingToBoldLine)).toBe(true)
    expect(sitting.state.doc.eq(before)).toBe(true)
  })

  test.each<[string, () => ReturnType<typeof p>]>([
    ['a line that is bold in part', () => p`${strong('Wind')} and water`],
    ['an empty line', () => p``],
    ['a heading', () => h2('x', 'Wind')],
  ])('%s is left alone', (_name, make) => {
    const sitting = sittingOf([div({ role: 'chapter', label: 'c' }, 'C', labelled(make(), 'line'))])
    cursorIn(sitting, 'line')
    expect(run(sitting, boldLineToHeading(2))).toBe(false)
  })

  test('a paragraph made a heading and back keeps id and label; what is in a list is none', () => {
    const sitting = work()
    const before = sitting.state.doc
    cursorIn(sitting, 'place')
    run(sitting, setHeading(4))
    expect(nodeOf(sitting.state, 'place').attrs).toMatchObject({ level: 4, label: 'place' })
    run(sitting, setHeading(0))
    expect(sitting.state.doc.eq(before)).toBe(true)
    const listed = sittingOf([
      div({ role: 'chapter', label: 'c' }, 'C', nodes.bulletedList.create(null, nodes.listItem.create({ label: 'i' }, p`${t`one`}`))),
    ])
    cursorIn(listed, 'i')
    expect(run(listed, setHeading(2))).toBe(false)
  })

  test('an appendix of a chapter that becomes a paragraph and a heading again is an appendix no more', () => {
    const sitting = sittingOf([div({ role: 'chapter', label: 'c' }, 'C', appendixHeading('a', 'Sums'))])
    cursorIn(sitting, 'a')
    run(sitting, setHeading(0))
    run(sitting, setHeading(2))
    expect(nodeOf(sitting.state, 'a').attrs.appendix).toBe(false)
  })
})

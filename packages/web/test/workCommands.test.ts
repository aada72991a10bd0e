/** Commands over the whole work: what they ask, what they refuse and why, what they change in one step. */
import './support/browser.ts'
import { TextSelection } from '@tiptap/pm/state'
import { div, eq, fig, h2, note, p, ref, t, tab } from '../../../demo/src/builder.ts'
import { workOf } from '../../core/test/support/work.ts'
import { answer, asked, forget, lastNotice } from './support/answering.ts'
import { inBrowser } from './support/browser.ts'
import { at, idOf, nodeOf } from './support/editor.ts'

const { closeAll, openWork } = await import('./support/openWork.ts')
const commands = await import('../src/app/workCommands.ts')
const { stretchOf, toNote, turnKind } = await import('../src/editor/notes.ts')
type OpenWork = Awaited<ReturnType<typeof openWork>>

const work = () =>
  workOf([
    div({ role: 'titlePage', label: 'title' }, 'A lake'),
    div(
      { role: 'chapter', label: 'one' },
      'One',
      p`See ${ref('f')}, ${ref('f')} and ${ref('g')}.${note`First.`} Words`,
      fig('f', { picture: 'f.svg', alternative: 'f' }, t`Depths.`),
      fig('g', { picture: 'g.svg', alternative: 'g' }, t`Sills.`),
    ),
    div(
      { role: 'chapter', label: 'two' },
      'Two',
      h2('s', 'Within'),
      p`words${note`Second.`} and more${note`Third.`}`,
      tab('t', t`Rates.`, 'll', [['a', 'b']]),
      eq('e', 'a'),
    ),
  ])

let opened: OpenWork
inBrowser()
beforeEach(async () => {
  forget()
  opened = await openWork(work())
})
afterEach(closeAll)

const state = () => opened.session.state
const entryOf = (label: string) => opened.session.live.ledger.byId.get(idOf(state(), label))!
/** Puts the cursor behind the first place of words. */
function behind(words: string, selected = 0): void {
  let place = -1
  state().doc.descendants((node, from) => {
    const found = node.text?.indexOf(words) ?? -1
    if (place < 0 && found >= 0) place = from + found + words.length
  })
  opened.session.dispatch(
    state()
      .tr.setSelection(TextSelection.create(state().doc, place - selected, place))
      .setMeta('opens division', true),
  )
}
const undoes = (did: () => void): void => {
  const before = state().doc
  const { scheme, settings } = opened.work
  did()
  expect(state().doc.eq(before) && opened.work.scheme === scheme && opened.work.settings === settings).toBe(false)
  expect(opened.session.undo()).toBe(true)
  expect([state().doc.eq(before), opened.work.scheme === scheme, opened.work.settings === settings]).toEqual([true, true, true])
}

describe('a label', () => {
  test('is another one everywhere, and how many references follow is said', () => {
    opened.session.goTo(idOf(state(), 'f'))
    commands.renameLabel(opened.session)
    expect(asked()).toEqual([
      ['Label', 'f'],
      ['New label', 'f'],
    ])
    expect(answer('f', 'depths')).toEqual([])
    expect([entryOf('depths').number, lastNotice()]).toEqual(['1.1', '“f” is called “depths” now; 2 references lead to it.'])
  })

  test.each([
    ['nothing', 'depths', ['Nothing in this work has this label.', '']],
    ['f', '', ['', 'A label has at least one letter.']],
    ['f', 'g', ['', 'Figure 1.2 has this label already.']],
  ])('“%s” does not become “%s”', (from, to, wrong) => {
    commands.renameLabel(opened.session)
    const before = state().doc
    expect(answer(from, to)).toEqual(wrong)
    expect(state().doc).toBe(before)
  })

  test('is given to a paragraph, so that its page can be said; one that is taken is refused', () => {
    behind('words')
    commands.namePlace(opened.session)
    expect(answer('s')).toEqual(['Section 2.1 has this label already.'])
    undoes(() => {
      expect(answer('the place')).toEqual([])
      expect(nodeOf(state(), 'the place').textContent).toContain('words')
    })
    opened.session.goTo(idOf(state(), 'f'))
    forget()
    commands.namePlace(opened.session)
    expect([asked(), lastNotice()]).toEqual([null, 'A place is a paragraph of the text: put the cursor into one.'])
  })
})

describe('numbers', () => {
  test('count from another one at this heading, and follow the scheme again when nothing is said', () => {
    behind('words')
    commands.renumberFromHere(opened.session)
    expect(asked()).toEqual([['It starts at', '1']])
    expect(answer('4.5')).toEqual(['A whole number, or nothing to follow the scheme again.'])
    expect(answer('4')).toEqual([])
    expect(entryOf('s').number).toBe('2.4')
    commands.renumberFromHere(opened.session)
    expect(asked()).toEqual([['It starts at', '4']])
    answer('')
    expect([entryOf('s').number, nodeOf(state(), 's').attrs.startAt]).toEqual(['2.1', null])
  })

  test('are counted from no heading that has none', () => {
    opened.session.goTo(idOf(state(), 'title'))
    commands.renumberFromHere(opened.session)
    expect([asked(), lastNotice()]).toEqual([null, 'This heading has no number, so nothing can be counted from it.'])
  })
})

describe('references', () => {
  const targets = (): string[] => {
    const found: string[] = []
    state().doc.descendants(node => {
      if (node.type.name === 'reference') found.push(...(node.attrs.targets as string[]))
    })
    return found
  }

  test.each(['g', 'figure 1.2'])('all lead elsewhere, by what it is called: %s', words => {
    commands.leadElsewhere(opened.session, idOf(state(), 'f'))
    undoes(() => {
      expect(answer(words)).toEqual([])
      expect([new Set(targets()).size, lastNotice()]).toEqual([1, '2 references lead to Figure 1.2 now.'])
    })
  })

  test('lead nowhere that is not, and not to where they lead already', () => {
    commands.leadElsewhere(opened.session, idOf(state(), 'f'))
    expect(answer('Figure 9.9')).toEqual(['Nothing in this work is called that. Try a label, or “Figure 3.2”.'])
    expect(answer('Figure 1.1')).toEqual(['They lead there already.'])
  })
})

test('a series of the author’s own is made and counted in within one step; a name that there is is not made again', () => {
  const { length } = opened.work.scheme.series
  commands.newSeriesFor(opened.session, idOf(state(), 'g'))
  expect([answer('', ''), answer('Figure', '')]).toEqual([
    ['A word, such as Map, Photograph or Box.', ''],
    ['There is such a series: choose it.', ''],
  ])
  undoes(() => {
    expect(answer('Map', 'Sheets of maps')).toEqual([])
    expect([entryOf('g').number, entryOf('f').number, opened.work.scheme.series.length]).toEqual(['1.1', '1.1', length + 1])
    expect(opened.work.scheme.series.at(-1)!.names).toMatchObject({ one: 'Map', many: 'Sheets of maps' })
  })
})

test('the contents of a chapter stand behind its title, once, and in no title page', () => {
  behind('words')
  undoes(() => {
    commands.insertMiniContents(opened.session)
    expect(state().doc.child(2).child(1).type.name).toBe('miniContents')
    commands.insertMiniContents(opened.session)
    expect(lastNotice()).toMatch(/once/)
  })
  forget()
  opened.session.goTo(idOf(state(), 'title'))
  commands.insertMiniContents(opened.session)
  expect(lastNotice()).toMatch(/other divisions cannot/)
})

test('selected words become a link, lead elsewhere, and are words again', () => {
  const address = (): unknown =>
    state()
      .doc.nodeAt(state().selection.from)!
      .marks.find(({ type }) => type.name === 'link')?.attrs.address
  behind('words')
  commands.askForLink(opened.session)
  expect([asked(), lastNotice()]).toEqual([null, 'Select the words that become a link first.'])
  behind('words', 5)
  commands.askForLink(opened.session)
  expect(answer('vessary.example')).toEqual(['An address begins with https:// or mailto:.'])
  expect(answer('https://vessary.example/lake')).toEqual([])
  expect(address()).toBe('https://vessary.example/lake')
  behind('words', 5)
  commands.askForLink(opened.session)
  expect(asked()![0]![1]).toBe('https://vessary.example/lake')
  answer('')
  expect(address()).toBeUndefined()
})

test('a title page is laid out in one step, and its author is the author of the work where there was none', () => {
  commands.layOutTitlePage(opened.session)
  undoes(() => {
    expect(answer('Ilse Tolvay', 'A thesis', '', 'Harrun, 2026')).toEqual([])
    const words = state().doc.firstChild!.children.map(({ textContent }) => textContent)
    expect(words.join('|')).toMatch(/A lake.*Ilse Tolvay.*A thesis.*Harrun, 2026/)
    expect(opened.work.settings.author).toBe('Ilse Tolvay')
  })
})

describe('notes', () => {
  test('are walked to and fro over divisions, and no further than there are', () => {
    opened.session.goTo(idOf(state(), 'one'))
    const seen: string[] = []
    for (const step of [1, 1, 1, 1, -1, -1, -1] as const) {
      toNote(opened.session, step)
      seen.push(state().selection.$from.nodeBefore!.textContent)
    }
    expect(seen).toEqual(['First.', 'Second.', 'Third.', 'Third.', 'Second.', 'First.', 'First.'])
    expect(lastNotice()).toBe('This is the first note.')
  })

  test.each([
    ['one', 'It is an endnote now.', 1],
    ['division', 'They are 2 endnotes now.', 2],
    ['work', 'They are 3 endnotes now.', 3],
  ] as const)('%s: turned into the other kind in one step, and said', (of, says, count) => {
    opened.session.goTo(idOf(state(), 's'))
    toNote(opened.session, 1)
    const others = (): number => {
      let found = 0
      state().doc.descendants(node => {
        if (node.type.name === 'note' && node.attrs.other) found++
      })
      return found
    }
    undoes(() => {
      turnKind(opened.session, of)
      expect([others(), lastNotice()]).toEqual([count, says])
    })
    expect(others()).toBe(0)
  })

  test('where none is meant, that is said and nothing changes', () => {
    const before = state().doc
    behind('See')
    turnKind(opened.session, 'one')
    expect(lastNotice()).toBe('Put the cursor behind the mark of a note, or choose one.')
    turnKind(opened.session, 'selected')
    expect([lastNotice(), state().doc, stretchOf(state(), 'selected')]).toEqual(['There is no note there.', before, null])
  })
})

test('in a tab that reads along no command changes anything, and the label it asked for is not said to be another', async () => {
  const reading = await openWork(work(), 'reader')
  const before = reading.session.state.doc
  commands.renameLabel(reading.session)
  answer('f', 'depths')
  expect([reading.session.state.doc, lastNotice()]).toEqual([before, expect.stringMatching(/reads along/)])
  expect(at(reading.session.state, 'f')).toBeGreaterThan(0)
})

/** What the keys do: the keymap of the galley is asked as a browser would ask it, without one. */
import { TextSelection } from '@tiptap/pm/state'
import type { EditorView } from '@tiptap/pm/view'
import { bullets, described, div, epigraph, f, fig, h2, listing, p, paragraph, steps, t, tab } from '../../../demo/src/builder.ts'
import { chords } from '../src/editor/chords.ts'
import { editingKeys, sectionAt, typedStructure, typeEmphasis } from '../src/editor/keys.ts'
import type { LiveNumbers } from '../src/editor/live.ts'
import { textCommands } from '../src/editor/textCommands.ts'
import { useNotices } from '../src/ui/notices.ts'
import { apply, at, cursorIn, nodeOf, nodes, outline, type Sitting, sittingOf } from './support/editor.ts'

const plugins = [editingKeys(), chords(textCommands)]
const rules = typedStructure({ abbreviations: {}, language: 'en' } as LiveNumbers)

/** An empty paragraph to write in. */
const here = () => nodes.paragraph!.create({ label: 'here' })

function viewOf(sitting: Sitting): EditorView {
  return {
    get state() {
      return sitting.state
    },
    dispatch: (tr: Parameters<typeof apply>[1]) => apply(sitting, tr),
    endOfTextblock: () => true,
    composing: false,
  } as unknown as EditorView
}

/** Presses keys such as “Enter”, “Mod-b”, “Mod-Alt-3”; false where nothing of ours answered. */
function press(sitting: Sitting, ...pressed: string[]): boolean {
  let answered = false
  for (const name of pressed) {
    const parts = name.split('-')
    const event = {
      key: parts.at(-1) === 'Space' ? ' ' : parts.at(-1),
      keyCode: 0,
      ctrlKey: parts.includes('Mod'),
      altKey: parts.includes('Alt'),
      shiftKey: parts.includes('Shift'),
      metaKey: false,
    }
    answered = plugins.some(plugin => plugin.props.handleKeyDown!.call(plugin, viewOf(sitting), event as unknown as KeyboardEvent) === true)
  }
  return answered
}

/** Types letters as a browser does: rules first, else the letter itself. */
function type(sitting: Sitting, text: string): void {
  for (const letter of text) {
    const { from, to } = sitting.state.selection
    const insert = () => sitting.state.tr.insertText(letter, from, to)
    if (!rules.props.handleTextInput!.call(rules, viewOf(sitting), from, to, letter, insert)) apply(sitting, insert())
  }
}

const chapter = (...blocks: Parameters<typeof div>[2][]): Sitting => sittingOf([div({ role: 'chapter', label: 'c' }, 'C', ...blocks)])
const rows = (sitting: Sitting): string[] => outline(sitting.state.doc).slice(1)
/** The cursor behind some words. */
function behind(sitting: Sitting, words: string): void {
  let place = -1
  sitting.state.doc.descendants((node, start) => {
    if (node.isText && node.text!.includes(words)) place = start + node.text!.indexOf(words) + words.length
  })
  apply(sitting, sitting.state.tr.setSelection(TextSelection.create(sitting.state.doc, place)))
}

describe('Enter', () => {
  test('behind a title or heading goes on in a paragraph, and takes the empty one that is there', () => {
    const sitting = chapter(p``, h2('h', 'Within'))
    behind(sitting, 'C')
    press(sitting, 'Enter')
    expect(rows(sitting)).toEqual(['  paragraph ', '  heading Within'])
    behind(sitting, 'Within')
    press(sitting, 'Enter')
    type(sitting, 'words')
    expect(rows(sitting)).toEqual(['  paragraph ', '  heading Within', '  paragraph words'])
  })

  test('in a caption goes on behind the figure', () => {
    const sitting = chapter(fig('f', { picture: '', alternative: '' }, t`Depths.`))
    behind(sitting, 'Depths.')
    press(sitting, 'Enter')
    type(sitting, 'So')
    expect(rows(sitting)).toEqual(['  figure', '    caption Depths.', '  paragraph So'])
  })

  test('twice ends a list, and what comes after is a paragraph', () => {
    const sitting = chapter(bullets(t`one`))
    behind(sitting, 'one')
    press(sitting, 'Enter')
    type(sitting, 'two')
    press(sitting, 'Enter', 'Enter')
    type(sitting, 'out')
    expect(rows(sitting)).toEqual([
      '  bulletedList',
      '    listItem',
      '      paragraph one',
      '    listItem',
      '      paragraph two',
      '  paragraph out',
    ])
  })

  test('in a list of descriptions leads from a term to what it means, to the next term, and out', () => {
    const sitting = chapter(described([t`keel`, p`below`]))
    behind(sitting, 'keel')
    press(sitting, 'Enter')
    expect(sitting.state.selection.$from.parent.textContent).toBe('below')
    behind(sitting, 'below')
    press(sitting, 'Enter', 'Enter')
    type(sitting, 'oar')
    press(sitting, 'Enter')
    type(sitting, 'beside')
    press(sitting, 'Enter', 'Enter', 'Enter')
    type(sitting, 'after')
    expect(rows(sitting)).toEqual([
      '  descriptionList',
      '    term keel',
      '    description',
      '      paragraph below',
      '    term oar',
      '    description',
      '      paragraph beside',
      '  paragraph after',
    ])
  })

  test('in a list of descriptions takes no description away that says something, be it no word', () => {
    const sitting = chapter(described([t`keel`, p`below`], [[], p`${f`a = b`}`]))
    const list = sitting.state.doc.firstChild!.child(1)
    const term = 1 + sitting.state.doc.firstChild!.firstChild!.nodeSize + 1 + list.child(0).nodeSize + list.child(1).nodeSize + 1
    apply(sitting, sitting.state.tr.setSelection(TextSelection.create(sitting.state.doc, term)))
    expect(sitting.state.selection.$from.parent.type).toBe(nodes.term)
    press(sitting, 'Enter')
    expect(sitting.state.doc.firstChild!.child(1).eq(list)).toBe(true)
  })

  test('in a listing is a line of it; Ctrl+Enter leaves it, as Enter leaves the words where a motto is from', () => {
    const sitting = chapter(listing('l', t`A program.`, 'first'))
    behind(sitting, 'first')
    press(sitting, 'Enter')
    type(sitting, 'second')
    expect(nodeOf(sitting.state, 'l').lastChild!.textContent).toBe('first\nsecond')
    press(sitting, 'Tab')
    expect(nodeOf(sitting.state, 'l').lastChild!.textContent).toBe('first\nsecond  ')
    press(sitting, 'Mod-Enter')
    type(sitting, 'after')
    expect(rows(sitting).at(-1)).toBe('  paragraph after')
    const motto = chapter(epigraph(t`Still.`, t`A ferryman`))
    behind(motto, 'ferryman')
    press(motto, 'Enter')
    type(motto, 'after')
    expect(rows(motto).at(-1)).toBe('  paragraph after')
  })
})

describe('Tab', () => {
  const list = (): Sitting => chapter(steps(t`one`, t`two`, t`three`))
  const depths = (sitting: Sitting): string[] =>
    rows(sitting)
      .filter(row => row.includes('paragraph'))
      .map(row => `${(row.length - row.trimStart().length) / 2}${row.trim().slice(9)}`)

  test('sinks an item and Shift+Tab lifts it, with what it holds', () => {
    const sitting = list()
    behind(sitting, 'two')
    expect(press(sitting, 'Tab')).toBe(true)
    behind(sitting, 'three')
    press(sitting, 'Tab', 'Tab')
    expect(depths(sitting)).toEqual(['3 one', '5 two', '7 three'])
    behind(sitting, 'two')
    press(sitting, 'Shift-Tab')
    expect(depths(sitting)).toEqual(['3 one', '3 two', '5 three'])
  })

  test('the first item has nothing to sink into', () => {
    const sitting = list()
    const before = sitting.state.doc
    behind(sitting, 'one')
    press(sitting, 'Tab')
    expect(sitting.state.doc.eq(before)).toBe(true)
  })

  test('goes from cell to cell of a table', () => {
    const sitting = chapter(
      tab('t', t`Depths.`, 'lr', [
        ['Basin', 'Depth'],
        ['west', '41'],
      ]),
    )
    behind(sitting, 'Basin')
    press(sitting, 'Tab')
    expect(sitting.state.selection.$from.parent.textContent).toBe('Depth')
    press(sitting, 'Shift-Tab')
    expect(sitting.state.selection.$from.parent.textContent).toBe('Basin')
    behind(sitting, '41')
    const cells = (): number => sitting.state.doc.textBetween(0, sitting.state.doc.content.size, '|', '|').split('|').length
    const before = cells()
    press(sitting, 'Tab')
    expect(cells()).toBeGreaterThan(before)
    type(sitting, 'east')
    expect(nodeOf(sitting.state, 't').textContent).toContain('41east')
  })
})

describe('Backspace and Delete', () => {
  test('at the start of a heading makes it a paragraph; a second one joins it to the text before', () => {
    const sitting = chapter(p`before`, h2('h', 'Within'))
    cursorIn(sitting, 'h')
    press(sitting, 'Backspace')
    expect(rows(sitting)).toEqual(['  paragraph before', '  paragraph Within'])
    press(sitting, 'Backspace')
    expect(rows(sitting)).toEqual(['  paragraph beforeWithin'])
  })

  test('Delete at the end of a paragraph joins the next one', () => {
    const sitting = chapter(p`before`, p`after`)
    behind(sitting, 'before')
    press(sitting, 'Delete')
    expect(rows(sitting)).toEqual(['  paragraph beforeafter'])
  })
})

describe('chords', () => {
  test.each<[string, string]>([
    ['Mod-b', 'strong'],
    ['Mod-i', 'emphasis'],
    ['Mod-Alt-c', 'code'],
    ['Mod-Alt-k', 'smallCapitals'],
    ['Mod-Alt-u', 'superscript'],
    ['Mod-Alt-d', 'subscript'],
  ])('%s sets words in %s, and sets them back', (chord, mark) => {
    const sitting = chapter(paragraph(['wind and water']))
    const select = (): void => {
      behind(sitting, 'wind')
      apply(
        sitting,
        sitting.state.tr.setSelection(
          TextSelection.create(sitting.state.doc, sitting.state.selection.from - 4, sitting.state.selection.from),
        ),
      )
    }
    select()
    press(sitting, chord)
    expect(sitting.state.doc.firstChild!.child(1).firstChild!.marks.map(found => found.type.name)).toEqual([mark])
    press(sitting, chord)
    expect(sitting.state.doc.firstChild!.child(1).firstChild!.marks).toEqual([])
  })

  test('headings by level and back, promoted and demoted with their section, moved past each other', () => {
    const sitting = chapter(p`opening`, p`First`, p`one`, p`Second`, p`two`)
    for (const [words, chord] of [
      ['First', 'Mod-Alt-2'],
      ['Second', 'Mod-Alt-3'],
    ]) {
      behind(sitting, words!)
      press(sitting, chord!)
    }
    const levels = (): string[] => {
      const found: string[] = []
      sitting.state.doc.descendants(node => {
        if (node.type === nodes.heading) found.push(`${node.attrs.level} ${node.textContent}`)
      })
      return found
    }
    expect(levels()).toEqual(['2 First', '3 Second'])
    behind(sitting, 'two')
    press(sitting, 'Mod-Alt-[')
    expect(levels()).toEqual(['2 First', '2 Second'])
    press(sitting, 'Mod-Alt-ArrowUp')
    expect(levels()).toEqual(['2 Second', '2 First'])
    expect(rows(sitting)).toEqual(['  paragraph opening', '  heading Second', '  paragraph two', '  heading First', '  paragraph one'])
    expect(sitting.state.selection.$from.parent.textContent).toBe('two')
    press(sitting, 'Mod-Alt-ArrowDown', 'Mod-Alt-]')
    expect(levels()).toEqual(['2 First', '3 Second'])
    behind(sitting, 'Second')
    press(sitting, 'Mod-Alt-p')
    expect(levels()).toEqual(['2 First'])
  })

  test('the section of the cursor is the heading before it, or the division where there is none', () => {
    const sitting = chapter(p`opening`, h2('h', 'First'), p`within`)
    behind(sitting, 'opening')
    expect(sectionAt(sitting.state)).toBe(sitting.state.doc.firstChild!.attrs.id)
    behind(sitting, 'within')
    expect(sectionAt(sitting.state)).toBe(nodeOf(sitting.state, 'h').attrs.id)
    cursorIn(sitting, 'h')
    expect(sectionAt(sitting.state)).toBe(nodeOf(sitting.state, 'h').attrs.id)
  })

  test('a space that does not break', () => {
    const sitting = chapter(p`ab`)
    behind(sitting, 'a')
    press(sitting, 'Mod-Shift-Space')
    expect(sitting.state.doc.firstChild!.child(1).textContent).toBe('a\u00a0b')
  })
})

describe('text typed as structure', () => {
  test.each<[string, string[]]>([
    ['# Wind', ['  heading Wind']],
    ['### Wind', ['  heading Wind']],
    ['- wind', ['  bulletedList', '    listItem', '      paragraph wind']],
    ['1. wind', ['  numberedList', '    listItem', '      paragraph wind']],
    ['1) wind', ['  numberedList', '    listItem', '      paragraph wind']],
    ['> wind', ['  quotation', '    paragraph wind']],
    ['5-- 7 and so on...', ['  paragraph 5– 7 and so on…']],
    ['2. wind', ['  paragraph 2. wind']],
    ['a - wind', ['  paragraph a - wind']],
  ])('%s', (text, expected) => {
    const sitting = chapter(p``)
    apply(sitting, sitting.state.tr.setSelection(TextSelection.near(sitting.state.doc.resolve(at(sitting.state, 'c') + 4))))
    type(sitting, text)
    expect(rows(sitting)).toEqual(expected)
    expect(sitting.state.doc.firstChild!.child(1).attrs.id).toBeTruthy()
  })

  test.each([
    ['# a', [], 2],
    ['## a', [h2('h', 'Before')], 3],
    ['## a', [], 2],
    ['#### a', [h2('h', 'Before')], 3],
    ['# a', [h2('h', 'Before')], 2],
  ] as const)('%s behind %p is of level %i: none is skipped without a word', (text, before, level) => {
    const sitting = chapter(...before, here())
    cursorIn(sitting, 'here')
    useNotices.setState({ shown: [] })
    type(sitting, text)
    const made = sitting.state.doc.firstChild!.child(1 + before.length)
    expect(made.attrs.level).toBe(level)
    expect(made.attrs.label).toBe('here')
    expect(useNotices.getState().shown.length).toBe(text.indexOf(' ') + 1 > level ? 1 : 0)
  })

  test.each([
    ['a *wide* lake', 'a <wide> lake'],
    ['_wide lake_', '<wide lake>'],
    ['a (*wide*) lake', 'a (<wide>) lake'],
    ['2 * 3 * 4', '2 * 3 * 4'],
    ['a*b*c', 'a*b*c'],
    ['the_file_name', 'the_file_name'],
    ['** and __', '** and __'],
  ])('%s is written %s', (text, expected) => {
    const sitting = chapter(here())
    cursorIn(sitting, 'here')
    type(sitting, text)
    const said = nodeOf(sitting.state, 'here').children.map(child => (child.marks.length ? `<${child.text}>` : child.text))
    expect(said.join('')).toBe(expected)
  })

  test('the author may do without', () => {
    typeEmphasis(false)
    const sitting = chapter(here())
    cursorIn(sitting, 'here')
    type(sitting, 'a *wide* lake')
    expect(nodeOf(sitting.state, 'here').textContent).toBe('a *wide* lake')
    typeEmphasis(true)
  })
})

/** Formulas in a line and on lines of their own: one becomes the other, and what stood around it stays what it was. */
import { NodeSelection, TextSelection } from '@tiptap/pm/state'
import fc from 'fast-check'
import { bullets, div, eq, f, group, h2, note, p, t } from '../../../demo/src/builder.ts'
import { formulaBeside, turnFormula } from '../src/editor/formulaPlaces.ts'
import { nodes, run, type Sitting, sittingOf } from './support/editor.ts'

const sitting = (...blocks: Parameters<typeof div>[2][]): Sitting => sittingOf([div({ role: 'chapter', label: 'one' }, 'One', ...blocks)])
const placeOf = ({ state }: Sitting, kind: 'formula' | 'equation'): number => {
  let found = -1
  state.doc.descendants((node, at) => {
    if (found < 0 && node.type === nodes[kind]) found = at
  })
  return found
}
/** Turns the first formula of a kind; whether that was done. The selection and what is told of its place must then agree. */
function turn(of: Sitting, kind: 'formula' | 'equation'): boolean {
  const { command, place } = turnFormula(placeOf(of, kind))
  if (!run(of, command)) return false
  const made = of.state.doc.nodeAt(place(of.state))!
  expect(made.type).toBe(kind === 'formula' ? nodes.equation : nodes.formula)
  const { selection } = of.state
  expect(selection instanceof NodeSelection ? selection.from : selection.from - 1).toBe(place(of.state))
  return true
}
/** Blocks of the chapter, with formulas in dollars… of words, so that it is seen where they stand. */
const says = ({ state }: Sitting): string[] =>
  state.doc.firstChild!.children.slice(1).map(block => {
    if (block.type === nodes.equation) return `⟨${block.attrs.formula}⟩`
    return block.children.map(node => (node.type === nodes.formula ? `[${node.attrs.formula}]` : node.textContent)).join('')
  })

test.each<[string, ReturnType<typeof p>, string[]]>([
  ['in the middle of a line', p`With ${f`a = b`} it holds.`, ['With ', '⟨a = b⟩', 'it holds.']],
  ['its stop goes along', p`With ${f`a = b`}, it holds.`, ['With ', '⟨a = b,⟩', 'it holds.']],
  ['at the end, with the stop of the sentence', p`It holds that ${f`a = b`}.`, ['It holds that ', '⟨a = b.⟩']],
  ['at the beginning', p`${f`a = b`} holds.`, ['⟨a = b⟩', 'holds.']],
  ['alone', p`${f`a = b`}`, ['⟨a = b⟩']],
  ['before a note', p`${f`a = b`}${note`As is known.`}`, ['⟨a = b⟩', 'As is known.']],
  ['behind a note', p`${note`As is known.`}${f`a = b`}`, ['As is known.', '⟨a = b⟩']],
  ['beside another', p`${f`a`}${f`b`}`, ['⟨a⟩', '[b]']],
])('%s: it stands on a line of its own, and nothing is lost', (_where, paragraph, wanted) => {
  const of = sitting(paragraph)
  expect(turn(of, 'formula')).toBe(true)
  expect(says(of)).toEqual(wanted)
})

test.each<[string, Parameters<typeof sitting>, string[]]>([
  ['between two paragraphs', [p`With`, eq('e', 'a = b'), p`it holds.`], ['With [a = b] it holds.']],
  ['its stop is one of the text', [p`With`, eq('e', 'a = b,'), p`it holds.`], ['With [a = b], it holds.']],
  ['before text that begins with a stop', [p`With`, eq('e', 'a = b'), p`, it holds.`], ['With [a = b], it holds.']],
  ['with nothing before it', [eq('e', 'a = b.'), p`So it is.`], ['[a = b]. So it is.']],
  ['with nothing behind it', [p`With`, eq('e', 'a = b')], ['With [a = b]']],
  ['between headings', [h2('h', 'Before'), eq('e', 'a'), h2('i', 'Behind')], ['Before', '[a]', 'Behind']],
])('%s: it stands in the line', (_where, blocks, wanted) => {
  const of = sitting(...blocks)
  expect(turn(of, 'equation')).toBe(true)
  expect(says(of)).toEqual(wanted)
})

test('a line of a group stays one, and so does a formula where no equation may stand', () => {
  const grouped = sitting(group('g', eq('e', 'a'), eq('d', 'b')))
  expect(turn(grouped, 'equation')).toBe(false)
  const heading = sitting(nodes.heading.create({ level: 2, id: 'h' }, [f`a`]))
  expect(turn(heading, 'formula')).toBe(false)
  const listed = sitting(bullets(t`With ${f`a`} it holds.`))
  expect(turn(listed, 'formula')).toBe(false)
  const words = sitting(p`words`)
  expect(run(words, turnFormula(1).command)).toBe(false)
})

test('the paragraph is what it was where it begins, and what was asked of it holds for both halves', () => {
  const asked = (words: ReturnType<typeof p>) =>
    words.type.create({ ...words.attrs, id: 'it', label: 'place', keepTogether: true }, words.content)
  const halves = (of: Sitting) => of.state.doc.firstChild!.children.filter(({ type }) => type === nodes.paragraph).map(({ attrs }) => attrs)
  const both = sitting(asked(p`With ${f`a`} it holds.`))
  turn(both, 'formula')
  const [first, second] = halves(both)
  expect(first).toMatchObject({ label: 'place', keepTogether: true })
  expect(second).toMatchObject({ label: '', keepTogether: true })
  expect(second!.id).not.toBe(first!.id)
  const one = sitting(asked(p`${f`a`} holds.`))
  turn(one, 'formula')
  expect(halves(one)).toMatchObject([{ label: 'place', keepTogether: true }])
})

test('turned and turned back, the words and the formula are what they were, whatever stands around', () => {
  const words = fc.stringMatching(/^[a-z]{1,4}( [a-z]{1,4}){0,2}$/)
  fc.assert(
    fc.property(fc.option(words), fc.constantFrom('', ',', '.', ';', ':'), fc.option(words), (before, stop, after) => {
      const of = sitting(p`${before ? `${before} ` : ''}${f`x + y`}${stop}${after ? ` ${after}` : ''}`)
      const was = says(of)
      expect(turn(of, 'formula')).toBe(true)
      expect(turn(of, 'equation')).toBe(true)
      expect(says(of)).toEqual(was)
    }),
  )
})

describe('an arrow', () => {
  const pressed = (key: string, more: Partial<KeyboardEvent> = {}): KeyboardEvent =>
    ({ key, shiftKey: false, ctrlKey: false, altKey: false, metaKey: false, ...more }) as KeyboardEvent
  const cursor = (from: number, to = from): Sitting => {
    const of = sitting(p`ab${f`x`}cd`)
    const at = placeOf(of, 'formula')
    of.state = of.state.apply(of.state.tr.setSelection(TextSelection.create(of.state.doc, at + from, at + to)))
    return of
  }

  test('goes into the formula that it meets, from the side it comes from', () => {
    const at = placeOf(cursor(0), 'formula')
    expect(formulaBeside(cursor(0).state, pressed('ArrowRight'))).toEqual({ at, opensAt: 'start' })
    expect(formulaBeside(cursor(1).state, pressed('ArrowLeft'))).toEqual({ at, opensAt: 'end' })
  })

  test.each<[string, Sitting, KeyboardEvent]>([
    ['away from it', cursor(0), pressed('ArrowLeft')],
    ['from further off', cursor(-1), pressed('ArrowRight')],
    ['with words selected', cursor(-1, 0), pressed('ArrowRight')],
    ['to select', cursor(0), pressed('ArrowRight', { shiftKey: true })],
    ['by words', cursor(0), pressed('ArrowRight', { ctrlKey: true })],
    ['by another key', cursor(0), pressed('x')],
  ])('%s it does not', (_how, of, event) => {
    expect(formulaBeside(of.state, event)).toBeNull()
  })
})

/** Notes of two kinds in one work: each with its count, its signs and its place; marks at one place parted, and one that stands again. */
import fc from 'fast-check'
import { Transform } from 'prosemirror-transform'
import { div, note, p, paragraph, reference } from '../../../demo/src/builder.ts'
import { textOfPieces } from '../src/content/pieces.ts'
import { applyRemedy } from '../src/findings/applyRemedy.ts'
import { findingsOf } from '../src/findings/index.ts'
import { accountOf } from '../src/numbers/account.ts'
import type { Page } from '../src/pages/page.ts'
import type { Turnover } from '../src/turnover/turnover.ts'
import { thesisStyle } from '../src/work/parts/readyStyles.ts'
import type { NoteRules } from '../src/work/parts/scheme.ts'
import type { Node } from '../src/work/schema.ts'
import type { Work } from '../src/work/work.ts'
import { mentionsIn, saidIn } from './support/saying.ts'
import { changedScheme, chapter, newEngine, workOf } from './support/work.ts'

const other = (own: Node): Node => own.type.create({ ...own.attrs, other: true }, own.content)
/** “a” is a note of the usual kind, “b” one of the other. */
const text = (said: string): Node =>
  paragraph(
    [...said].flatMap(letter => (letter === 'a' ? ['Word.', note`Usual.`] : letter === 'b' ? ['Word.', other(note`Other.`)] : [' '])),
  )

const withRules = (divisions: Node[], usual: Partial<NoteRules>, second: Partial<NoteRules> = {}): Work => ({
  ...workOf(divisions),
  scheme: changedScheme(scheme => {
    Object.assign(scheme.notes, usual)
    Object.assign(scheme.otherNotes, second)
  }),
})
const marksOf = ({ ledger }: Turnover): string =>
  ledger.entries.flatMap(({ item, number }) => (item.kind === 'note' ? [number] : [])).join(' ')
const wordsOn = (page: Page): string =>
  page.placed
    .flatMap(({ box }) =>
      box.marks.flatMap(mark =>
        mark.kind === 'line' ? mark.line.pieces.flatMap(piece => ('shape' in piece ? [piece.shape.text] : [])) : [],
      ),
    )
    .join(' ')

test.each<[string, string[], Partial<NoteRules>, Partial<NoteRules>, string]>([
  ['each kind counts by itself', ['abab', 'ba'], { restart: 'work' }, {}, '1 a 2 b c 3'],
  ['one by chapter, the other through the work', ['ab', 'ab'], { restart: 'chapter' }, { restart: 'work' }, '1 a 1 b'],
  ['both by chapter', ['abb', 'ba'], { restart: 'chapter' }, { restart: 'chapter' }, '1 a b a 1'],
  ['one by page', ['aab', 'ab'], { restart: 'page' }, { restart: 'work' }, '1 2 a 1 b'],
  ['both by page, at the foot', ['aab', 'ab'], { restart: 'page' }, { restart: 'page', place: 'foot' }, '1 2 a 1 a'],
  ['signs for one of them', ['ab', 'ab'], { restart: 'work', form: 'symbols' }, { form: 'arabic' }, '* 1 † 2'],
  ['none of the usual kind', ['bb'], {}, { form: 'romanLower' }, 'i ii'],
])('%s', (_name, chapters, usual, second, marks) => {
  const turnover = newEngine().run(
    withRules(
      chapters.map((said, i) => chapter(`c${i}`, `C${i}`, text(said))),
      usual,
      { place: 'chapter', ...second },
    ),
  )
  expect(marksOf(turnover)).toBe(marks)
  expect(turnover.settled).toBe(true)
})

test('footnotes stand at the foot, endnotes in their division, and each says its mark', () => {
  const turnover = newEngine().run(withRules([chapter('c', 'C', text('abab')), div({ role: 'endnotes' }, 'Notes')], { restart: 'work' }))
  const [first, ...rest] = turnover.pages
  expect(wordsOn(first!)).toMatch(/1\s*Usual\.\s*2\s*Usual\./)
  expect(wordsOn(first!)).not.toContain('Other.')
  expect(wordsOn(rest.at(-1)!)).toMatch(/a\s*Other\.\s*b\s*Other\./)
  expect(wordsOn(rest.at(-1)!)).not.toContain('Usual.')
})

test('both kinds at the end of a chapter, one behind the other; both at the foot, in the order of their marks', () => {
  const atEnd = newEngine().run(withRules([chapter('c', 'C', text('abab'))], { place: 'chapter' }, { place: 'chapter' }))
  expect(wordsOn(atEnd.pages[0]!)).toMatch(/Usual\.\s*2\s*Usual\.\s*a\s*Other\.\s*b\s*Other\./)
  const atFoot = newEngine().run(withRules([chapter('c', 'C', text('abab'))], {}, { place: 'foot' }))
  expect(wordsOn(atFoot.pages[0]!)).toMatch(/1\s*Usual\.\s*a\s*Other\.\s*2\s*Usual\.\s*b\s*Other\./)
})

test('notes that have no place are told, those of either kind', () => {
  const found = (said: string): string[] =>
    findingsOf(newEngine().run(withRules([chapter('c', 'C', text(said))], {}))).flatMap(({ check, message }) =>
      check === 'notesNowhere' ? [message] : [],
    )
  expect(found('aab')).toEqual(['A note is to stand in a division of their own, and there is none.'])
  expect(found('aa')).toEqual([])
})

test('an account tells by which kind a note counts', () => {
  const turnover = newEngine().run(withRules([chapter('c', 'C', text('ab'))], { restart: 'page' }, { place: 'foot' }))
  const [usual, second] = turnover.ledger.entries.filter(({ item }) => item.kind === 'note')
  expect(accountOf(turnover.ledger, usual!.id)[0]!.text).toBe('Notes begin again on every page, in the order of their marks.')
  expect(accountOf(turnover.ledger, second!.id)[0]!.text).toContain('whole work')
})

test('marks at one place are parted by a comma, and only those', () => {
  const turnover = newEngine().run(
    withRules([chapter('c', 'C', paragraph(['Words.', note`One.`, note`Two.`, ' And', note`Three.`, ' more.']))], {}),
  )
  const line = turnover.pages[0]!.placed.find(({ box }) => box.notes.length)!.box.marks.find(mark => mark.kind === 'line')!
  const pieces = line.kind === 'line' ? line.line.pieces.flatMap(piece => ('shape' in piece ? [piece.shape.text] : [])) : []
  expect(pieces.join('|')).toMatch(/\|1\|,\|2\|/)
  expect(pieces.filter(piece => piece === ',')).toHaveLength(1)
})

test('a note that is referred to again by its mark says its number there, wherever it moves', () => {
  const again = (own: Node): Node => own.type.create({ ...own.attrs, label: 'again' }, own.content)
  const make = (before: string): Turnover =>
    newEngine().run(
      withRules(
        [chapter('c', 'C', text(before), p`Words.${again(note`Said.`)}`, paragraph(['Once more.', reference('mark', ['again'])]))],
        {},
      ),
    )
  expect(saidIn(make('a'))).toEqual(['2'])
  const later = make('aaa')
  expect(saidIn(later)).toEqual(['4'])
  const mark = later.wordingOf(later.work.doc.child(0).child(3).child(1), `${later.work.doc.child(0).child(3).attrs.id}#0`)
  expect(mark).toMatchObject([{ text: '4', marks: ['superscript'] }])
  expect(textOfPieces(mark)).toBe('4')
  expect(mentionsIn(later)).toEqual([])
})

test('whatever notes there are: each stands once, in the place of its kind, and an edit gives what the work opened afresh gives', () => {
  const places = fc.constantFrom<NoteRules['place']>('foot', 'chapter', 'work')
  const chapters = fc.array(
    fc.array(fc.constantFrom('a', 'b', ' '), { maxLength: 8 }).map(list => list.join('')),
    { minLength: 1, maxLength: 3 },
  )
  fc.assert(
    fc.property(chapters, places, places, fc.nat(), (made, usual, second, at) => {
      const work = withRules(
        [...made.map((said, i) => chapter(`c${i}`, `C${i}`, text(said))), div({ role: 'endnotes' }, 'Notes')],
        { place: usual },
        { place: second },
      )
      const engine = newEngine()
      const begunIn = ({ pages }: Turnover): string[] => pages.flatMap(({ placed }) => placed.flatMap(({ box }) => box.begins))
      const turnover = engine.run(work)
      const notes = turnover.ledger.entries.filter(({ item }) => item.kind === 'note').map(({ id }) => id)
      expect(
        begunIn(turnover)
          .filter(id => notes.includes(id))
          .sort(),
      ).toEqual([...notes].sort())
      // One note becomes the other kind.
      if (!notes.length) return
      const id = notes[at % notes.length]!
      const turned = (node: Node): Node =>
        node.attrs.id === id
          ? node.type.create({ ...node.attrs, other: !node.attrs.other }, node.content)
          : node.isText || !node.childCount
            ? node
            : node.children.some(child => child !== turned(child))
              ? node.copy(node.type.create(node.attrs, node.children.map(turned)).content)
              : node
      const after = { ...work, doc: turned(work.doc) }
      const drawn = ({ pages }: Turnover): unknown => pages.map(({ placed }) => placed.map(({ x, y, box }) => [x, y, box.block, box.marks]))
      expect(drawn(engine.run(after))).toEqual(drawn(newEngine().run(after)))
    }),
    { numRuns: 40 },
  )
})

describe('marks beside a stop', () => {
  const sideOf = (side: string): Work['houseStyle'] => ({ ...thesisStyle(), checks: { notePunctuation: { side } } })
  const base = (...parts: (string | Node)[]): Work => withRules([chapter('c', 'C', paragraph(parts))], {})
  const found = (work: Work) => findingsOf(newEngine().run(work)).filter(({ check }) => check === 'notePunctuation')
  const written = (work: Work): string => {
    let said = ''
    work.doc
      .child(0)
      .child(1)
      .forEach(child => {
        said += child.text ?? (child.type.name === 'note' ? `[${child.textContent}]` : '')
      })
    return said
  }
  const mended = (work: Work): string => {
    const tr = new Transform(work.doc)
    for (const finding of [...found(work)].reverse()) expect(applyRemedy(tr, finding.remedy!)).toBe(true)
    expect(found({ ...work, doc: tr.doc })).toEqual([])
    return written({ ...work, doc: tr.doc })
  }
  test.each([
    ['en-GB', 1],
    ['fr', 0],
    ['de', 0],
    ['pl', 0],
  ])('usual in %s', (language, count) => {
    const work = base('Words', note`1`, '. More.')
    expect(found({ ...work, settings: { ...work.settings, language } })).toHaveLength(count)
  })
  test.each<[string, 'after' | 'before' | 'either', (string | Node)[], number, string]>([
    ['before a stop', 'after', ['Words', note`1`, '. More.'], 1, 'Words.[1] More.'],
    ['two before a stop keep their order', 'after', ['Words', note`1`, note`2`, '. More.'], 1, 'Words.[1][2] More.'],
    ['behind a stop, as it is to be', 'after', ['Words.', note`1`, ' More.'], 0, 'Words.[1] More.'],
    ['behind a stop', 'before', ['Words.', note`1`, ' More.'], 1, 'Words[1]. More.'],
    ['two behind a stop keep their order', 'before', ['Words,', note`1`, note`2`, ' more'], 1, 'Words[1][2], more'],
    ['a stop and quotation marks', 'after', ['“Words', note`1`, '.” More'], 1, '“Words.”[1] More'],
    ['no stop', 'after', ['Words', note`1`, ' more.'], 0, 'Words[1] more.'],
    ['either', 'either', ['Words', note`1`, '. More.'], 0, 'Words[1]. More.'],
    ['at the ends of a text', 'after', [note`1`, '. More', note`2`], 1, '.[1] More[2]'],
  ])('%s', (_name, side, parts, count, after) => {
    const work = { ...base(...parts), houseStyle: sideOf(side) }
    expect(found(work)).toHaveLength(count)
    expect(mended(work)).toBe(after)
  })
})

/** What is done at the index desk: words are found, terms merged, moved and removed, read from files; and what the checks find. */
import fc from 'fast-check'
import { Transform } from 'prosemirror-transform'
import { div, h2, note, p, paragraph } from '../../../demo/src/builder.ts'
import { alike, findWords } from '../src/content/index/find.ts'
import { knownWords } from '../src/content/index/knownWords.ts'
import { markedWords } from '../src/content/index/markedWords.ts'
import { marksOf } from '../src/content/index/marks.ts'
import { termName } from '../src/content/index/terms.ts'
import { readTerms, writeTermsCsv } from '../src/content/index/termsCsv.ts'
import { applyRemedy } from '../src/findings/applyRemedy.ts'
import { findingsOf } from '../src/findings/index.ts'
import { markPlaces, marksAt, mayStandUnder, mergeTerms, removeTerm } from '../src/work/commands/indexMarks.ts'
import { newTerm, type Term } from '../src/work/registers/terms.ts'
import { type Node, schema } from '../src/work/schema.ts'
import { afterSteps } from '../src/work/steps/workStep.ts'
import type { Work } from '../src/work/work.ts'
import { chapter, newEngine, workOf } from './support/work.ts'

const term = (heading: string, more: Partial<Term> = {}): Term => ({ ...newTerm(), heading, ...more })
let count = 0
const mark = (of: string, more: { main?: boolean; range?: 'no' | 'start' | 'end' } = {}): Node =>
  schema.nodes.indexMark.create({ id: `m${count++}`, term: of, ...more })
const after = (work: Work, tr: Transform): Work => ({ ...work, ...afterSteps(work, tr.steps), doc: tr.doc })

describe('words of a term', () => {
  const work = workOf([
    chapter(
      'c',
      'Mixing by wind',
      p`The thermocline tilts. Thermoclines tilt back; a thermoclime does not.${note`Of thermoclines in notes.`} Isothermocline is another.`,
    ),
    chapter('d', 'D', p`Wind mixing, wind-mixing and wind, mixing. Winds mix; mixing of winds.`),
  ])
  const found = (heading: string, language = 'en'): string[] =>
    findWords(work.doc, heading, 't', language).map(({ text, how }) => `${text} ${how}`)

  test.each<[string, string[]]>([
    ['thermocline', ['thermocline exact', 'Thermoclines inflected', 'thermoclime like', 'thermoclines inflected']],
    ['wind mixing', ['Wind mixing exact', 'wind-mixing exact', 'Winds mix inflected']],
    ['tilting', ['tilts inflected', 'tilt inflected']],
    ['no', []],
    ['', []],
    ['—', []],
  ])('%s', (heading, places) => expect(found(heading)).toEqual(places))

  test.each([
    ['de', 'Mischung', 'Mischungen', true],
    ['fr', 'mélange', 'mélanges', true],
    ['es', 'mezcla', 'mezclas', true],
    ['en', 'colour', 'color', true],
    ['en', 'lake', 'lane', false],
    ['en', 'wind', 'wind mixing', false],
    ['nl', 'menging', 'menging', true],
  ])('in %s, %s and %s', (language, a, b, same) => expect(alike(a, b, language)).toBe(same))

  test('a place that is marked is told, and one that was refused is known again after an edit beside it', () => {
    const before = findWords(work.doc, 'thermocline', 't', 'en')
    const tr = markPlaces(new Transform(work.doc), [{ at: before[0]!.from, main: true }], 't', () => 'x')
    expect(findWords(tr.doc, 'thermocline', 't', 'en').map(({ marked }) => marked)).toEqual([true, false, false, false])
    expect(findWords(tr.doc, 'thermocline', 'other', 'en').some(({ marked }) => marked)).toBe(false)
    expect(marksOf(tr.doc)).toMatchObject([{ term: 't', main: true }])
    tr.insert(before[0]!.from - 4, schema.text('Once more: '))
    expect(
      findWords(tr.doc, 'thermocline', 't', 'en')
        .map(({ key }) => key)
        .slice(1),
    ).toEqual(before.slice(1).map(({ key }) => key))
  })

  test('what is found stands in the text where it is said to stand, whatever is marked in it', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom('wind ', 'winds, ', 'mixing ', 'basin. ', null), { maxLength: 40 }), parts => {
        const inline = parts.map(part => (part === null ? mark('t') : schema.text(part)))
        const { doc } = workOf([chapter('c', 'C', schema.nodes.paragraph.create(null, inline))])
        for (const { from, to, text } of findWords(doc, 'wind', 't', 'en')) {
          expect(doc.textBetween(from, to)).toBe(text)
          expect(text.toLowerCase()).toMatch(/^winds?$/)
        }
      }),
    )
  })
})

describe('terms are changed all over the work in one step', () => {
  const terms = {
    a: term('wind'),
    b: term('fetch', { under: 'a' }),
    c: term('winds', { see: ['b'] }),
    d: term('gusts', { under: 'c', seeAlso: ['c', 'a'] }),
  }
  const work = workOf(
    [chapter('c', 'C', paragraph([mark('a'), 'One ', mark('c'), 'two ', mark('c', { main: true }), 'three ', mark('d'), 'four.']))],
    { terms },
  )

  test('merged: marks, what stands under it and what sends to it go over; undone as one', () => {
    const tr = mergeTerms(new Transform(work.doc), work, 'c', 'a')
    const merged = after(work, tr)
    expect(Object.keys(merged.terms).sort()).toEqual(['a', 'b', 'd'])
    expect(marksAt(merged.doc, 'a')).toHaveLength(3)
    expect(merged.terms.d).toMatchObject({ under: 'a', seeAlso: ['a'] })
    expect(merged.terms.a!.see).toEqual(['b'])
    const back = [...tr.steps].map((step, i) => step.invert(tr.docs[i]!)).reverse()
    const undone = new Transform(merged.doc)
    for (const step of back) undone.step(step)
    expect(after(merged, undone).terms).toEqual(terms)
    expect(undone.doc.eq(work.doc)).toBe(true)
  })
  test('into what stands under it', () => {
    const merged = after(work, mergeTerms(new Transform(work.doc), work, 'a', 'b'))
    expect(merged.terms.b!.under).toBe('')
    expect(termName(merged.terms, 'b')).toBe('fetch')
  })
  test('removed: its marks go, what stands under it moves up, nothing sends to it', () => {
    const removed = after(work, removeTerm(new Transform(work.doc), work, 'c'))
    expect(marksOf(removed.doc).map(({ term: of }) => of)).toEqual(['a', 'd'])
    expect(removed.terms.d).toMatchObject({ under: '', seeAlso: ['a'] })
    expect(removed.doc.textContent).toBe(work.doc.textContent)
  })
  test.each([
    ['b', '', true],
    ['a', 'b', false],
    ['a', 'a', false],
    ['c', 'a', true],
    ['c', 'b', false],
    ['d', 'b', true],
  ])('%s may stand under “%s”: %s', (id, upper, may) => expect(mayStandUnder(terms, id, upper)).toBe(may))
})

describe('terms in files', () => {
  let fresh = 0
  const newId = (): string => `new${fresh++}`
  const names = (terms: Record<string, Term>): string[] => Object.keys(terms).map(id => termName(terms, id))

  test('a plain list, set in by level; what is known is told', () => {
    const { added, known } = readTerms('wind\n  fetch\n\tmean\nmixing\r\n', { w: term('Wind') }, newId)
    expect(known).toBe(1)
    expect(names({ w: term('Wind'), ...added })).toEqual(
      ['Wind', 'Wind, fetch', 'Wind, mean', 'mixing'].slice(0, 2).concat(['Wind, fetch, mean', 'mixing']),
    )
  })
  test('written and read again it is the same', () => {
    const terms = {
      a: term('wind, strong', { sortKey: 'wind' }),
      b: term('of “fetch”; long', { under: 'a' }),
      c: term('=SUM', { see: ['a'] }),
      n: term('Tolvay', { index: 'names' }),
    }
    const { added } = readTerms(writeTermsCsv(terms), {}, newId)
    expect(names(added)).toEqual(names(terms))
    const [a, , c, n] = Object.values(added)
    expect([a!.sortKey, n!.index]).toEqual(['wind', 'names'])
    expect(c!.heading).toBe('=SUM')
    expect(writeTermsCsv(terms)).toContain("'=SUM")
  })
  test.each(['', '\n \n'])('nothing in it: “%s”', text => expect(() => readTerms(text, {}, newId)).toThrow('There is no term in this file'))
})

describe('the words that marks stand for', () => {
  const headings: Record<string, string> = { a: 'wind mixing', b: 'heat, specific' }
  test.each<[string, Node, string[]]>([
    ['those of the term, inflected too', p`By ${mark('a')}winds mixing the lake.`, ['winds mixing']],
    ['the word at the mark, where the term is called otherwise', p`The ${mark('b')}specific heat.`, ['specific']],
    ['the word that it stands in', p`The ther${mark('b')}mocline.`, ['thermocline']],
    ['the last word before the end of a range', p`It ends${mark('a', { range: 'end' })} here.`, ['ends']],
    ['the last one, at the end of a text', p`It ends here${mark('b')}`, ['here']],
    ['none, without words', p`${mark('a')}…`, []],
    ['each its own', p`${mark('a')}${mark('b')}Wind mixing.`, ['Wind mixing', 'Wind']],
  ])('%s', (_name, block, words) =>
    expect(markedWords(block, term => headings[term] ?? '', 'en').map(({ from, to }) => block.textBetween(from, to))).toEqual(words),
  )
})

describe('findings', () => {
  const found = (blocks: Node[], terms: Record<string, Term>, { index = true } = {}): string[] =>
    findingsOf(
      newEngine().run(
        workOf(
          [
            div({ role: 'abstract' }, 'Abstract', paragraph(['Words.'])),
            chapter('c', 'C', ...blocks),
            ...(index ? [div({ role: 'index' }, 'Index')] : []),
          ],
          { terms },
        ),
      ),
    )
      .filter(({ check }) => check.startsWith('index'))
      .map(({ check, weight, message }) => `${weight} ${check}: ${message}`)
  const text = (...marks: Node[]): Node => paragraph([...marks, 'Words.'])

  test.each<[string, Node[], Record<string, Term>, string[]]>([
    ['nothing', [text(mark('a'))], { a: term('wind') }, []],
    [
      'see to a term that is gone',
      [text(mark('a'))],
      { a: term('wind', { seeAlso: ['gone'] }) },
      ['mustMend indexSeeNowhere: The index sends from “wind” to a term that is no longer there.'],
    ],
    [
      'see to a term that says nothing',
      [text(mark('a'))],
      { a: term('wind', { see: ['b'] }), b: term('gale') },
      [
        'mustMend indexSeeNowhere: The index sends from “wind” to “gale”, which says nothing itself.',
        'shouldMend indexNoPlace: The term “gale” has no place in the text, so the index leaves it out.',
      ],
    ],
    [
      'see to a term that is left out',
      [text(mark('a'), mark('b'))],
      { a: term('wind', { see: ['b'] }), b: term('gale', { listed: false }) },
      ['mustMend indexSeeNowhere: The index sends from “wind” to “gale”, which says nothing itself.'],
    ],
    ['a term under one that is left out', [text(mark('a'))], { a: term('wind', { listed: false }), b: term('fetch', { under: 'a' }) }, []],
    ['a term above one with a place', [text(mark('b'))], { a: term('wind'), b: term('fetch', { under: 'a' }) }, []],
    [
      'two spellings',
      [text(mark('a'), mark('b'))],
      { a: term('thermocline'), b: term('thermoclime') },
      ['shouldMend indexTwoSpellings: The index has “thermocline” and “thermoclime”, which differ in one letter.'],
    ],
    [
      'capitals alone',
      [text(mark('a'), mark('b'))],
      { a: term('Wind'), b: term('wind') },
      ['shouldMend indexTwoSpellings: The index has “Wind” and “wind”, which differ in nothing but capitals.'],
    ],
    ['short words', [text(mark('a'), mark('b'))], { a: term('lake'), b: term('lane') }, []],
    [
      'a range without an end',
      [text(mark('a', { range: 'start' }))],
      { a: term('wind') },
      ['shouldMend indexMarks: A range of “wind” begins here, and has no end: the index sends to this page alone.'],
    ],
    [
      'an end without a range',
      [text(mark('a'), mark('a', { range: 'end' }))],
      { a: term('wind') },
      ['shouldMend indexMarks: A range of “wind” ends here, and begins nowhere.'],
    ],
    [
      'a mark of a term that is gone',
      [text(mark('gone'))],
      {},
      ['shouldMend indexMarks: A mark stands here for a term that is no longer in the index.'],
    ],
  ])('%s', (_name, blocks, terms, messages) => expect(found(blocks, terms)).toEqual(messages))

  test('marks without an index', () => {
    expect(found([text(mark('a'), mark('a'))], { a: term('wind') }, { index: false })).toEqual([
      'shouldMend indexMissing: The text is marked for an index at 2 places, and the work has none.',
    ])
  })
  test('many pages and nothing under it', () => {
    const pages = Array.from({ length: 19 }, (_, i) =>
      paragraph([...(i % 2 ? [] : [mark('a')]), 'Wind over the water moves what lies below it. '.repeat(60)]),
    )
    expect(found(pages, { a: term('wind') })).toEqual([expect.stringMatching(/^worthALook indexManyPages: “wind” sends to \d+ places/)])
  })
  test('front matter', () => {
    const work = workOf(
      [div({ role: 'abstract' }, 'Abstract', text(mark('a'))), chapter('c', 'C', text(mark('a'))), div({ role: 'index' }, 'Index')],
      { terms: { a: term('wind') } },
    )
    expect(findingsOf(newEngine().run(work)).map(({ check }) => check)).toEqual(['indexPassing'])
  })
  describe('words of a known term in new text', () => {
    const known = (blocks: Node[], terms: Record<string, Term>): string[] =>
      found(blocks, terms).filter(message => message.includes('indexUnmarked'))
    const marked = (words: string): Node => p`${mark('a')}${words} in a row.`
    const elsewhere = h2('elsewhere', 'Elsewhere')
    const three = [marked('thermocline'), marked('Thermoclines'), marked('thermocline')]

    test('is offered where most places are decided, inflected too; not where few are, nor by a letter', () => {
      expect(known([...three, elsewhere, p`A thermocline, and a thermoclime.`], { a: term('thermocline') })).toEqual([
        'worthALook indexUnmarked: “thermocline” stands here, and is not marked for the index; most other places of “thermocline” are.',
      ])
      expect(known([...three, elsewhere, p`Two thermoclines.`], { a: term('thermocline') })).toHaveLength(1)
      // A mark stands for its section.
      expect(known([...three, p`A thermocline.`], { a: term('thermocline') })).toEqual([])
      expect(known([marked('thermocline'), elsewhere, p`A thermocline.`, p`A thermocline.`], { a: term('thermocline') })).toEqual([])
    })
    test('what was said no to, what a range goes over, and the words of a longer term are not', () => {
      const blocks = [...three, elsewhere, p`A thermocline tilts.`]
      const { doc } = workOf([div({ role: 'abstract' }, 'Abstract', paragraph(['Words.'])), chapter('c', 'C', ...blocks)])
      const { key } = findWords(doc, 'thermocline', 'a', 'en').at(-1)!
      expect(known(blocks, { a: term('thermocline', { refused: [key] }) })).toEqual([])
      const range = [p`${mark('a', { range: 'start' })}It begins.`, p`A thermocline.`, p`It ends.${mark('a', { range: 'end' })}`]
      expect(known([...three, elsewhere, ...range], { a: term('thermocline') })).toEqual([])
      expect(known([...three, elsewhere, p`A seasonal thermocline.`], { a: term('thermocline'), b: term('seasonal thermocline') })).toEqual(
        [],
      )
    })
    test('one press marks the place, and does nothing where the words are gone', () => {
      const work = workOf([chapter('c', 'C', ...three, elsewhere, p`The deep thermocline, once.`), div({ role: 'index' }, 'Index')], {
        terms: { a: term('thermocline') },
      })
      const finding = findingsOf(newEngine().run(work)).find(({ check }) => check === 'indexUnmarked')!
      const tr = new Transform(work.doc)
      expect(applyRemedy(tr, finding.remedy!)).toBe(true)
      expect(marksOf(tr.doc).filter(({ term: of }) => of === 'a')).toHaveLength(4)
      expect(findWords(tr.doc, 'thermocline', 'a', 'en').every(({ marked: own }) => own)).toBe(true)
      expect(applyRemedy(tr, finding.remedy!)).toBe(false)
    })
    test('of many terms in one walk: the places that each is found at by itself', () => {
      const vocabulary = ['wind', 'wind mixing', 'basin', 'basins of the lake', 'lake', 'tilt']
      const terms = Object.fromEntries(vocabulary.map((heading, i) => [`t${i}`, term(heading)]))
      fc.assert(
        fc.property(fc.array(fc.constantFrom('wind', 'winds', 'mixing', 'basins', 'of', 'the', 'lake', 'tilts', ',', 'and')), words => {
          const doc = workOf([chapter('c', 'C', paragraph([words.join(' ')]))]).doc
          const all = knownWords(doc.firstChild!, terms, 'en').flatMap(({ block, words: own }) =>
            own.map(({ term: of, from, to, key }) => ({ of, from: block.start + from, to: block.start + to, key })),
          )
          const alone = vocabulary.flatMap((heading, i) =>
            findWords(doc, heading, `t${i}`, 'en')
              .filter(({ how }) => how !== 'like')
              .map(({ from, to, key }) => ({ of: `t${i}`, from, to, key })),
          )
          // Each is found alone as well, and what is found alone alone lies within a longer one.
          for (const each of all) expect(alone).toContainEqual(each)
          for (const each of alone) expect(all.some(({ from, to }) => from <= each.from && to >= each.to)).toBe(true)
          for (const [i, each] of all.entries()) if (i) expect(each.from).toBeGreaterThanOrEqual(all[i - 1]!.to)
        }),
      )
    })
  })

  test('a list of names: four marks with little but commas between them', () => {
    const terms = Object.fromEntries(['Carn', 'Tolm', 'Vessary', 'Ulm'].map((name, i) => [`n${i}`, term(name)]))
    const names = (...between: string[]): Node =>
      p`Lakes such as ${mark('n0')}Carn${between[0]!}${mark('n1')}Tolm${between[1]!}${mark('n2')}Vessary${between[2]!}${mark('n3')}Ulm were seen.`
    const passing = (block: Node): string[] => found([block], terms).filter(message => message.includes('indexPassing'))
    expect(passing(names(', ', ', ', ' and '))).toEqual([
      'worthALook indexPassing: “Carn”, “Tolm”, “Vessary” and “Ulm” are marked in one list of names, which says little of each.',
    ])
    expect(passing(names(' is deep. ', ', ', ' and '))).toEqual([])
    expect(passing(names(' lies far from all of the others, ', ', ', ' and '))).toEqual([])
    expect(passing(names(' and ', ' and ', ' and '))).toEqual([])
  })
})

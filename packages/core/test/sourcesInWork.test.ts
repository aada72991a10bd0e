/** Citations and lists of sources in works: numbers across chapters, lists by chapter, notes of citations, pages, links both ways, findings, remedies. */
import fc from 'fast-check'
import { Transform } from 'prosemirror-transform'
import { at, chapterSources, cite, div, fig, h2, note, p, page, t, tab } from '../../../demo/src/builder.ts'
import { citesInNotes } from '../src/content/citations/styles/index.ts'
import { textOfPieces } from '../src/content/pieces.ts'
import { sourceRows } from '../src/dispatch/sourceRows.ts'
import { applyRemedy } from '../src/findings/applyRemedy.ts'
import { findingsOf } from '../src/findings/index.ts'
import { scanDivision } from '../src/numbers/scan.ts'
import type { Turnover } from '../src/turnover/turnover.ts'
import { citationsAt, mergeSources, removeSource } from '../src/work/commands/sources.ts'
import type { CitationRules } from '../src/work/parts/houseStyle.ts'
import type { Source } from '../src/work/registers/sources.ts'
import type { Node } from '../src/work/schema.ts'
import { afterSteps } from '../src/work/steps/workStep.ts'
import type { Work } from '../src/work/work.ts'
import { sourceOf } from './support/citing.ts'
import { wordsOnPages } from './support/onSheets.ts'
import { saidIn } from './support/saying.ts'
import { tries } from './support/tries.ts'
import { chapter, newEngine, workOf } from './support/work.ts'

const sources: Record<string, Source> = {
  a: sourceOf('Tolvay, Ilse M. | 2019 | Basins', { publisher: 'Fenwold Press', DOI: '10.5555/basins' }),
  b: sourceOf('Brandt, Hanna | 2004 | Lakes', { publisher: 'Fenwold Press' }),
  c: sourceOf('Calder, Niall; Finch, Rosa | 1991 | Waves', { publisher: 'Fenwold Press' }),
  d: sourceOf('Dunmore, Keith | 2007 | Crests', { publisher: 'Fenwold Press' }),
}

const citing = (divisions: Node[], rules: Partial<CitationRules> = {}, more: Partial<Work> = {}): Work => {
  const work = workOf(divisions, { sources, ...more })
  return { ...work, houseStyle: { ...work.houseStyle, citations: { ...work.houseStyle.citations, ...rules } } }
}
const list = (): Node => div({ role: 'sources', label: 'list' }, 'References')
const plain = (text: string): string => text.replaceAll('\u00a0', ' ')
/** What the citations say, in the order of the text. */
const says = ({ work, citations, wordingOf }: Turnover): string[] =>
  work.doc.children.flatMap(node =>
    scanDivision(node).citations.map(({ node: own, id }) => (citations.byPlace.has(id) ? plain(textOfPieces(wordingOf(own, id))) : '?')),
  )
const listed = ({ citations }: Turnover, of = ''): string[] =>
  citations.lists.get(of)?.entries.map(({ margin, text }) => plain(`${textOfPieces(margin)} ${textOfPieces(text)}`.trim())) ?? []
const onPages = wordsOnPages

test('sources count in the order of the text: in paragraphs, notes, captions and cells', () => {
  const turnover = newEngine().run(
    citing([
      chapter('one', 'One', p`First ${cite('b')}.${note`In a note ${cite('a', at('12'))}.`} Then ${cite('c', 'a')}.`),
      chapter(
        'two',
        'Two',
        fig('f', { picture: '', alternative: 'Nothing' }, t`After ${cite('d')}.`),
        tab('t', t`Words.`, 'l', [['Head'], [t`x ${cite('b')}`]]),
      ),
      list(),
    ]),
  )
  expect(says(turnover)).toEqual(['[1]', '[2 (p. 12)]', '[2, 3]', '[4]', '[1]'])
  expect(listed(turnover).map(entry => entry.slice(0, 14))).toEqual([
    '[1] H. Brandt.',
    '[2] I. M. Tolv',
    '[3] N. Calder ',
    '[4] K. Dunmore',
  ])
})

test('chapters that move take their numbers along', () => {
  const chapters = ['abc', 'bd', 'ca', 'd'].map((own, index) =>
    [...own].map(id => p`Words ${cite(id)}.`).concat(p`Of chapter ${String(index)}.`),
  )
  fc.assert(
    fc.property(fc.shuffledSubarray([0, 1, 2, 3], { minLength: 4, maxLength: 4 }), order => {
      const turnover = newEngine().run(citing([...order.map(index => chapter(`c${index}`, `C ${index}`, ...chapters[index]!)), list()]))
      const cited = order.flatMap(index => [...['abc', 'bd', 'ca', 'd'][index]!])
      const first = [...new Set(cited)]
      expect(says(turnover)).toEqual(cited.map(id => `[${first.indexOf(id) + 1}]`))
      expect(listed(turnover)).toHaveLength(4)
    }),
    { numRuns: tries(12) },
  )
})

test('a chapter with a list of its own counts by itself, and what the list of the work holds is what stands outside', () => {
  const turnover = newEngine().run(
    citing([
      chapter('one', 'One', p`First ${cite('b')}.`),
      chapter('two', 'Two', p`By itself ${cite('d')} and ${cite('b')}.`, h2('own', 'Sources of this chapter'), chapterSources()),
      chapter('three', 'Three', p`Then ${cite('c')}.`),
      list(),
    ]),
  )
  expect(says(turnover)).toEqual(['[1]', '[1]', '[2]', '[2]'])
  const [, two] = turnover.work.doc.children
  expect(listed(turnover, two!.attrs.id).map(entry => entry.slice(0, 7))).toEqual(['[1] K. ', '[2] H. '])
  expect(listed(turnover).map(entry => entry.slice(0, 7))).toEqual(['[1] H. ', '[2] N. '])
  expect(onPages(turnover)).toMatch(/Sources of this chapter[\s\S]*Dunmore/)
})

describe('in notes', () => {
  const divisions = (): Node[] => [
    chapter('one', 'One', p`The wind ${cite('a')}, it is said.`, p`A note${note`See ${cite('b')}.`} and again ${cite('a', at('7'))}.`),
    chapter('two', 'Two', p`Here too ${cite('a')}.`),
    list(),
  ]
  const turnover = newEngine().run(citing(divisions(), { style: 'notes' }))

  test('citations in the text are notes that count among all others; those in notes stay where they are', () => {
    const notes = turnover.ledger.entries.filter(({ item }) => item.kind === 'note')
    expect(notes.map(({ number }) => number)).toEqual(['1', '2', '3', '1'])
    expect(says(turnover)).toEqual([
      'Ilse M. Tolvay, Basins, Fenwold Press, 2019, https://doi.org/10.5555/basins.',
      'Hanna Brandt, Lakes, Fenwold Press, 2004',
      'Tolvay, Basins (n. 1), p. 7.',
      'Tolvay, Basins (n. 1).',
    ])
  })
  test('a mark stands behind the word and the stop, where the language has it so', () => {
    expect(onPages(turnover)).toContain('The wind, 1')
    const german = citing(divisions(), { style: 'notes' })
    const there = newEngine().run({ ...german, settings: { ...german.settings, language: 'de' } })
    expect(onPages(there)).toMatch(/The wind ?1 ?, it is/)
  })
  test('the number of an earlier note is the one that it has: with notes as letters it is a letter, and it leads there', () => {
    const work = citing(divisions(), { style: 'notes' })
    const lettered = newEngine().run({ ...work, scheme: { ...work.scheme, notes: { ...work.scheme.notes, form: 'letterLower' } } })
    expect(says(lettered)[2]).toBe('Tolvay, Basins (n. a), p. 7.')
    const first = scanDivision(work.doc.child(0)).citations[0]!.id
    const again = scanDivision(work.doc.child(0)).citations[2]!
    expect(lettered.wordingOf(again.node, again.id).some(({ target }) => target === first)).toBe(true)
  })
  test('the text of the author stays as it is', () => {
    expect(turnover.work.doc.eq(citing(divisions()).doc)).toBe(true)
    expect(turnover.work.doc.child(0).child(1).textContent).toBe('The wind , it is said.')
  })
})

test('an edited work gives the pages of one that is opened afresh, in every style', () => {
  const blocks = ['a', 'b', 'c', 'd', 'ab', 'cd', 'bcd'].map(
    own => p`Words that say something ${cite(...own)}.${note`And ${cite(own[0]!)}.`} More of them.`,
  )
  fc.assert(
    fc.property(
      fc.constantFrom('numbers', 'numbersByAlphabet', 'authorAndYear', 'notes'),
      fc.array(fc.shuffledSubarray(blocks, { minLength: 1 }), { minLength: 2, maxLength: 4 }),
      (style, states) => {
        const engine = newEngine()
        for (const state of states) {
          const work = citing([chapter('one', 'One', ...state), chapter('two', 'Two', ...state.slice(1)), list()], { style, pages: true })
          const kept = engine.run(work)
          const fresh = newEngine().run(work)
          expect(says(kept)).toEqual(says(fresh))
          expect(onPages(kept)).toEqual(onPages(fresh))
          expect(kept.settled).toBe(true)
        }
      },
    ),
    { numRuns: tries(10) },
  )
})

test('a list says on which pages its sources are cited, in balance, and leads there and back', () => {
  const filler = Array.from({ length: 12 }, () => p`${'Many words that fill a page with text and say nothing at all. '.repeat(12)}`)
  const turnover = newEngine().run(
    citing([chapter('one', 'One', p`First ${cite('a')}.`, ...filler, p`Then ${cite('b', 'a')}.`), list()], { pages: true }),
  )
  const [first, last] = scanDivision(turnover.work.doc.child(0)).citations.map(({ holder }) => turnover.pageOf(holder)!.label)
  expect(Number(last)).toBeGreaterThan(Number(first) + 1)
  expect(onPages(turnover).replace(/\s+/g, ' ')).toContain(`Cited on pp. ${first} , ${last} .`)
  const [entry] = turnover.citations.lists.get('')!.entries
  const anchor = turnover.citations.byPlace.get(scanDivision(turnover.work.doc.child(0)).citations[0]!.id)!.find(({ target }) => target)!
    .target!
  expect(anchor).toBe(entry!.anchor)
  expect(turnover.pageOf(anchor)).toBeDefined()
})

test('a citation in a title is said in the contents, and a reference beside one is not disturbed', () => {
  const turnover = newEngine().run(
    citing(
      [
        chapter('one', 'One', p`First ${cite('c')}, see ${page('two')} and ${cite('a')}, ${page('one')}.`),
        chapter('two', 'Two', p`Words.`),
        list(),
      ],
      {
        style: 'notes',
      },
    ),
  )
  expect(saidIn(turnover)).toEqual(
    ['page 3', 'page 1'].map(said => said.replace('3', turnover.pageOf(turnover.work.doc.child(1).attrs.id)!.label)),
  )
})

describe('findings', () => {
  const found = (work: Work, check: string): string[] =>
    findingsOf(newEngine().run(work))
      .filter(finding => finding.check === check)
      .map(({ message }) => message)

  test('what is cited and gone says what it was, and is told', () => {
    const work = citing([chapter('one', 'One', p`First ${cite('a', 'b')}.`), list()])
    const tr = removeSource(new Transform(work.doc), work, 'b', 'Brandt 2004')
    const without: Work = { ...afterSteps(work, tr.steps), doc: tr.doc }
    expect(says(newEngine().run(without))).toEqual(['[1] a deleted target (was Brandt 2004)'])
    expect(found(without, 'lostCitation')).toEqual(['“Brandt 2004” is cited here, and is no longer in the register.'])
  })
  test('sources without a list, never cited, incomplete, with wrong identifiers, twice', () => {
    const more: Record<string, Source> = {
      ...sources,
      e: sourceOf('Ebele, Chidi | 2012 | Shares of the work of the wind'),
      f: sourceOf('Ebele, Chidi | 2012 | Shares of the work of thew ind', {
        publisher: 'Fenwold Press',
        ISBN: '978-0-00-000000-1',
        URL: 'lake.example',
      }),
    }
    const work = citing([chapter('one', 'One', p`First ${cite('e')}.`)], {}, { sources: more })
    expect(found(work, 'sourceList')).toEqual(['Sources are cited, and no list says which they are.'])
    expect(found(work, 'uncitedSources')).toEqual([
      '5 sources are never cited: “Brandt 2004”, “Calder and Finch 1991”, “Dunmore 2007” and 2 more.',
    ])
    expect(found(work, 'sourceEntries')).toEqual([
      '“Ebele 2012” is incomplete: no publisher or institution or place of the publisher or DOI or address on the web.',
      '“Ebele 2012”: “lake.example” is no address on the web: one begins with https:// or http://.',
      '“Ebele 2012”: “978-0-00-000000-1” is no ISBN: a figure of it is wrong or missing.',
      '“Ebele 2012” stands twice among the sources.',
    ])
  })
  test('what was typed by hand becomes a citation where its source is known', () => {
    const work = citing([chapter('one', 'One', p`As known (Tolvay, 2019, p. 3) and [3, 8–11], not (see 2019).`), list()])
    const findings = findingsOf(newEngine().run(work)).filter(({ check }) => check === 'typedCitation')
    expect(findings.map(({ message, remedy }) => [message, remedy?.says])).toEqual([
      ['“(Tolvay, 2019, p. 3)” looks like a citation that was typed by hand.', 'Make it a citation'],
      ['“[3, 8–11]” looks like a citation that was typed by hand.', undefined],
    ])
    const tr = new Transform(work.doc)
    expect(applyRemedy(tr, findings[0]!.remedy!)).toBe(true)
    expect(applyRemedy(tr, findings[0]!.remedy!)).toBe(false)
    // Its id is given where the edit is made.
    expect(citationsAt(tr.doc, 'a')).toHaveLength(1)
    expect(tr.doc.child(0).child(1).child(1).attrs.cites).toMatchObject([{ source: 'a', locator: '3' }])
  })
  test('brackets in a work without sources, and a work in order, are no findings', () => {
    const work = citing([chapter('one', 'One', p`In [1, 2] all is well.`)], {}, { sources: {} })
    for (const check of ['typedCitation', 'sourceList', 'uncitedSources', 'sourceEntries', 'lostCitation'])
      expect(found(work, check)).toEqual([])
  })
  test('a style that does not hold is told, and sources are called by their names', () => {
    const work = citing([chapter('one', 'One', p`First ${cite('a')}.`), list()], {
      style: 'own',
      own: '<style class="in-text"><citation></style>',
    })
    const turnover = newEngine().run(work)
    expect(says(turnover)).toEqual(['(Tolvay 2019)'])
    expect(found(work, 'sourceList')[0]).toMatch(/^The style of citations cannot be used: /)
  })
})

test('merging takes the citations along, and says what both say', () => {
  const work = citing([chapter('one', 'One', p`First ${cite('a', at('3'))} and ${cite('b')}.`), list()])
  const tr = mergeSources(new Transform(work.doc), work, 'b', 'a', { ...sources.a!, note: 'Both' })
  const merged: Work = { ...afterSteps(work, tr.steps), doc: tr.doc }
  expect(says(newEngine().run(merged))).toEqual(['[1 (p. 3)]', '[1]'])
  expect(Object.keys(merged.sources)).toEqual(['a', 'c', 'd'])
  const back = tr.steps.toReversed().map((step, index) => step.invert(tr.docs[tr.docs.length - 1 - index]!))
  expect(afterSteps(merged, back).sources).toEqual(sources)
})

test('a citation of two that become one names it once, unless it means two places', () => {
  const work = citing([chapter('one', 'One', p`First ${cite('a', 'b', 'c')} and ${cite('a', at('3'), 'b', at('5'))}.`), list()])
  const tr = mergeSources(new Transform(work.doc), work, 'b', 'a', sources.a!)
  expect(says(newEngine().run({ ...afterSteps(work, tr.steps), doc: tr.doc }))).toEqual(['[1, 2]', '[1 (p. 3), 1 (p. 5)]'])
})

test('whether citations are notes is read from the root of a style file, not from what is said around it', () => {
  const about = `<!-- ${'Unlike <style class="note"> it cites in the text. '.repeat(80)} -->`
  const rules = { style: 'own' as const, listed: 'cited' as const, pages: false }
  const own = (kind: string): string =>
    `<?xml version="1.0"?>${about}<style xmlns="http://purl.org/net/xbiblio/csl" version="1.0"\n class='${kind}'>`
  expect(citesInNotes({ ...rules, own: own('in-text') })).toBe(false)
  expect(citesInNotes({ ...rules, own: own('note') })).toBe(true)
})

test('the rows that a program reads say what stands in the work', () => {
  const rows = sourceRows(newEngine().run(citing([chapter('one', 'One', p`First ${cite('b')} and ${cite('a', 'b')}.`), list()])))
  expect(rows.find(({ id }) => id === 'b')).toMatchObject({
    entries: [{ list: '', number: '[1]', says: 'H. Brandt. Lakes. Fenwold Press, 2004.' }],
    citations: [
      { says: '[1]', page: '1' },
      { says: '[1, 2]', page: '1' },
    ],
  })
})

test('what was said in another sitting is said again, unformatted; a source that is other is what it is now', () => {
  const work = citing([
    chapter('one', 'One', p`First ${cite('b')}.${note`In a note ${cite('a', at('12'))}.`} Then ${cite('c', 'a')}.`),
    list(),
  ])
  const before = newEngine()
  before.run(work)
  const kept = structuredClone(before.citing.handOut()!)
  const takingIn = (now: Work): Turnover => {
    const engine = newEngine()
    engine.citing.takeIn(kept)
    return engine.run(now)
  }
  expect(takingIn({ ...work, sources: structuredClone(work.sources) }).citations).toBe(kept.citations)
  // The register may come back in another order.
  expect(takingIn({ ...work, sources: Object.fromEntries(Object.entries(sources).reverse()) }).citations).toBe(kept.citations)
  const others: Partial<Work>[] = [
    { sources: { ...sources, b: { ...sources.b!, title: 'Another title' } } },
    { settings: { ...work.settings, language: 'de' } },
    { houseStyle: { ...work.houseStyle, citations: { ...work.houseStyle.citations, style: 'authorAndYear' } } },
    citing([chapter('one', 'One', p`Only ${cite('a')}.`), list()]),
  ]
  for (const other of others) {
    const { citations } = takingIn({ ...work, ...other })
    expect(citations).not.toEqual(kept.citations)
    expect(citations).toEqual(newEngine().run({ ...work, ...other }).citations)
  }
})

/**
 * What citations and lists say in each of the styles that ship and in four languages: tables of cases, the processor's own results, and
 * what must hold for any sources cited in any order.
 */
import fc from 'fast-check'
import { CitationProcessor } from '../src/content/citations/processor.ts'
import type { Source } from '../src/work/registers/sources.ts'
import { clusters, said, saidOneByOne, sourceOf, styleNamed } from './support/citing.ts'
import { tries } from './support/tries.ts'

/** One author, two, three, four; an institution, no date, no author, two books of a year, a namesake, a particle, about, a span, editors, a chapter, a state. */
const sources: Record<string, Source> = {
  a: sourceOf('Tolvay, Ilse M. | 2019 | Basins'),
  b: sourceOf('Brandt, Hanna | 2004 | Lakes'),
  c: sourceOf('Calder, Niall; Finch, Rosa | 1991 | Waves'),
  d: sourceOf('Dunmore, Keith; Ebele, Chidi; Finch, Rosa | 2007 | Crests'),
  e: sourceOf('Ebele, Chidi; Finch, Rosa; Grell, Matthias; Hallam, Jude | 2012 | Shares'),
  f: sourceOf('Orrin Lake Survey | 2020 | Chart'),
  g: sourceOf('Grell, Matthias | | Undated things'),
  h: sourceOf(' | 2001 | A nameless book'),
  i: sourceOf('Brandt, Hanna | 2004 | A second book'),
  j: sourceOf('Brandt, Hanna | 2009 | Later'),
  k: sourceOf('Brandt, Otto | 2004 | Others'),
  l: sourceOf('van der Meer, Joost | 2010 | Sills'),
  m: sourceOf('Pell, Agnes | c. 1890 | Old notes'),
  s: sourceOf('Quist, Henrik | 1995–1998 | Long work'),
  o: sourceOf(' | 2015 | Handbook', {
    editor: [
      { family: 'Kerr', given: 'Ada' },
      { family: 'Brandt', given: 'Hanna' },
    ],
  }),
  p: sourceOf('Ebele, Chidi | 2015 | Mixing', {
    type: 'chapter',
    editor: [{ family: 'Kerr', given: 'Ada' }],
    'container-title': 'Handbook of Small Lakes',
    page: '101-140',
    publisher: 'Fenwold Press',
  }),
  q: sourceOf('Ebele, Chidi; Finch, Rosa; Moss, Lidia; Hallam, Jude | 2012 | Other shares'),
  r: sourceOf('Reyes, Marta | | Forthcoming', { status: 'in press' }),
}

type Style = Parameters<typeof styleNamed>[0]

/** Each is one text: its citations in their order, and what each of them says. */
const texts: [style: Style, language: string, cases: [cites: string, says: string][]][] = [
  [
    'numbers',
    'en',
    [
      ['a', '[1]'],
      ['b', '[2]'],
      ['a b', '[1, 2]'],
      ['c a', '[1, 3]'],
      ['d b a', '[1, 2, 4]'],
      ['a d', '[1, 4]'],
      ['e f g h', '[5–8]'],
      ['a b c e g', '[1–3, 5, 7]'],
      ['a:12', '[1 (p. 12)]'],
      ['a:12–14 b', '[1 (pp. 12–14), 2]'],
      ['b:chapter=3', '[2 (ch. 3)]'],
      ['see>a<and_there', '[see 1 and there]'],
      ['-a', '[1]'],
      ['a:figure=2 c:table=4', '[1 (fig. 2), 3 (tab. 4)]'],
    ],
  ],
  [
    'numbersByAlphabet',
    'en',
    [
      ['a', '[6]'],
      ['b', '[1]'],
      ['c a b', '[1, 2, 6]'],
      ['d e f', '[3–5]'],
      ['a b c d e f', '[1–6]'],
    ],
  ],
  [
    'authorAndYear',
    'en',
    [
      ['a', '(Tolvay 2019)'],
      ['c', '(Calder and Finch 1991)'],
      ['d', '(Dunmore, Ebele and Finch 2007)'],
      ['e', '(Ebele, Finch, Grell, et al. 2012)'],
      ['f', '(Orrin Lake Survey 2020)'],
      ['g', '(Grell n.d.)'],
      ['h', '(A nameless book 2001)'],
      ['l', '(van der Meer 2010)'],
      ['m', '(Pell c. 1890)'],
      ['s', '(Quist 1995–1998)'],
      ['o', '(Kerr and Brandt 2015)'],
      ['p', '(Ebele 2015)'],
      ['r', '(Reyes in press)'],
      ['b:12', '(Hanna Brandt 2004b, p. 12)'],
      ['b:12–14', '(Hanna Brandt 2004b, pp. 12–14)'],
      ['-b', '(2004b)'],
      ['see>a<and_there', '(see Tolvay 2019 and there)'],
      ['a b', '(Hanna Brandt 2004b; Tolvay 2019)'],
      ['b j', '(Hanna Brandt 2004b, 2009)'],
      ['b i', '(Hanna Brandt 2004a, 2004b)'],
      ['b:3 j:4', '(Hanna Brandt 2004b, p. 3, 2009, p. 4)'],
      ['e q', '(Ebele, Finch, Grell, et al. 2012; Ebele, Finch, Moss, et al. 2012)'],
      ['k b', '(Hanna Brandt 2004b; Otto Brandt 2004)'],
      ['c:figure=3', '(Calder and Finch 1991, fig. 3)'],
      ['p:chapter=2', '(Ebele 2015, ch. 2)'],
    ],
  ],
  [
    'authorAndYear',
    'de',
    [
      ['c', '(Calder und Finch 1991)'],
      ['e', '(Ebele u. a. 2012)'],
      ['g', '(Grell o. J.)'],
      ['b:12', '(Brandt 2004, S. 12)'],
      ['b:12–14', '(Brandt 2004, S. 12–14)'],
      ['c:figure=3', '(Calder und Finch 1991, Abb. 3)'],
      ['p:chapter=2', '(Ebele 2015, Kap. 2)'],
      ['m', '(Pell ca. 1890)'],
    ],
  ],
  [
    'authorAndYear',
    'fr',
    [
      ['c', '(Calder et Finch 1991)'],
      ['e', '(Ebele et al. 2012)'],
      ['g', '(Grell s. d.)'],
      ['b:12', '(Brandt 2004, p. 12)'],
      ['b:12–14', '(Brandt 2004, p. 12–14)'],
      ['c:figure=3', '(Calder et Finch 1991, fig. 3)'],
      ['p:chapter=2', '(Ebele 2015, chap. 2)'],
      ['m', '(Pell v. 1890)'],
    ],
  ],
  [
    'authorAndYear',
    'es',
    [
      ['c', '(Calder y Finch 1991)'],
      ['e', '(Ebele et al. 2012)'],
      ['g', '(Grell s. f.)'],
      ['b:12', '(Brandt 2004, p. 12)'],
      ['b:12–14', '(Brandt 2004, pp. 12–14)'],
      ['c:figure=3', '(Calder y Finch 1991, fig. 3)'],
      ['p:chapter=2', '(Ebele 2015, cap. 2)'],
      ['m', '(Pell h. 1890)'],
    ],
  ],
  [
    'numbers',
    'de',
    [
      ['a:12', '[1 (S. 12)]'],
      ['a:12–14', '[1 (S. 12–14)]'],
      ['a:section=3', '[1 (Abschn. 3)]'],
      ['a:chapter=2', '[1 (Kap. 2)]'],
      ['a:figure=2', '[1 (Abb. 2)]'],
    ],
  ],
  [
    'numbers',
    'fr',
    [
      ['a:12', '[1 (p. 12)]'],
      ['a:12–14', '[1 (p. 12–14)]'],
      ['a:section=3', '[1 (sect. 3)]'],
      ['a:chapter=2', '[1 (chap. 2)]'],
      ['a:figure=2', '[1 (fig. 2)]'],
    ],
  ],
  [
    'numbers',
    'es',
    [
      ['a:12', '[1 (p. 12)]'],
      ['a:12–14', '[1 (pp. 12–14)]'],
      ['a:section=3', '[1 (sec. 3)]'],
      ['a:chapter=2', '[1 (cap. 2)]'],
      ['a:figure=2', '[1 (fig. 2)]'],
    ],
  ],
  [
    'notes',
    'en',
    [
      ['n a', 'Ilse M. Tolvay, Basins, 2019.'],
      ['n a', 'Ibid.'],
      ['n a:12', 'Ibid., p. 12.'],
      ['n a:12', 'Ibid.'],
      ['n b', 'Hanna Brandt, Lakes, 2004.'],
      ['n a', 'Tolvay, Basins (n. 1).'],
      ['n b a', 'Brandt, Lakes (n. 5); Tolvay, Basins (n. 1).'],
      ['+ b', 'Brandt, Lakes (n. 5).'],
      ['n c:3', 'Niall Calder and Rosa Finch, Waves, 1991, p. 3.'],
      ['n c:4', 'Ibid., p. 4.'],
      ['n c', 'Calder and Finch, Waves (n. 8).'],
      ['n p', 'Chidi Ebele, “Mixing”, in Handbook of Small Lakes, ed. by A. Kerr, Fenwold Press, pp. 101–140, 2015.'],
      ['n p:110', 'Ibid., p. 110.'],
      ['n d a', 'Keith Dunmore, Chidi Ebele and Rosa Finch, Crests, 2007; Tolvay, Basins (n. 1).'],
      ['n h', 'A nameless book, 2001.'],
      ['n h', 'Ibid.'],
    ],
  ],
  [
    'notes',
    'de',
    [
      ['n b:12', 'Hanna Brandt, Lakes, 2004, S. 12.'],
      ['n b', 'Brandt, Lakes (Anm. 1).'],
      ['n b:14', 'Ebd., S. 14.'],
      ['n a', 'Ilse M. Tolvay, Basins, 2019.'],
      ['n b:12', 'Brandt, Lakes (Anm. 1), S. 12.'],
    ],
  ],
  [
    'notes',
    'fr',
    [
      ['n b:12', 'Hanna Brandt, Lakes, 2004, p. 12.'],
      ['n b', 'Brandt, Lakes (n. 1).'],
      ['n b:14', 'Ibid., p. 14.'],
      ['n a', 'Ilse M. Tolvay, Basins, 2019.'],
      ['n b:12', 'Brandt, Lakes (n. 1), p. 12.'],
    ],
  ],
  [
    'notes',
    'es',
    [
      ['n b:12', 'Hanna Brandt, Lakes, 2004, p. 12.'],
      ['n b', 'Brandt, Lakes (n. 1).'],
      ['n b:14', 'Ibíd., p. 14.'],
      ['n a', 'Ilse M. Tolvay, Basins, 2019.'],
      ['n b:12', 'Brandt, Lakes (n. 1), p. 12.'],
    ],
  ],
]
test.each(texts)('citations: %s, %s', (style, language, cases) => {
  const lines = cases.map(([cites]) => cites)
  const found = said(styleNamed(style), language, lines, sources)
  expect(lines.map((line, index) => [line, found[index]])).toEqual(cases)
})
test('there are more than eighty of them', () => {
  expect(texts.flatMap(([, , cases]) => cases).length).toBeGreaterThan(80)
})

const lists: [style: Style, language: string, entries: string[]][] = [
  [
    'numbers',
    'en',
    [
      '[1] I. M. Tolvay. Basins. 2019.',
      '[2] H. Brandt. Lakes. 2004.',
      '[3] N. Calder and R. Finch. Waves. 1991.',
      '[4] K. Dunmore, C. Ebele and R. Finch. Crests. 2007.',
      '[5] C. Ebele, R. Finch, M. Grell and J. Hallam. Shares. 2012.',
      '[6] Orrin Lake Survey. Chart. 2020.',
      '[7] M. Grell. Undated things. n.d.',
      '[8] A nameless book. 2001.',
      '[9] H. Brandt. A second book. 2004.',
      '[10] J. van der Meer. Sills. 2010.',
      '[11] A. Pell. Old notes. c. 1890.',
      '[12] H. Quist. Long work. 1995–1998.',
      '[13] A. Kerr and H. Brandt (eds.). Handbook. 2015.',
      '[14] C. Ebele. “Mixing”. In Handbook of Small Lakes, ed. by A. Kerr, Fenwold Press, pp. 101–140, 2015.',
      '[15] M. Reyes. Forthcoming. in press.',
    ],
  ],
  [
    'authorAndYear',
    'de',
    [
      'A nameless book (2001).',
      'Brandt, H. (2004a). A second book.',
      'Brandt, H. (2004b). Lakes.',
      'Calder, N. und R. Finch (1991). Waves.',
      'Dunmore, K., C. Ebele und R. Finch (2007). Crests.',
      'Ebele, C. (2015). „Mixing“. In Handbook of Small Lakes, hrsg. von A. Kerr, Fenwold Press, S. 101–140.',
      'Ebele, C., R. Finch, M. Grell und J. Hallam (2012). Shares.',
      'Grell, M. (o. J.). Undated things.',
      'Kerr, A. und H. Brandt (Hrsg.) (2015). Handbook.',
      'van der Meer, J. (2010). Sills.',
      'Orrin Lake Survey (2020). Chart.',
      'Pell, A. (ca. 1890). Old notes.',
      'Quist, H. (1995–1998). Long work.',
      'Reyes, M. (in press). Forthcoming.',
      'Tolvay, I. M. (2019). Basins.',
    ],
  ],
  [
    'notes',
    'fr',
    [
      'A nameless book. 2001.',
      'Brandt, H. A second book, 2004.',
      'Brandt, H. Lakes, 2004.',
      'Calder, N. et R. Finch. Waves, 1991.',
      'Dunmore, K., C. Ebele et R. Finch. Crests, 2007.',
      'Ebele, C. « Mixing », dans Handbook of Small Lakes, éd. par A. Kerr, Fenwold Press, p. 101–140, 2015.',
      'Ebele, C., R. Finch, M. Grell et J. Hallam. Shares, 2012.',
      'Grell, M. Undated things, s. d.',
      'Kerr, A. et H. Brandt (éd.). Handbook, 2015.',
      'van der Meer, J. Sills, 2010.',
      'Orrin Lake Survey. Chart, 2020.',
      'Pell, A. Old notes, v. 1890.',
      'Quist, H. Long work, 1995–1998.',
      'Reyes, M. Forthcoming, in press.',
      'Tolvay, I. M. Basins, 2019.',
    ],
  ],
]
test.each(lists)('lists: %s, %s', (style, language, entries) => {
  const { entries: made } = new CitationProcessor(styleNamed(style), language).format(
    clusters(['a b c d e f g h i l m s o p r']),
    sources,
    [],
  )
  const words = (pieces: readonly { text: string }[]): string => pieces.map(({ text }) => text).join('')
  expect(made.map(({ margin, text }) => `${words(margin)} ${words(text)}`.trim().replaceAll('\u00a0', ' '))).toEqual(entries)
})

const styles = ['numbers', 'numbersByAlphabet', 'authorAndYear', 'notes'] as const
const ids = Object.keys(sources)
const cite = fc
  .tuple(fc.constantFrom(...ids), fc.option(fc.constantFrom('3', '12–14', 'figure=2'), { freq: 4, nil: undefined }), fc.boolean())
  .map(([id, place, hidden]) => `${hidden && place ? '-' : ''}${id}${place ? `:${place}` : ''}`)
/** No source twice in one citation. */
const cluster = fc
  .uniqueArray(cite, { minLength: 1, maxLength: 4, selector: words => /[a-z](?=:|$)/.exec(words)![0] })
  .map(all => all.join(' '))
const text = fc.array(fc.tuple(cluster, fc.constantFrom('', 'n ', '+ ')), { minLength: 1, maxLength: 12 }).map(all => {
  // The first of a note opens it.
  let open = false
  return all.map(([words, stands]) => {
    const how = stands === '+ ' && !open ? 'n ' : stands
    open = how !== ''
    return how + words
  })
})

test.each(styles)('everything at once says what the processor says one after the other: %s', style => {
  fc.assert(
    fc.property(text, fc.constantFrom('en', 'de', 'fr', 'es'), (lines, language) => {
      const csl = styleNamed(style)
      // Where sources are cited in notes, all of them stand in notes.
      const all = style === 'notes' ? lines.map(line => (/^[n+] /.test(line) ? line : `n ${line}`)) : lines
      expect(said(csl, language, all, sources)).toEqual(saidOneByOne(csl, language, all, sources))
    }),
    { numRuns: tries(25) },
  )
})

/** Styles in which a number is not what it seems: more than itself, beside a volume of the same number, or without a margin. */
const trickyStyles: Record<string, string> = {
  'ordinals in citations': styleNamed('numbers').replace(
    '<group delimiter=" "><text variable="citation-number"/>',
    '<group delimiter=" "><number variable="citation-number" form="ordinal"/>',
  ),
  'volumes beside numbers': styleNamed('numbers').replace(
    '<group delimiter=" "><text variable="citation-number"/>',
    '<group delimiter=" "><text variable="volume"/><text variable="citation-number"/>',
  ),
  'ordinals in the list': styleNamed('numbersByAlphabet').replace(
    '<text variable="citation-number" prefix="[" suffix="]"/>',
    '<number variable="citation-number" form="ordinal"/>',
  ),
  'volumes in single quotes, and a comment': styleNamed('numbers').replace(
    '<group delimiter=" "><text variable="citation-number"/>',
    `<!-- <sort> --><group delimiter=" "><text variable='volume'/><text variable="citation-number"/>`,
  ),
  'no margin': styleNamed('numbers').replace(' second-field-align="flush"', ''),
  'numbers of first notes in words': styleNamed('notes').replaceAll(
    '<text variable="first-reference-note-number"',
    '<number form="ordinal" variable="first-reference-note-number"',
  ),
}
test('the tricky styles are others than those that ship', () => {
  const shipped = styles.map(styleNamed)
  expect(Object.values(trickyStyles).filter(style => shipped.includes(style))).toEqual([])
})

test.each([...styles, ...Object.keys(trickyStyles)])(
  'after any edits citations and lists say what they say in a work that is opened afresh: %s',
  style => {
    const edit = fc.record({
      kind: fc.constantFrom('put', 'remove', 'move', 'change', 'source'),
      at: fc.nat(20),
      to: fc.nat(20),
      words: cluster,
      id: fc.constantFrom(...ids),
    })
    fc.assert(
      fc.property(text, fc.array(edit, { maxLength: 6 }), (lines, edits) => {
        const csl = trickyStyles[style] ?? styleNamed(style as (typeof styles)[number])
        const kept = new CitationProcessor(csl, 'en')
        let now = lines.map(line => line.replace(/^[n+] /, 'n '))
        let register: typeof sources = Object.fromEntries(
          Object.entries(sources).map(([id, source], at) => [id, { ...source, volume: String((at % 5) + 1) }]),
        )
        kept.format(clusters(now), register, [])
        for (const { kind, at, to, words, id } of edits) {
          const index = at % Math.max(1, now.length)
          if (kind === 'put') now = now.toSpliced(index, 0, `n ${words}`)
          else if (kind === 'remove') now = now.toSpliced(index, 1)
          else if (kind === 'move' && now.length) now = now.toSpliced(index, 1).toSpliced(to % now.length, 0, now[index]!)
          else if (kind === 'change' && now.length) now = now.with(index, `n ${words}`)
          else if (kind === 'source') register = { ...register, [id]: { ...register[id]!, title: `Title ${to}` } }
          const made = kept.format(clusters(now), register, [])
          const fresh = new CitationProcessor(csl, 'en').format(clusters(now), register, [])
          expect([...made.citations]).toEqual([...fresh.citations])
          expect(made.entries).toEqual(fresh.entries)
        }
      }),
      { numRuns: tries(10) },
    )
  },
)

test('numbers in the order of the text count from one without a gap, wherever citations move', () => {
  fc.assert(
    fc.property(fc.array(fc.uniqueArray(fc.constantFrom(...ids), { minLength: 1, maxLength: 3 }), { minLength: 1, maxLength: 15 }), all => {
      const { entries } = new CitationProcessor(styleNamed('numbers'), 'en').format(clusters(all.map(own => own.join(' '))), sources, [])
      const first = [...new Set(all.flat())]
      expect(entries.map(({ source }) => source)).toEqual(first)
      expect(entries.map(({ margin }) => margin.map(({ text: words }) => words).join(''))).toEqual(
        first.map((_, index) => `[${index + 1}]`),
      )
    }),
    { numRuns: tries(40) },
  )
})

test('what an author writes is never taken for a mark of the program', () => {
  const hostile = {
    ...sources,
    a: sourceOf('\uE010\uE030\uE029\uE011Tolvay\uE000, Il\uE001se | 2019 | <script>alert(1)</script> & \uE012b\uE013'),
  }
  const { citations, entries } = new CitationProcessor(styleNamed('authorAndYear'), 'en').format(
    clusters(['x\uE000>a:1\uE0012']),
    hostile,
    [],
  )
  const words = [...citations.values(), ...entries.map(({ text: own }) => own)].flat().map(({ text: own }) => own)
  expect(words.join('')).not.toMatch(/[\uE000-\uE0FF]/)
  expect(words.join('')).toContain('alert(1)')
})

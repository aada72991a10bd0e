/** What was settled about wordings, numbers and lists, case by case. */
import { Transform } from 'prosemirror-transform'
import { div, em, eq, fig, group, h2, h3, note, p, panel, panels, paragraphEnd, ref, reference, t, tab } from '../../../demo/src/builder.ts'
import { entriesOf } from '../src/content/lists/entries.ts'
import { textOfPieces } from '../src/content/pieces.ts'
import { csvLine } from '../src/dispatch/csv/csvLine.ts'
import { applyRemedy } from '../src/findings/applyRemedy.ts'
import { findingsOf } from '../src/findings/index.ts'
import { languages } from '../src/languages/index.ts'
import { accountOf } from '../src/numbers/account.ts'
import { numberWork } from '../src/numbers/ledger.ts'
import { isGenerated } from '../src/numbers/scan.ts'
import { drawPage } from '../src/pages/drawing.ts'
import type { Turnover } from '../src/turnover/turnover.ts'
import { findBlock, removeTarget } from '../src/work/commands/sections.ts'
import { readPicture } from '../src/work/file/pictureFile.ts'
import { oneSidedThesisStyle } from '../src/work/parts/readyStyles.ts'
import { type Scheme, thesisScheme } from '../src/work/parts/scheme.ts'
import { schemeInLanguage } from '../src/work/parts/schemeInLanguage.ts'
import { type Node, schema } from '../src/work/schema.ts'
import type { Work } from '../src/work/work.ts'
import { saidIn } from './support/saying.ts'
import { changedScheme, chapter, idOf, newEngine, workOf } from './support/work.ts'

const { nodes } = schema
const picture = { picture: '', alternative: '' }
const figure = (label: string, words = 'Cap'): Node => fig(label, picture, t`${words}`)
const withAttributes = (node: Node, attrs: object): Node => node.type.create({ ...node.attrs, ...attrs }, node.content, node.marks)
const saying = (work: Work): string[] => saidIn(newEngine().run(work))
const wordsOn = ({ pages }: Turnover): string[] =>
  pages.flatMap(page =>
    drawPage(page).lines.map(line =>
      line.runs
        .flatMap(run => run.words)
        .join(' ')
        .replace(/\s+/g, ' '),
    ),
  )
const seriesWith = (key: string, more: Partial<Scheme['series'][number]>, base = thesisScheme()): Scheme =>
  changedScheme(scheme => {
    scheme.series = scheme.series.map(rule => (rule.key === key ? { ...rule, ...more } : rule))
  }, base)

describe('a sentence begins, and begins not', () => {
  const inText = (before: string, language: string): string =>
    saying({
      ...workOf([chapter('c', 'C', p`${before}${reference('page', ['c'])}.`)], { scheme: schemeInLanguage(thesisScheme(), language) }),
      settings: { ...workOf([chapter('c', 'C')]).settings, language },
    })[0]!
  test.each<[string, string, string]>([
    ['en-GB', '', 'Page 1'],
    ['en-GB', 'It ends. ', 'Page 1'],
    ['en-GB', 'It ends. “', 'Page 1'],
    ['en-GB', '“', 'Page 1'],
    ['en-GB', '(', 'Page 1'],
    ['en-GB', 'It ends.” ', 'Page 1'],
    ['en-GB', 'cf. ', 'page 1'],
    ['en-GB', 'It is known, cf. ', 'page 1'],
    ['en-GB', '(cf. ', 'page 1'],
    ['en-GB', 'Some of it, e.g. ', 'page 1'],
    ['en-GB', 'that is, i.e. ', 'page 1'],
    ['en-GB', 'this vs. ', 'page 1'],
    ['en-GB', 'Tolvay et al. ', 'page 1'],
    ['en-GB', 'in the middle (', 'page 1'],
    ['fr', 'cf. ', 'page 1'],
    ['fr', 'par exemple, p. ex. ', 'page 1'],
    ['fr', 'Fin. « ', 'Page 1'],
    ['es', 'cf. ', 'página 1'],
    ['es', 'p. ej. ', 'página 1'],
    ['es', '¿', 'Página 1'],
    ['de', 'vgl. ', 'Seite 1'],
  ])('%s: “%s” is followed by “%s”', (language, before, said) => expect(inText(before, language)).toBe(said))
  test('the second paragraph of a note begins one', () => {
    const work = workOf([
      chapter('c', 'C', p`Word.${note`First of ${reference('page', ['c'])}.${paragraphEnd()}${reference('page', ['c'])} again.`}`),
    ])
    expect(saying(work)).toEqual(['page 1', 'Page 1'])
  })
  test('a number never changes its case, a name does', () => {
    const scheme = seriesWith('figure', {
      form: 'romanLower',
      prefixLevel: null,
      names: { one: 'figure', many: 'figures', shortOne: 'fig.', shortMany: 'figs.' },
    })
    const work = workOf(
      [chapter('c', 'C', p`${reference('number', ['f'])} is it.`, p`${ref('f')} is it, and ${ref('f')}.`, figure('f', 'Drawn'))],
      { scheme },
    )
    expect(saying(work)).toEqual(['i', 'Figure i', 'figure i'])
    // Captions begin with a capital whatever sentences say.
    expect(wordsOn(newEngine().run(work)).some(line => line.startsWith('Figure i. Drawn'))).toBe(true)
  })
})

describe('ranges and lists', () => {
  const said = (wording: string, labels: string[], blocks: Node[], scheme?: Scheme): string =>
    saying(
      workOf(
        [chapter('c', 'C', p`See ${reference(wording, labels)}.`, ...blocks), chapter('d', 'D', figure('fd'))],
        scheme ? { scheme } : {},
      ),
    )[0]!
  const sections = [h2('s1', 'A'), h2('s2', 'B')]
  test('numbers of several kinds join with commas', () => expect(said('number', ['s1', 's2', 'd'], sections)).toBe('1.1, 1.2 and 2'))
  test('prefixes that differ are never joined, also without a separator', () => {
    const scheme = seriesWith('figure', { separator: '' })
    scheme.levels = {
      ...scheme.levels,
      main: scheme.levels.main.map(rule => (rule.level === 1 ? { ...rule, form: 'letterUpper' as const, start: 26 } : rule)),
    }
    const blocks = [figure('z1'), figure('z2')]
    expect(said('number', ['z1', 'z2', 'fd'], blocks, scheme)).toBe('Z1, Z2 and AA1')
  })
  test('counters in words run on over twenty', () => {
    const scheme = seriesWith('figure', { form: 'words', prefixLevel: null, restartAfter: null })
    const blocks = Array.from({ length: 22 }, (_, i) => figure(`w${i}`))
    expect(said('number', ['w17', 'w18', 'w19', 'w20', 'w21'], blocks, scheme)).toBe('eighteen to twenty-two')
  })
  test('numbers that hold a dash are joined by a word', () => {
    const scheme = seriesWith('figure', { separator: '–' })
    expect(said('nameAndNumber', ['a', 'b', 'e'], [figure('a'), figure('b'), figure('e')], scheme)).toBe('Figures 1–1 to 1–3')
  })
  test('panels of one figure are a range of signs', () => {
    const three = panels('f', t`Three`, panel('a', picture, t`A`), panel('b', picture, t`B`), panel('e', picture, t`E`))
    expect(said('nameAndNumber', ['a', 'b', 'e'], [three])).toBe('Figures 1.1(a)–(c)')
  })
  test('in Spanish y becomes e before i', () => {
    const scheme = changedScheme(
      found => {
        found.series = found.series.map(rule => (rule.key === 'table' ? { ...rule, names: { ...rule.names, one: 'Ilustración' } } : rule))
      },
      schemeInLanguage(thesisScheme(), 'es'),
    )
    const work = workOf([chapter('c', 'C', p`Véase ${ref('f', 'tb')}.`, figure('f'), tab('tb', t`Tabla`, 'l', [['a'], ['b']]))], { scheme })
    expect(saying({ ...work, settings: { ...work.settings, language: 'es' } })).toEqual(['Figura 1.1 e Ilustración 1.1'])
  })
  test('pages of several targets in the order of the pages, three in a row as a range', () => {
    const filler = Array.from({ length: 44 }, () => p`${'The wind went round and the water with it. '.repeat(6)}`)
    const at = (n: number): Node[] => [h2(`h${n}`, `Part ${n}`), ...filler.slice(0, 11)]
    const work = workOf([
      chapter('c', 'C', p`See ${reference('page', ['h3', 'h1', 'h2'])}; ${reference('page', ['h4', 'h1'])}.`, ...[1, 2, 3, 4].flatMap(at)),
    ])
    const turnover = newEngine().run(work)
    const page = (n: number): number => Number(turnover.pageOf(idOf(work, `h${n}`))?.label)
    const [range, two] = saidIn(turnover)
    expect([page(2) - page(1), page(3) - page(2)]).toEqual([1, 1])
    expect(range).toBe(`pages ${page(1)}–${page(3)}`)
    expect(two).toBe(`pages ${page(1)} and ${page(4)}`)
  })
})

describe('what carries no number is called by its words', () => {
  const unnumbered = (words: Node[], attrs: object = {}): Node =>
    nodes.heading.create({ level: 2, label: 'u', numbered: false, ...attrs }, words)
  test.each(languages.map(({ tag, quotesOpen, quotesClose }) => [tag, `${quotesOpen}Of gusts${quotesClose}`] as const))(
    'in %s in its quotation marks: %s',
    (language, said) => {
      const work = workOf([chapter('c', 'C', p`Word ${ref('u')}.`, unnumbered(t`Of gusts${note`Thanks to the ferryman.`}`))])
      expect(saying({ ...work, settings: { ...work.settings, language } })).toEqual([said])
    },
  )
  test('with the references in it, and without its note', () =>
    expect(saying(workOf([chapter('c', 'C', p`Word ${ref('u')}.`, unnumbered(t`After ${ref('f')}${note`Aside.`}`), figure('f'))]))).toEqual(
      ['“After Figure 1.1”', 'Figure 1.1'],
    ))
  test('an unnumbered division is no chapter, also beside one', () =>
    expect(
      saying(workOf([div({ role: 'chapter', label: 'pre', numbered: false }, 'Preface'), chapter('c', 'C', p`See ${ref('pre', 'c')}.`)])),
    ).toEqual(['“Preface” and Chapter 1']))
  test('a pattern of text alone says no number', () => {
    const scheme = thesisScheme()
    scheme.levels = {
      ...scheme.levels,
      main: scheme.levels.main.map(rule => (rule.level === 2 ? { ...rule, pattern: [{ text: 'Coda' }] } : rule)),
    }
    expect(saying(workOf([chapter('c', 'C', p`See ${ref('s')}.`, h2('s', 'The end'))], { scheme }))).toEqual(['“The end”'])
  })
  test('a title keeps its emphasis, and an equation its brackets', () => {
    const work = workOf([
      chapter(
        'c',
        'C',
        p`See ${reference('title', ['s'])} and ${reference('title', ['e'])}.`,
        nodes.heading.create({ level: 2, label: 's' }, t`The ${em('Vessary')} basin`),
        eq('e', 'a'),
      ),
    ])
    const turnover = newEngine().run(work)
    expect(saidIn(turnover)).toEqual(['“The Vessary basin”', 'Equation (1.1)'])
    const faces = turnover.pages.flatMap(page =>
      drawPage(page).lines.flatMap(line => line.runs.filter(run => run.words.includes('Vessary')).map(run => run.face)),
    )
    expect(faces).toContain('serifItalic')
  })
  test('an equation without a number is found where it is referred to', () => {
    const work = workOf([chapter('c', 'C', p`See ${ref('e')}.`, withAttributes(eq('e', 'a'), { numbered: false }))])
    const [found] = findingsOf(newEngine().run(work)).filter(({ check }) => check === 'refersToUnnumbered')
    const tr = new Transform(work.doc)
    expect(applyRemedy(tr, found!.remedy!)).toBe(true)
    expect(saying({ ...work, doc: tr.doc })).toEqual(['Equation (1.1)'])
  })
  test('words of what is referred to by name are followed in a running engine', () => {
    const make = (words: string): Work =>
      workOf([
        chapter('c', 'C', p`See ${ref('f', 'place')}.`),
        chapter(
          'd',
          'D',
          withAttributes(figure('f', `Of ${words}`), { numbered: false }),
          nodes.paragraph.create({ label: 'place' }, schema.text(`About ${words}.`)),
        ),
      ])
    const engine = newEngine()
    engine.run(make('wind'))
    expect(saidIn(engine.run(make('water')))).toEqual(['“Of water” and “About water.”'])
  })
})

describe('numbers', () => {
  test('what is prefixed by a level that has not begun prints 0 for it', () => {
    const scheme = seriesWith('figure', { prefixLevel: 2, restartAfter: 2 })
    const work = workOf(
      [chapter('c', 'C', figure('a'), h2('s', 'S'), figure('b')), div({ role: 'chapter', numbered: false }, 'P', figure('x'))],
      { scheme },
    )
    const { byId } = numberWork(work.doc, scheme)
    expect(['a', 'b', 'x'].map(label => byId.get(idOf(work, label))!.number)).toEqual(['1.0.1', '1.1.1', '1'])
    expect(accountOf(numberWork(work.doc, scheme), idOf(work, 'a')).map(({ text }) => text)).toContain(
      'No heading of the level it counts within stands above it, which counts as 0: 1.0.',
    )
  })
  test('in a chapter appendix the prefix is the appendix’s, whatever the series has elsewhere', () => {
    const scheme = seriesWith('figure', { prefixLevel: null, restartAfter: null })
    const appendix = (label: string): Node => nodes.heading.create({ level: 2, label, appendix: true }, schema.text('More'))
    const work = workOf(
      [chapter('c', 'C', figure('a'), appendix('x'), figure('b'), figure('e'), appendix('y'), figure('g')), chapter('d', 'D', figure('h'))],
      { scheme },
    )
    const { byId } = numberWork(work.doc, scheme)
    expect(['a', 'b', 'e', 'g', 'h'].map(label => byId.get(idOf(work, label))!.number)).toEqual(['1', '1.A.1', '1.A.2', '1.B.1', '2'])
  })
  test('a chapter appendix may say the part', () => {
    const scheme = thesisScheme()
    scheme.levels = {
      ...scheme.levels,
      chapterAppendix: scheme.levels.chapterAppendix.map(rule =>
        rule.level === 2 ? { ...rule, pattern: [{ level: 0 }, { text: '.' }, { level: 1 }, { text: '.' }, { level: 2 }] } : rule,
      ),
    }
    const work = workOf(
      [div({ role: 'part' }, 'P'), chapter('c', 'C', nodes.heading.create({ level: 2, label: 'x', appendix: true }, schema.text('More')))],
      { scheme },
    )
    expect(numberWork(work.doc, scheme).byId.get(idOf(work, 'x'))!.number).toBe('I.1.A')
  })
  test('a series called note has a counter of its own', () => {
    const scheme = seriesWith('figure', { key: 'note', prefixLevel: null, restartAfter: null })
    scheme.notes = { ...scheme.notes, restart: 'work' }
    const work = workOf([chapter('c', 'C', p`W${note`x`}`, withAttributes(figure('f'), { series: 'note' }), p`W${note`y`}`)], { scheme })
    expect(
      numberWork(work.doc, scheme)
        .entries.slice(1)
        .map(({ number }) => number),
    ).toEqual(['1', '1', '2'])
  })
  test('a list starts where it says, and dots are no depth', () => {
    const list = nodes.numberedList.create(
      { startAt: 4 },
      ['a', 'b'].map(label => nodes.listItem.create({ label }, p`${label}`)),
    )
    const inner = nodes.bulletedList.create(
      null,
      nodes.listItem.create(null, [p`dot`, nodes.numberedList.create(null, nodes.listItem.create({ label: 'i' }, p`in`))]),
    )
    const work = workOf([chapter('c', 'C', list, inner)])
    const ledger = numberWork(work.doc, work.scheme)
    expect(['a', 'b', 'i'].map(label => ledger.byId.get(idOf(work, label))!.number)).toEqual(['4.', '5.', '1.'])
    expect(accountOf(ledger, idOf(work, 'b'))[0]!.text).toBe('2nd of its list, which starts at 4.')
  })
  test('a tag of one’s own stands for a number and counts for nothing', () => {
    const work = workOf([
      chapter('c', 'C', eq('a', 'x'), withAttributes(eq('b', 'y'), { tag: 'P' }), eq('e', 'z'), p`See ${ref('a', 'b', 'e')}.`),
    ])
    expect(
      numberWork(work.doc, work.scheme)
        .entries.slice(1)
        .map(({ number }) => number),
    ).toEqual(['(1.1)', '(P)', '(1.2)'])
    expect(saying(work)).toEqual(['Equations (1.1), (P) and (1.2)'])
  })
  test('counting with another series goes through chains, and brackets are those of the last', () => {
    const scheme = seriesWith('table', { countsWith: 'equation' }, seriesWith('figure', { countsWith: 'table' }))
    const work = workOf([chapter('c', 'C', eq('e', 'x'), figure('f'))], { scheme })
    expect(numberWork(work.doc, scheme).byId.get(idOf(work, 'f'))!.number).toBe('(1.2)')
  })
  test('roman ends at 3,999, and is found', () => {
    const scheme = seriesWith('figure', { form: 'romanUpper', prefixLevel: null, restartAfter: null, start: 3999 })
    const work = workOf([chapter('c', 'C', figure('a'), figure('b'))], { scheme })
    expect(
      numberWork(work.doc, scheme)
        .entries.slice(1)
        .map(({ number }) => number),
    ).toEqual(['MMMCMXCIX', '4000'])
    expect(findingsOf(newEngine().run(work)).map(({ check }) => check)).toContain('highRoman')
  })
  test('a bare pattern of one’s own', () => {
    const scheme = thesisScheme()
    scheme.levels = {
      ...scheme.levels,
      main: scheme.levels.main.map(rule => (rule.level === 1 ? { ...rule, bare: [{ text: 'no. ' }, { level: 1 }] } : rule)),
    }
    const work = workOf([chapter('c', 'C', p`See ${ref('c')}.`, figure('f'))], { scheme })
    expect(saying(work)).toEqual(['Chapter no. 1'])
    expect(numberWork(work.doc, scheme).byId.get(idOf(work, 'f'))!.number).toBe('no. 1.1')
  })
  test('what wrote a number is kept beside it', () => {
    const work = workOf([chapter('c', 'C', h2('s', 'S'), figure('f'), group('g', eq('a', 'x')))])
    const { byId } = numberWork(work.doc, work.scheme)
    const written = (label: string) => byId.get(idOf(work, label))!.written.map(({ level, value, form }) => `${level}:${value}:${form}`)
    expect([written('s'), written('f'), written('a')]).toEqual([
      ['1:1:arabic', '2:1:arabic'],
      ['1:1:arabic', 'null:1:arabic'],
      ['1:1:arabic', 'null:1:arabic', 'null:1:letterLower'],
    ])
  })
  test('accounts of levels that run on or are skipped are true', () => {
    const scheme = thesisScheme()
    scheme.levels = { ...scheme.levels, main: scheme.levels.main.map(rule => (rule.level === 2 ? { ...rule, restartAfter: null } : rule)) }
    const work = workOf([chapter('c', 'C', h2('a', 'A'), h2('b', 'B')), chapter('d', 'D', h2('e', 'E')), chapter('g', 'G', h3('x', 'X'))], {
      scheme,
    })
    const account = (label: string): string[] => accountOf(numberWork(work.doc, scheme), idOf(work, label)).map(({ text }) => text)
    expect(account('e')).toContain('It comes after 1.1, 1.2.')
  })
  test('numbers of a series that begin again without saying where are found', () => {
    const scheme = seriesWith('figure', { prefixLevel: null, restartAfter: 1 })
    const work = workOf([chapter('c', 'C', figure('a')), chapter('d', 'D', figure('b'))], { scheme })
    expect(findingsOf(newEngine().run(work)).filter(({ check }) => check === 'sameNumber')).toHaveLength(1)
  })
  test('a series by part begins again in the appendices', () => {
    const scheme = seriesWith('figure', { prefixLevel: null, restartAfter: 0 })
    const work = workOf(
      [div({ role: 'part' }, 'P'), chapter('c', 'C', figure('a'), figure('b')), div({ role: 'appendix' }, 'A', figure('x'))],
      { scheme },
    )
    const { byId } = numberWork(work.doc, scheme)
    expect(['a', 'b', 'x'].map(label => byId.get(idOf(work, label))!.number)).toEqual(['1', '2', '1'])
  })
  test('a reference to a note of another chapter says the chapter, where the scheme asks for it', () => {
    const scheme = thesisScheme()
    scheme.notes = { ...scheme.notes, sayChapter: true }
    const noted = nodes.note.create({ label: 'n' }, schema.text('Said.'))
    const work = workOf([chapter('c', 'C', p`Word${noted}, see ${ref('n')}.`), chapter('d', 'D', p`See ${ref('n')}.`)], { scheme })
    expect(saying(work)).toEqual(['note 1', 'note 1 in Chapter 1'])
  })
  test('captions may be called otherwise than sentences call them', () => {
    const work = workOf([chapter('c', 'C', p`See ${ref('f')}.`, figure('f', 'Drawn'))], {
      scheme: seriesWith('figure', { captionName: 'FIG.' }),
    })
    const turnover = newEngine().run(work)
    expect(saidIn(turnover)).toEqual(['Figure 1.1'])
    expect(wordsOn(turnover).some(line => line.startsWith('FIG. 1.1. Drawn'))).toBe(true)
  })
})

describe('lists', () => {
  const contents = (...divisions: Node[]): string[] => {
    const work = workOf([div({ role: 'contents', listed: false }, 'Contents'), ...divisions])
    const turnover = newEngine().run(work)
    const list = work.doc.children.find(isGenerated)!
    return entriesOf(list, work.doc, turnover.ledger, work.houseStyle.contents).map(({ text, identity }) => turnover.textOf(text, identity))
  }
  test('headings of front divisions are in the contents only if they say so', () =>
    expect(
      contents(
        div({ role: 'abstract' }, 'Abstract', h2('a', 'Aim'), withAttributes(h2('b', 'Method'), { listed: true })),
        chapter('c', 'One', h2('d', 'Section'), withAttributes(h2('e', 'Left out'), { listed: false })),
      ),
    ).toEqual(['Abstract', 'Method', 'One', 'Section']))
  test('short titles stand in contents and running heads', () => {
    const long = withAttributes(h2('s', 'A section with a very long title'), { shortTitle: 'Short' })
    const filler = Array.from({ length: 60 }, () => p`${'Word after word stands here. '.repeat(5)}`)
    const work = workOf([div({ role: 'contents', listed: false }, 'Contents'), chapter('c', 'One', long, ...filler)])
    const lines = wordsOn(newEngine().run(work))
    expect(lines.filter(line => line.includes('A section with a very long title'))).toHaveLength(1)
    expect(lines.filter(line => line.includes('Short')).length).toBeGreaterThan(1)
  })
  test('a division turned from chapter into part has the spacing of a part in the contents', () => {
    const make = (role: string): Work =>
      workOf([
        div({ role: 'contents', listed: false }, 'Contents'),
        chapter('c', 'One'),
        div({ role, numbered: false, label: 'x' }, 'Between'),
        chapter('d', 'Two'),
      ])
    const engine = newEngine()
    engine.run(make('chapter'))
    expect(engine.run(make('part')).pages.map(page => drawPage(page))).toEqual(
      newEngine()
        .run(make('part'))
        .pages.map(page => drawPage(page)),
    )
  })
  test('what a caption says of nearness is said from its figure, in a list too', () => {
    const work = workOf([
      div({ role: 'seriesList', series: 'figure' }, 'Figures'),
      chapter(
        'c',
        'C',
        withAttributes(fig('f', picture, t`As told ${reference('nearby', ['s'])}`), { placement: 'here' }),
        h2('s', 'Told'),
      ),
    ])
    const turnover = newEngine().run(work)
    expect(saidIn(turnover)).toEqual(['Section 1.1 on this page'])
    expect(wordsOn(turnover).filter(line => line.includes('on this page'))).toHaveLength(2)
  })
  test('one node at two places says what is true at each', () => {
    const far = Array.from({ length: 80 }, () => p`${'Word after word stands here. '.repeat(5)}`)
    const one = p`See ${reference('nearby', ['s'])}.`
    const work = workOf([chapter('c', 'C', h2('s', 'Told'), one, ...far, one)])
    const [first] = work.doc.child(0).children.filter(node => node.type.name === 'paragraph')
    const last = work.doc.child(0).lastChild!
    // As a copy in the editor does, the last paragraph shares the nodes in the first one.
    const shared = work.doc.copy(
      work.doc.content.replaceChild(
        0,
        work.doc.child(0).copy(work.doc.child(0).content.replaceChild(work.doc.child(0).childCount - 1, last.copy(first!.content))),
      ),
    )
    const said = saying({ ...work, doc: shared })
    expect(said[0]).toBe('Section 1.1 on this page')
    expect(said[1]).not.toBe(said[0])
  })
})

describe('findings and remedies', () => {
  const typed = (...blocks: Node[]): Work => workOf([chapter('c', 'C', ...blocks)])
  const found = (work: Work) => findingsOf(newEngine().run(work)).filter(({ check }) => check === 'typedNumber')
  test.each<[string, Node, number]>([
    ['a section number', h2('x', '3.2 Results'), 1],
    ['a name in German', h2('x', 'Abschnitt 4 Ergebnisse'), 1],
    ['a number with a dot', h2('x', '3. Results'), 1],
    ['a figure name in a caption', figure('x', 'Figure 3: Results'), 1],
    ['initials of a person', h2('x', 'A. Smith and his school'), 0],
    ['a count', h2('x', '12 days of wind'), 0],
    ['a word that begins with a name', h2('x', 'Notes for builders'), 0],
    ['a name in the plural', figure('x', 'Parts of the error'), 0],
    ['a name and an article', h2('x', 'Part a of it'), 0],
    ['a name and a letter', figure('x', 'Table A: Results'), 1],
    ['a name and a number in one', figure('x', 'Fig.3 Results'), 1],
    ['a place that speaks of a table', nodes.paragraph.create({ label: 'x' }, schema.text('Table 3 shows it.')), 0],
  ])('%s', (_name, block, count) => expect(found(typed(block))).toHaveLength(count))
  test('a letter is typed where letters count', () => {
    const work = workOf([chapter('c', 'C'), div({ role: 'appendix', label: 'a' }, 'A. Records of the moorings')])
    expect(found(work)).toHaveLength(1)
  })
  test('pressed a second time a remedy does nothing', () => {
    const work = typed(h2('x', '3.2 Results'))
    const { remedy } = found(work)[0]!
    const tr = new Transform(work.doc)
    expect([applyRemedy(tr, remedy!), applyRemedy(tr, remedy!)]).toEqual([true, false])
    expect(tr.doc.nodeAt(findBlock(tr.doc, idOf(work, 'x')))!.textContent).toBe('Results')
  })
  test('findings keep their ids while they are about the same thing, and say where', () => {
    const work = typed(h2('x', '3.2 Results'), h2('y', '3.3 More'))
    const [first, second] = found(work)
    expect(first!.range).toEqual({ identity: idOf(work, 'x'), from: 0, to: 4 })
    const edited = typed(h2('x', '3.2 Results of it'), h2('y', '3.3 More'))
    expect(found(edited).map(({ id }) => id)).toEqual([first!.id, second!.id])
  })
  test('one check that throws is told and takes nothing else down', () => {
    const turnover = newEngine().run(typed(h2('x', '3.2 Results')))
    const broken = {
      name: 'broken',
      title: 'A broken check',
      weight: 'mustMend' as const,
      options: {},
      scope: 'work' as const,
      look: () => {
        throw new Error('out of order')
      },
    }
    const all = findingsOf(turnover, [broken])
    expect(all).toHaveLength(1)
    expect(all[0]!.message).toBe('The check “A broken check” could not be carried out: out of order')
  })
  test('a title that is a lost reference alone becomes what it was', () => {
    const lost = nodes.reference.create({ targets: ['d'] })
    const made = workOf([
      nodes.division.create({ role: 'chapter', label: 'c' }, [nodes.title.create(null, lost), p`As in ${lost}.`]),
      chapter('d', 'D'),
    ])
    const text = JSON.stringify(made.doc.toJSON())
      .replaceAll(`"targets":["${idOf(made, 'd')}"]`, '"targets":["gone"]')
      .replaceAll('"was":{}', '"was":{"gone":"Table 3"}')
    const work = { ...made, doc: schema.nodeFromJSON(JSON.parse(text)) }
    const tr = new Transform(work.doc)
    expect(removeTarget(tr, idOf(work, 'c'), 'gone')).toBe(true)
    expect(tr.doc.firstChild!.firstChild!.textContent).toBe('Table 3')
    expect(tr.doc.firstChild!.child(1).childCount).toBe(3)
  })
})

test('a one-sided work that opens on right-hand pages has no empty ones', () => {
  const work = workOf([chapter('a', 'A', p`One.`), chapter('b', 'B', p`Two.`)], {
    houseStyle: { ...oneSidedThesisStyle(), opens: 'recto' },
  })
  expect(newEngine().run(work).pages).toHaveLength(2)
})
test('a drawing may point at its own parts, in quotation marks or without', () => {
  const drawing = (paint: string): Uint8Array =>
    new TextEncoder().encode(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><rect style="fill:${paint}"/></svg>`)
  for (const paint of ['url(#g)', "url('#g')", 'url( &quot;#g&quot; )']) expect(readPicture('a.svg', drawing(paint)).width).toBe(9)
  for (const paint of ['url(x.png)', "url('http://x/y')", 'url( //x )'])
    expect(() => readPicture('a.svg', drawing(paint))).toThrow(/outside/)
})
test.each([
  ['=SUM(A1)', "'=SUM(A1)"],
  ['-1+2', "'-1+2"],
  ['+cmd', "'+cmd"],
  [' =1', "' =1"],
  ['@x', "'@x"],
  ['-12.5', '-12.5'],
  ['3-1', '3-1'],
])('in a table of values %s stands as %s', (cell, written) => expect(csvLine([cell])).toBe(written))
test('the source of a motto stands upright in the face of the motto', () => {
  const style = oneSidedThesisStyle()
  const motto = nodes.epigraph.create(null, [p`Still waters.`, nodes.attribution.create(null, schema.text('a ferryman'))])
  const work = workOf([chapter('a', 'A', motto)], { houseStyle: { ...style, epigraph: { ...style.epigraph, face: 'sans' } } })
  const faces = newEngine()
    .run(work)
    .pages.flatMap(page =>
      drawPage(page).lines.flatMap(line => line.runs.filter(run => run.words.includes('ferryman')).map(run => run.face)),
    )
  expect(faces).toEqual(['sans'])
})
test('a table of panels says them under one number', () => {
  const cell = (words: string): Node => nodes.gridCell.create(null, p`${words}`)
  const one = (label: string, words: string): Node =>
    nodes.tablePanel.create({ label }, [
      nodes.caption.create(null, t`${words}`),
      nodes.grid.create(null, nodes.gridRow.create(null, [cell('Wind'), cell('3')])),
    ])
  const work = workOf([
    chapter(
      'c',
      'C',
      nodes.table.create({ label: 't' }, [nodes.caption.create(null, t`Two basins`), one('a', 'West'), one('b', 'East')]),
      p`See ${ref('b')}.`,
    ),
  ])
  const turnover = newEngine().run(work)
  expect(saidIn(turnover)).toEqual(['Table 1.1(b)'])
  expect(wordsOn(turnover).filter(line => /^\(|^Table/.test(line))).toEqual(['Table 1.1. Two basins', '(a) West', '(b) East'])
  expect(textOfPieces([])).toBe('')
})

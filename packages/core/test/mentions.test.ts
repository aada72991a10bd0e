/** Mentions of abbreviations and symbols: written out where they are the first, wherever chapters are moved to. */
import fc from 'fast-check'
import { boxed, bullets, div, fig, h2, mention, note, p, paragraph, ref, t, tab } from '../../../demo/src/builder.ts'
import { fullForm, shortForm } from '../src/content/mentions/forms.ts'
import { textOfPieces } from '../src/content/pieces.ts'
import { plainTextOf } from '../src/content/plainText.ts'
import type { Turnover } from '../src/turnover/turnover.ts'
import type { MentionRules } from '../src/work/parts/houseStyle.ts'
import { type Abbreviation, newAbbreviation } from '../src/work/registers/abbreviations.ts'
import type { Node } from '../src/work/schema.ts'
import type { Work } from '../src/work/work.ts'
import { lettersOfWork, lettersOnPages } from './support/onSheets.ts'
import { mentionsIn } from './support/saying.ts'
import { newEngine, workOf } from './support/work.ts'

const entry = (short: string, full: string, more: Partial<Abbreviation> = {}): Abbreviation => ({
  ...newAbbreviation(),
  short,
  full,
  ...more,
})
const entries: Record<string, Abbreviation> = {
  a: entry('SGS', 'sectional ground survey'),
  b: entry('BWL', 'basin water level'),
  c: entry('', 'lee side'),
  d: entry('QED', ''),
  n: entry('', 'buoyancy frequency', { formula: 'N', kind: 'symbol' }),
  g: entry('MG', 'Messgerät', { language: 'de', fullPlural: 'Messgeräte', shortPlural: 'MGe' }),
}

/**
 * What a mention stands in, and of which entry: “a” in the text, “h:a” in a heading, “c:a” in a caption, “n:a” in a note, “t:a” in a cell,
 * “l:a” in a list, “x:a” in a box. “^” before it begins a sentence; “+” behind it is many, “!short” a form that is asked for.
 */
function block(said: string, label: () => string): Node | Node[] {
  const [, where = '', opens, id, plural, form] = /^(?:([a-z]):)?(\^?)([a-z])(\+?)(?:!(\w+))?$/.exec(said)!
  const own = mention(id!, { plural: plural === '+', ...(form ? { form: form as 'short' } : {}) })
  const before = opens ? '' : 'so '
  switch (where) {
    case 'h':
      return div({ role: 'chapter' }, 'x', paragraph([before, own])).type.schema.nodes.heading!.create({ level: 2, label: label() }, [
        ...(before ? [own.type.schema.text(before)] : []),
        own,
      ])
    case 'c':
      return fig(label(), { picture: '', alternative: 'Nothing' }, [own])
    case 'n':
      return p`Words.${note`${before}${own}.`}`
    case 't':
      return tab(label(), t`Words.`, 'lr', [
        ['Head', 'Value'],
        [[own], '1'],
      ])
    case 'l':
      return bullets(t`${before}${own}`)
    case 'x':
      return boxed(label(), t`Words.`, p`${before}${own}`)
    default:
      return p`${before}${own} ends.`
  }
}

/** “chapter a h:b | abstract a”: divisions with what they mention. */
function workFrom(written: string, rules: Partial<MentionRules> = {}): Work {
  let count = 0
  const label = (): string => `l${count++}`
  const divisions = written.split('|').map(each => {
    const [role = '', ...said] = each.trim().split(/\s+/)
    return div({ role, label: label() }, `Division ${count}`, ...said.map(one => block(one, label)))
  })
  const work = workOf(divisions, { abbreviations: entries })
  const { mentions } = work.houseStyle
  return { ...work, houseStyle: { ...work.houseStyle, mentions: { ...mentions, ...rules } } }
}

const A = 'sectional ground survey (SGS)'
const B = 'basin water level (BWL)'
const opening = 'Sectional ground survey (SGS)'
const byDivision: Partial<MentionRules> = { first: 'division' }

test.each<[string, string, string[], Partial<MentionRules>?]>([
  ['the first is written out, the next is short', 'chapter a a a', [A, 'SGS', 'SGS']],
  ['each entry has a first of its own', 'chapter a b a b', [A, B, 'SGS', 'BWL']],
  ['through the work: once in all chapters', 'chapter a | chapter a | chapter a', [A, 'SGS', 'SGS']],
  ['moved: the chapter that is first now writes it out', 'chapter b | chapter a b | chapter a', [B, A, 'BWL', 'SGS']],
  ['moved the other way', 'chapter a | chapter b | chapter a b', [A, B, 'SGS', 'BWL']],
  ['by division: once in each', 'chapter a a | chapter a a', [A, 'SGS', A, 'SGS'], byDivision],
  ['by division: parts and appendices are divisions too', 'part a | chapter a | appendix a a', [A, A, A, 'SGS'], byDivision],
  ['appendices come after the chapters', 'chapter b | appendix a b', [B, A, 'BWL']],
  ['a heading is no first', 'chapter h:a a a', ['SGS', A, 'SGS']],
  ['headings in full', 'chapter h:a a h:a', ['sectional ground survey', A, 'sectional ground survey'], { headings: 'full' }],
  ['a caption is no first', 'chapter c:a a a', ['SGS', A, 'SGS']],
  ['captions in full, which begin a sentence', 'chapter c:a a', ['Sectional ground survey', A], { captions: 'full' }],
  ['captions with both, and no first for all that', 'chapter c:a a c:a a', [opening, A, opening, 'SGS'], { captions: 'both' }],
  ['a cell of a table is as a caption', 'chapter t:a a', ['SGS', A]],
  ['a cell of a table, with both', 'chapter t:a a t:a', [opening, A, opening], { captions: 'both' }],
  ['the abstract counts by itself', 'abstract a a | chapter a a', [A, 'SGS', A, 'SGS']],
  ['the abstract, short', 'abstract a a | chapter a', ['SGS', 'SGS', A], { abstract: 'short' }],
  ['the abstract, in full', 'abstract a a | chapter a', ['sectional ground survey', 'sectional ground survey', A], { abstract: 'full' }],
  ['a heading in the abstract is a heading', 'abstract h:a a', ['SGS', A]],
  ['an abstract by division', 'abstract a a | chapter a', [A, 'SGS', A], byDivision],
  ['in a note, where its mark stands', 'chapter n:a a', [A, 'SGS']],
  ['behind a note', 'chapter a n:a', [A, 'SGS']],
  ['in a list', 'chapter l:a a', [A, 'SGS']],
  ['in a box', 'chapter x:a a', [A, 'SGS']],
  ['always short, before the first', 'chapter a!short a a', ['SGS', A, 'SGS']],
  ['always short, behind it', 'chapter a a!short a', [A, 'SGS', 'SGS']],
  ['always in full is no first: the short form was not said', 'chapter a!full a a', ['sectional ground survey', A, 'SGS']],
  ['both, asked for, is the first', 'chapter a!both a a', [A, 'SGS', 'SGS']],
  ['both, asked for again', 'chapter a a!both a', [A, A, 'SGS']],
  ['both, asked for in a heading, is no first', 'chapter h:a!both a', [A, A]],
  ['both, asked for in a caption, is no first', 'chapter c:a!both a a', [opening, A, 'SGS']],
  ['in full, asked for in a heading', 'chapter h:a!full a', ['sectional ground survey', A]],
  ['many, first', 'chapter a+ a', ['sectional ground surveys (SGSs)', 'SGS']],
  ['many, later', 'chapter a a+', [A, 'SGSs']],
  ['many, both times', 'chapter a+ a+', ['sectional ground surveys (SGSs)', 'SGSs']],
  ['many, by division', 'chapter a+ | chapter a+', ['sectional ground surveys (SGSs)', 'sectional ground surveys (SGSs)'], byDivision],
  ['at the beginning of a sentence', 'chapter ^a ^a', ['Sectional ground survey (SGS)', 'SGS']],
  ['at the beginning of a sentence, in full', 'chapter ^a!full', ['Sectional ground survey']],
  ['at the beginning of a heading', 'chapter h:^a', ['Sectional ground survey'], { headings: 'full' }],
  ['many at the beginning of a sentence', 'chapter ^a+', ['Sectional ground surveys (SGSs)']],
  ['without a short form: written out everywhere', 'chapter c c ^c', ['lee side', 'lee side', 'Lee side']],
  ['without a full form: short everywhere', 'chapter d d', ['QED', 'QED']],
  ['a symbol', 'chapter n n', ['buoyancy frequency (□)', '□']],
  ['a symbol in a heading', 'chapter h:n n', ['□', 'buoyancy frequency (□)']],
  ['another language, many', 'chapter g+ g+', ['Messgeräte (MGe)', 'MGe']],
  ['another language, one', 'chapter g g', ['Messgerät (MG)', 'MG']],
  ['an entry that is gone', 'chapter z z', ['a deleted target', 'a deleted target']],
  ['gone, while others stay', 'chapter z a z a', ['a deleted target', A, 'a deleted target', 'SGS']],
  ['a title page is text of the front matter', 'titlePage a | chapter a', [A, 'SGS']],
  ['front matter and chapters, by division', 'titlePage a | chapter a', [A, A], byDivision],
  ['two abstracts, each by itself', 'abstract a a | abstract a | chapter a', [A, 'SGS', A, A]],
  ['a chapter that is put before the first one', 'chapter a b | chapter a b', [A, B, 'SGS', 'BWL']],
  ['the first one deleted', 'chapter b | chapter a', [B, A]],
  ['many entries in a row', 'chapter a b n d c a', [A, B, 'buoyancy frequency (□)', 'QED', 'lee side', 'SGS']],
])('%s', (_name, written, said, rules = {}) => {
  const turnover = newEngine().run(workFrom(written, rules))
  expect(mentionsIn(turnover)).toEqual(said)
  expect(turnover.settled).toBe(true)
  expect(lettersOnPages(turnover)).toBe(lettersOfWork(turnover))
})

test.each<[string, string, string, string]>([
  ['en', 'ground survey', 'ground surveys', 'GSs'],
  ['en', 'assembly', 'assemblies', 'GSs'],
  ['en', 'lens box', 'lens boxes', 'GSs'],
  ['en', 'survey', 'surveys', 'GSs'],
  ['en-GB', 'wind speed gauge', 'wind speed gauges', 'GSs'],
  ['en', 'upper branch', 'upper branches', 'GSs'],
  ['de', 'Messgerät', 'Messgerät', 'GS'],
  ['fr', 'appareil de mesure', 'appareils de mesure', 'GS'],
  ['fr', 'niveau du bassin', 'niveaux du bassin', 'GS'],
  ['fr', 'signal faible', 'signaux faible', 'GS'],
  ['fr', 'cas limite', 'cas limite', 'GS'],
  ['es', 'estación de medida', 'estaciones de medida', 'GS'],
  ['es', 'nivel del agua', 'niveles del agua', 'GS'],
  ['es', 'luz baja', 'luces baja', 'GS'],
  ['es', 'boya', 'boyas', 'GS'],
  ['nl', 'meetpunt', 'meetpunt', 'GS'],
])('many in %s: %s', (language, one, many, short) => {
  const own = entry('GS', one)
  expect([fullForm(own, false, language), fullForm(own, true, language)]).toEqual([one, many])
  expect(shortForm(own, true, language)).toBe(short)
  expect(fullForm({ ...own, fullPlural: 'others' }, true, language)).toBe('others')
  expect(shortForm({ ...own, shortPlural: 'GSen' }, true, language)).toBe('GSen')
})

const things = fc.tuple(fc.constantFrom('', 'h:', 'c:', 'n:', 't:', 'l:'), fc.constantFrom('a', 'b', 'n')).map(parts => parts.join(''))
const chapters = fc.array(fc.array(things, { maxLength: 6 }), { minLength: 1, maxLength: 5 })

test('wherever chapters are moved to, each is written out once: in the work, or in each of them, where it is mentioned first', () => {
  fc.assert(
    fc.property(chapters, fc.infiniteStream(fc.nat()), fc.boolean(), (made, numbers, each) => {
      const order = made.map((_, i) => [numbers.next().value as number, i] as const).sort(([a], [b]) => a - b)
      const moved = order.map(([, i]) => made[i]!)
      const work = workFrom(moved.map(said => `chapter ${said.join(' ')}`).join(' | '), each ? byDivision : {})
      const turnover = newEngine().run(work)
      const said = mentionsIn(turnover)
      const inText = moved.map(list => list.map(one => (/^[hct]:/.test(one) ? '' : one.slice(-1))))
      let at = 0
      const seen = new Set<string>()
      for (const list of inText) {
        if (each) seen.clear()
        for (const id of list) {
          const written = said[at++]!.includes('(')
          expect(written).toBe(id !== '' && !seen.has(id))
          seen.add(id)
        }
      }
    }),
    { numRuns: 60 },
  )
})

test('an edit that takes the first away gives the pages of the work opened afresh', () => {
  const engine = newEngine()
  const before = workFrom('chapter a b | chapter a b c:a | chapter n:a h:b')
  engine.run(before)
  // The other chapters are the same nodes, as they are after an edit.
  const [, ...rest] = before.doc.children
  const after = { ...before, doc: before.doc.type.create(null, rest) }
  const drawn = ({ pages, textOf, work: { doc } }: Turnover): unknown => [
    pages.map(({ placed }) => placed.map(({ x, y, box }) => [x, y, box.block, box.marks])),
    doc.children.map(node => node.children.map(child => textOf(child, child.attrs.id ?? ''))),
  ]
  const edited = engine.run(after)
  expect(mentionsIn(edited)).toEqual([A, B, 'SGS', 'SGS', 'BWL'])
  expect(drawn(edited)).toEqual(drawn(newEngine().run(after)))
})

describe('lists', () => {
  const listOf = (role: 'abbreviations' | 'symbols', more: Record<string, Abbreviation>, rules: Partial<MentionRules> = {}): Turnover => {
    const work = workFrom(`${role} | chapter b | chapter a b n`, rules)
    return newEngine().run({ ...work, abbreviations: { ...entries, ...more } })
  }
  const rowsOf = (turnover: Turnover, role: 'abbreviations' | 'symbols' = 'abbreviations'): string[] =>
    turnover
      .rowsOf(role)
      .map(({ opens, short, full, unit, page }) =>
        [...(opens ? [`[${opens}]`] : []), textOfPieces(short), full, textOfPieces(unit), ...(page === null ? [] : [page])].join(' · '),
      )
  test('in the order of the language, the unlisted left out', () => {
    expect(rowsOf(listOf('abbreviations', { x: entry('Ärz', 'Z'), y: entry('aab', 'Y'), z: entry('XX', 'X', { listed: false }) }))).toEqual(
      [
        'aab · Y · ',
        'Ärz · Z · ',
        'BWL · basin water level · ',
        ' · lee side · ',
        'MG · Messgerät · ',
        'QED ·  · ',
        'SGS · sectional ground survey · ',
      ],
    )
  })
  test('symbols by their letters, Greek behind Latin, in groups that have a head', () => {
    const symbol = (formula: string, full: string, more: Partial<Abbreviation> = {}): Abbreviation =>
      entry('', full, { kind: 'symbol', formula, ...more })
    const turnover = listOf('symbols', {
      r: symbol('\\rho_0', 'density', { unit: 'kg m^-3' }),
      z: symbol('z', 'depth', { unit: 'm' }),
      i: symbol('i', 'index', { group: 'Scripts' }),
      al: symbol('\\alpha', 'angle'),
    })
    expect(rowsOf(turnover, 'symbols')).toEqual([
      '□ · buoyancy frequency · ',
      '□ · depth · m',
      '□ · angle · ',
      '□ · density · kg m−3',
      '[Scripts] · □ · index · ',
    ])
  })
  test('with the page of the first mention, in balance with the pages', () => {
    const turnover = listOf('abbreviations', {}, { pages: true })
    const page = (label: string): string | undefined =>
      turnover.pageOf(turnover.work.doc.children.find(node => node.firstChild!.textContent === label)!.attrs.id)?.label
    expect(turnover.settled).toBe(true)
    expect(rowsOf(turnover).filter(row => /BWL|SGS|QED/.test(row))).toEqual([
      `BWL · basin water level ·  · ${page('Division 2')}`,
      'QED ·  ·  · ',
      `SGS · sectional ground survey ·  · ${page('Division 3')}`,
    ])
  })
  test('a symbol that is higher than a line has room, and what stands beside it its baseline', () => {
    const turnover = listOf('symbols', {
      f: entry('', 'share', { kind: 'symbol', formula: '\\frac{a_0}{b_0}' }),
      z: entry('', 'depth', { kind: 'symbol', formula: 'z' }),
    })
    const rows = turnover.pages[0]!.placed.filter(({ box }) => box.marks.some(mark => mark.kind === 'line' && mark.tag === 'TH'))
    for (const [order, { y, box }] of rows.entries()) {
      const baselines = box.marks.flatMap(mark => (mark.kind === 'line' ? [mark.baseline] : []))
      expect(new Set(baselines.map(baseline => baseline.toFixed(3))).size).toBe(1)
      for (const mark of box.marks) if (mark.kind === 'line') expect(mark.baseline - mark.line.above).toBeGreaterThanOrEqual(-0.01)
      if (order) expect(y).toBeGreaterThanOrEqual(rows[order - 1]!.y + rows[order - 1]!.box.height - 0.01)
    }
    expect(Math.max(...rows.map(({ box }) => box.height))).toBeGreaterThan(turnover.work.houseStyle.contents.line.leading + 1)
  })
  test('its rows are on the pages, in columns that align', () => {
    const turnover = listOf('abbreviations', {})
    const lines = turnover.pages[0]!.placed.flatMap(({ x, box }) =>
      box.marks.flatMap(mark =>
        mark.kind === 'line' && !mark.line.isEmpty && (mark.tag === 'TH' || mark.tag === 'TD') ? [{ tag: mark.tag, x: x + mark.x }] : [],
      ),
    )
    expect(new Set(lines.filter(({ tag }) => tag === 'TD').map(({ x }) => x)).size).toBe(1)
    expect(new Set(lines.filter(({ tag }) => tag === 'TH').map(({ x }) => x)).size).toBe(1)
    expect(lines.filter(({ tag }) => tag === 'TD')).toHaveLength(4)
  })
})

test('a heading with a mention is said alike in the contents, in references by title and in plain text', () => {
  const heading = h2('deep', 'On ')
  const own = heading.type.create(heading.attrs, [...heading.children, mention('a')])
  const work = workOf([div({ role: 'contents' }, 'Contents'), div({ role: 'chapter', label: 'c' }, 'C', own, p`See ${ref('deep')}.`)], {
    abbreviations: entries,
  })
  const turnover = newEngine().run(work)
  const id = turnover.work.doc.child(1).child(1).attrs.id as string
  expect(plainTextOf(turnover.work.doc.child(1).child(1), id, turnover.wordingOf)).toBe('On SGS')
  const words = turnover.pages[0]!.placed.flatMap(({ box }) =>
    box.marks.flatMap(mark =>
      mark.kind === 'line' ? mark.line.pieces.flatMap(piece => ('shape' in piece ? [piece.shape.text] : [])) : [],
    ),
  )
  expect(words).toContain('SGS')
})

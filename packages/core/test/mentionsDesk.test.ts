/** What is done with abbreviations: full forms proposed, plain words found and made mentions, entries merged and removed; what the checks find. */
import { Transform } from 'prosemirror-transform'
import { div, h2, mention, p, steps, t } from '../../../demo/src/builder.ts'
import { readAbbreviations, writeAbbreviationsCsv } from '../src/content/mentions/abbreviationsCsv.ts'
import { plainFulls } from '../src/content/mentions/plainFull.ts'
import { plainShorts } from '../src/content/mentions/plainShort.ts'
import { fullFormBefore } from '../src/content/mentions/proposal.ts'
import { writeShortFormsCsv } from '../src/dispatch/csv/writeShortFormsCsv.ts'
import { shortFormRows } from '../src/dispatch/shortFormRows.ts'
import { applyRemedy } from '../src/findings/applyRemedy.ts'
import { findingsOf } from '../src/findings/index.ts'
import { mentionPlaces, mentionsAt, mergeAbbreviations, removeAbbreviation } from '../src/work/commands/mentions.ts'
import { type Abbreviation, newAbbreviation } from '../src/work/registers/abbreviations.ts'
import { type Node, schema } from '../src/work/schema.ts'
import { afterSteps } from '../src/work/steps/workStep.ts'
import type { Work } from '../src/work/work.ts'
import { mentionsIn } from './support/saying.ts'
import { chapter, newEngine, workOf } from './support/work.ts'

const entry = (short: string, full: string, more: Partial<Abbreviation> = {}): Abbreviation => ({
  ...newAbbreviation(),
  short,
  full,
  ...more,
})
const after = (work: Work, tr: Transform): Work => ({ ...work, ...afterSteps(work, tr.steps), doc: tr.doc })

test.each([
  ['We made a sectional ground survey (', 'SGS', 'sectional ground survey'],
  ['We made two sectional ground surveys ', 'SGSs', 'sectional ground surveys'],
  ['by the rate of transfer of heat ', 'RTH', 'rate of transfer of heat'],
  ['of the ground-water level ', 'GWL', 'ground-water level'],
  ['with a hydrometer ', 'HM', 'hydrometer'],
  ['der Pegel des Beckens ', 'PdB', 'Pegel des Beckens'],
  ['der Pegel des Beckens ', 'PB', 'Pegel des Beckens'],
  ['le niveau du bassin ', 'NB', 'niveau du bassin'],
  ['el nivel del agua ', 'NA', 'nivel del agua'],
  ['Of lakes and rivers ', 'LR', 'lakes and rivers'],
  ['words that do not agree ', 'SGS', ''],
  ['survey', 'S', ''],
  ['', 'SGS', ''],
  ['a sectional ground survey, said they ', 'SGS', ''],
  ['surface layer 2 ', 'SL2', 'surface layer 2'],
])('“%s” before “%s” proposes “%s”', (before, short, full) => expect(fullFormBefore(before, short)).toBe(full))

const entries = {
  a: entry('SGS', 'sectional ground survey'),
  b: entry('BWL', 'basin water level'),
  s: entry('', 'depth', { formula: 'z', kind: 'symbol' }),
}
const work = (blocks: Node[], abbreviations: Record<string, Abbreviation> = entries): Work =>
  workOf([div({ role: 'abbreviations' }, 'Abbreviations'), chapter('c', 'C', ...blocks)], { abbreviations })

test('plain words that are short forms are found: whole, as they are written, of one and of many, not in code', () => {
  const code = schema.text('SGS', [schema.marks.code.create()])
  const { doc } = work([p`The SGS, an SGS-like one, two SGSs; sgs, SGSX and XSGS; BWL.`, steps(t`Then ${code}.`)])
  expect(plainShorts(doc, entries, 'en').map(({ text, entry: of, plural }) => [text, of, plural])).toEqual([
    ['SGS', 'a', false],
    ['SGS', 'a', false],
    ['SGSs', 'a', true],
    ['BWL', 'b', false],
  ])
  expect(plainShorts(doc, entries, 'en', 'b')).toHaveLength(1)
  // Which of two is meant is not known, and single letters are words like others.
  expect(plainShorts(doc, { ...entries, c: entry('SGS', 'something else'), d: entry('T', 'time') }, 'en').map(({ text }) => text)).toEqual([
    'BWL',
  ])
})

test('full forms are found as well, of one and of many, and not what is only like them', () => {
  const { doc } = work([p`A sectional ground survey. Sectional ground surveys; a sectional grounds survey; a ground survey.`])
  expect(plainFulls(doc, entries, 'en', 'a').map(({ text, plural }) => [text, plural])).toEqual([
    ['sectional ground survey', false],
    ['Sectional ground surveys', true],
  ])
})

test('they become mentions in one step, and say what the words said, or are written out', () => {
  const before = work([p`The SGS and two SGSs.`, h2('h', 'SGS again')])
  const tr = mentionPlaces(new Transform(before.doc), plainShorts(before.doc, entries, 'en'), 'a')
  const now = after(before, tr)
  expect(mentionsAt(now.doc, 'a')).toHaveLength(3)
  expect(mentionsIn(newEngine().run(now))).toEqual(['sectional ground survey (SGS)', 'SGSs', 'SGS'])
  expect(plainShorts(now.doc, entries, 'en')).toEqual([])
})

test('merged: the mentions of one are those of the other; removed: they say what they were', () => {
  const before = work([p`${mention('a')}, ${mention('b')}.`])
  const merged = after(before, mergeAbbreviations(new Transform(before.doc), before, 'a', 'b'))
  expect(Object.keys(merged.abbreviations)).toEqual(['b', 's'])
  expect(mentionsIn(newEngine().run(merged))).toEqual(['Basin water level (BWL)', 'BWL'])
  const removed = after(before, removeAbbreviation(new Transform(before.doc), before, 'a'))
  expect(mentionsIn(newEngine().run(removed))).toEqual(['a deleted target (was SGS)', 'basin water level (BWL)'])
})

describe('findings', () => {
  const found = (blocks: Node[], abbreviations: Record<string, Abbreviation> = entries): string[] =>
    findingsOf(newEngine().run(work(blocks, abbreviations)))
      .filter(({ check }) => /[mM]ention|abbreviation/.test(check))
      .map(({ weight, check, message }) => `${weight} ${check}: ${message}`)
  const both = p`${mention('a')} and ${mention('b')}.`

  test.each<[string, Node[], Record<string, Abbreviation>, string[]]>([
    ['nothing', [both], entries, []],
    [
      'an entry that is gone',
      [both, p`${mention('x')}`],
      entries,
      ['mustMend lostMention: Something is mentioned here whose entry is gone.'],
    ],
    [
      'short before it is written out',
      [p`${mention('a', { form: 'short' })}.`, both],
      entries,
      ['shouldMend mentionOrder: “SGS” is asked to be short here, and is written out only later.'],
    ],
    [
      'written out twice',
      [both, p`${mention('a', { form: 'both' })}.`],
      entries,
      ['shouldMend mentionOrder: “SGS” is written out here again, as was asked for, and readers know it already.'],
    ],
    [
      'a plain word',
      [both, p`An SGS.`],
      entries,
      ['worthALook plainMention: “SGS” stands here as a plain word: it is not written out where it comes first.'],
    ],
    ['never mentioned', [p`${mention('a')}`], entries, ['worthALook abbreviationEntries: “BWL” is listed, and is mentioned nowhere.']],
    ['never mentioned, and not listed', [p`${mention('a')}`], { ...entries, b: { ...entries.b, listed: false } }, []],
    [
      'nobody said what it stands for',
      [both],
      { ...entries, e: entry('XY', '') },
      ['worthALook abbreviationEntries: “XY” is in the register, and nobody has said what it stands for.'],
    ],
    [
      'one short form for two',
      [both, p`${mention('e')}`],
      { ...entries, e: entry('SGS', 'surface gauge') },
      ['shouldMend abbreviationEntries: “SGS” stands for “sectional ground survey” and for “surface gauge”.'],
    ],
  ])('%s', (_name, blocks, abbreviations, messages) => expect(found(blocks, abbreviations)).toEqual(messages))

  test('one press makes the plain word a mention, and does nothing where it is gone', () => {
    const before = work([both, p`Two SGSs.`])
    const finding = findingsOf(newEngine().run(before)).find(({ check }) => check === 'plainMention')!
    const tr = new Transform(before.doc)
    expect(applyRemedy(tr, finding.remedy!)).toBe(true)
    expect(mentionsIn(newEngine().run(after(before, tr)))).toEqual(['Sectional ground survey (SGS)', 'basin water level (BWL)', 'SGSs'])
    expect(applyRemedy(tr, finding.remedy!)).toBe(false)
  })
})

describe('as CSV', () => {
  const ids = (): (() => string) => {
    let count = 0
    return () => `n${count++}`
  }
  const read = (text: string, there: Record<string, Abbreviation> = {}) => readAbbreviations(text, there, ids())

  test('what is written is read as it was', () => {
    const own = {
      ...entries,
      g: entry('MG', 'Messgerät, „klein“', {
        language: 'de',
        fullPlural: 'Messgeräte',
        shortPlural: 'MGe',
        group: 'A',
        sortKey: 'm',
        remark: '=1+1',
        listed: false,
      }),
      u: entry('', 'density', { kind: 'symbol', formula: '\\rho_0', unit: 'kg m^-3' }),
    }
    expect(Object.values(read(writeAbbreviationsCsv(own)).added)).toEqual(Object.values(own))
    expect(read(writeAbbreviationsCsv(own), own)).toEqual({ added: {}, known: 5 })
  })
  test.each<[string, string, [string, string][]]>([
    [
      'columns without a head',
      'SGS,sectional ground survey\nBWL,basin water level',
      [
        ['SGS', 'sectional ground survey'],
        ['BWL', 'basin water level'],
      ],
    ],
    ['columns in another order', 'full form;short form\nbasin water level;BWL', [['BWL', 'basin water level']]],
    [
      'lines with a colon',
      'SGS: sectional ground survey\n\nBWL: basin water level',
      [
        ['SGS', 'sectional ground survey'],
        ['BWL', 'basin water level'],
      ],
    ],
    ['lines with a dash', 'SGS – sectional ground survey', [['SGS', 'sectional ground survey']]],
    ['tabs', 'SGS\tsectional ground survey', [['SGS', 'sectional ground survey']]],
    ['one twice', 'SGS: a survey\nSGS: a survey', [['SGS', 'a survey']]],
  ])('%s', (_name, text, said) => expect(Object.values(read(text).added).map(({ short, full }) => [short, full])).toEqual(said))
  test('nothing, and too much, are refused in words', () => {
    expect(() => read('\n \n')).toThrow('There is no entry in this file.')
    expect(() => read('A: b\n'.repeat(20_001))).toThrow('at most 20,000 lines')
    expect(Object.values(read(`${'X'.repeat(9000)}: ${'y'.repeat(9000)}`).added)[0]!.short).toHaveLength(200)
  })
  test('what mentions print, and why, as rows', () => {
    const rows = shortFormRows(newEngine().run(work([p`The ${mention('a')} and the ${mention('a')}.`])))
    expect(rows.find(({ short }) => short === 'SGS')!.mentions).toEqual([
      { says: 'sectional ground survey (SGS)', because: 'first', page: '1' },
      { says: 'SGS', because: 'later', page: '1' },
    ])
    expect(writeShortFormsCsv(rows).split('\r\n')[1]).toBe('abbreviation,SGS,,sectional ground survey,,2,1')
  })
})

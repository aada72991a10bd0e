/** Where lines may end, against the test file of Unicode Annex 14, and by the rules that are our own. */
import { readFileSync } from 'node:fs'
import { lineEndsIn } from './support/lineEnds.ts'

interface Case {
  text: string
  /** UTF-16 indices at which a line may end, the end of the text left out. */
  allowed: number[]
}

const cases: Case[] = readFileSync(new URL('./fixtures/lineBreaks.txt', import.meta.url), 'utf8')
  .split('\n')
  .filter(line => line && !line.startsWith('#'))
  .map(line => {
    const parts = line.split(' ')
    let text = ''
    const allowed: number[] = []
    parts.forEach((part, i) => {
      if (i % 2) text += String.fromCodePoint(Number.parseInt(part, 16))
      else if (part === '÷' && i > 0 && i < parts.length - 1) allowed.push(text.length)
    })
    return { text, allowed }
  })

/** Differences that are rules of ours (docs/choices.md), by what stands before and behind a place. */
const ownRules: [string, (before: string, after: string, text: string) => boolean][] = [
  ['what belongs to a number stays with it', (before, after) => /[.,/:;]\p{M}*$/u.test(before) && /^\p{N}/u.test(after)],
  ['no line begins with a dash', (_before, after) => /^[–—―]/.test(after)],
  ['guillemets hold what they enclose over spaces', (_before, _after, text) => /[«»]/.test(text)],
]
/** Signs that the tables of the library do not know as this version of the file does. */
const otherTables = /\u{1f02c}/u

describe('line breaks by Unicode Annex 14', () => {
  const different = cases.flatMap(({ text, allowed }) => {
    const ours = lineEndsIn(text)
    return [...allowed.filter(at => !ours.includes(at)), ...ours.filter(at => !allowed.includes(at))].map(at => ({ text, at }))
  })

  test('the fixture is there', () => expect(cases.length).toBeGreaterThan(5800))

  test('they agree in 99.5 of 100 cases', () => {
    const texts = new Set(different.map(({ text }) => text))
    expect((100 * (cases.length - texts.size)) / cases.length).toBeGreaterThan(99.5)
  })

  test('and whatever differs is a rule of ours', () => {
    const others = different.filter(
      ({ text, at }) => !otherTables.test(text) && !ownRules.some(([, is]) => is(text.slice(0, at), text.slice(at), text)),
    )
    expect(others.map(({ text, at }) => `${JSON.stringify(text)} at ${at}`)).toEqual([])
  })
})

test.each<[string, string[]]>([
  ['well-known', ['well-', 'known']],
  ['2019–2024', ['2019–', '2024']],
  ['wind—and', ['wind—', 'and']],
  ['wind – and water', ['wind – ', 'and ', 'water']],
  ['falls to –5 °C', ['falls ', 'to ', '–5 ', '°C']],
  ['Figure\u00a03.2', ['Figure\u00a03.2']],
  ['m/s', ['m/s']],
  ['temperature/salinity', ['temperature/', 'salinity']],
  ['(see below)', ['(see ', 'below)']],
  ['“So,” (twice)', ['“So,” ', '(twice)']],
  ['note(s)(or two)', ['note(s)', '(or ', 'two)']],
  ['3.5%', ['3.5%']],
  ['−2\u202f°C', ['−2\u202f°C']],
  ['Seewasser\u00adschichtung', ['Seewasser\u00ad', 'schichtung']],
  ['(con\u00ad)lang', ['(con\u00ad)lang']],
  ['mot ! et « mot » : oui', ['mot ! ', 'et ', '« mot » : ', 'oui']],
  ['what?!No', ['what?!', 'No']],
  ['西の湖（深い）', ['西', 'の', '湖', '（深', 'い）']],
  ['https://example.org/lakes/upper.html?year=2024', ['https://example.', 'org/', 'lakes/', 'upper.', 'html?', 'year=', '2024']],
  ['www.lake-survey.example', ['www.lake-', 'survey.', 'example']],
])('%s breaks into %j', (text, expected) => {
  const ends = [...lineEndsIn(text).sort((a, b) => a - b), text.length]
  expect(ends.map((end, index) => text.slice(ends[index - 1] ?? 0, end))).toEqual(expected)
})

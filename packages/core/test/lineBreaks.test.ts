import { readFileSync } from 'node:fs'
import { opportunitiesIn } from '../src/type/runItems.ts'

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
const shown = ({ text }: Case, at: number): string => `${JSON.stringify(text)} at ${at}`

/** The annex's test takes numbers apart more freely than its own rule for them does; both are allowed, and we keep numbers together. */
const numeric = /[\p{Nd}%$,./€£°]/u
/** After a letter, an opening bracket belongs to the word it stands in. */
const opening = /\p{Ps}/u

describe('line breaks by Unicode Annex 14', () => {
  test('the fixture is there', () => expect(cases.length).toBeGreaterThan(2000))

  test('a line never ends where the annex forbids it', () => {
    const wrong = cases.flatMap(found =>
      [...opportunitiesIn(found.text)].filter(at => !found.allowed.includes(at)).map(at => shown(found, at)),
    )
    expect(wrong).toEqual([])
  })

  test('it may end wherever the annex allows it, but for numbers, signs beside them, brackets and slashes in units', () => {
    const missed = cases.flatMap(found => {
      const ours = opportunitiesIn(found.text)
      return found.allowed
        .filter(
          at => !ours.has(at) && ![found.text[at - 1]!, found.text[at]!].some(sign => numeric.test(sign)) && !opening.test(found.text[at]!),
        )
        .map(at => shown(found, at))
    })
    // A combining sign at the start of a line belongs to nothing: the library lets it stand, and so do we.
    expect(missed.filter(text => !text.includes('\u0308'))).toEqual([])
  })

  test.each<[string, string[]]>([
    ['well-known', ['well-', 'known']],
    ['2019–2024', ['2019–', '2024']],
    ['wind—and', ['wind', '—', 'and']],
    ['Figure\u00a03.2', ['Figure\u00a03.2']],
    ['m/s', ['m/s']],
    ['temperature/salinity', ['temperature/', 'salinity']],
    ['(see', ['(see']],
    ['“So,”', ['“So,”']],
    ['3.5%', ['3.5%']],
    ['−2\u202f°C', ['−2\u202f°C']],
    ['Seewasser\u00adschichtung', ['Seewasser\u00ad', 'schichtung']],
    ['https://example.org/lakes/upper.html?year=2024', ['https://example.', 'org/', 'lakes/', 'upper.', 'html?', 'year=', '2024']],
    ['www.lake-survey.example', ['www.lake-', 'survey.', 'example']],
  ])('%s breaks into %j', (text, expected) => {
    const found: string[] = []
    let from = 0
    for (const at of [...opportunitiesIn(text)].sort((a, b) => a - b)) {
      found.push(text.slice(from, at))
      from = at
    }
    expect([...found, text.slice(from)]).toEqual(expected)
  })
})

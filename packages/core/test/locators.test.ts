import fc from 'fast-check'
import { type IndexMark, locators, type Runs } from '../src/content/index/locators.ts'

/** Six pages of front matter, i to vi, and then 1, 2, 3 … */
const labels = (page: number): string => (page < 6 ? ['i', 'ii', 'iii', 'iv', 'v', 'vi'][page]! : String(page - 5))
const on = (label: number | string, more: Partial<IndexMark> = {}): IndexMark => ({
  page: typeof label === 'number' ? label + 5 : ['i', 'ii', 'iii', 'iv', 'v', 'vi'].indexOf(label),
  ...more,
})
const says = (marks: IndexMark[], runs: Runs = 'three'): string =>
  locators(marks, labels, runs)
    .map(({ text, main }) => (main ? `*${text}*` : text).replace('\u00a0', ' '))
    .join(', ')

describe('locators of an index', () => {
  test.each<[string, IndexMark[], Runs, string]>([
    ['repeated pages merge', [on(14), on(14), on(18), on(40)], 'three', '14, 18, 40'],
    ['a main locator is not swallowed by a run', [on(21), on(22, { main: true }), on(23), on(40)], 'three', '21, *22*, 23, 40'],
    ['a mark within a range is in it', [on(12, { to: 20 }), on(14)], 'three', '12–15'],
    ['roman before arabic', [on(16), on('iv')], 'three', 'iv, 16'],
    ['two pages as f.', [on(5), on(6)], 'following', '5 f.'],
    ['more pages as ff.', [on(9), on(10), on(11)], 'following', '9 ff.'],
    ['three pages are a run', [on(7), on(8), on(9)], 'three', '7–9'],
    ['two pages are none', [on(7), on(8)], 'three', '7, 8'],
    ['unless they are to be', [on(7), on(8)], 'two', '7–8'],
    ['runs can be left alone', [on(7), on(8), on(9)], 'never', '7, 8, 9'],
    ['no run goes from roman to arabic', [on('v'), on('vi'), on(1), on(2)], 'three', 'v, vi, 1, 2'],
    ['ranges that overlap are one', [on(3, { to: 10 }), on(4, { to: 13 })], 'three', '3–8'],
    ['a main mark within a range is said as well', [on(3, { to: 10 }), on(4, { main: true })], 'three', '3–5, *4*'],
    ['nothing', [], 'three', ''],
  ])('%s', (_name, marks, runs, said) => expect(says(marks, runs)).toBe(said))

  test('every marked page is sent to, in order, and no other one', () => {
    fc.assert(
      fc.property(fc.array(fc.nat({ max: 40 }), { maxLength: 20 }), fc.constantFrom<Runs>('three', 'two', 'never'), (pages, runs) => {
        const sent = locators(
          pages.map(page => ({ page })),
          String,
          runs,
        ).flatMap(({ text }) => {
          const [from, to = from] = text.split('–').map(Number)
          return Array.from({ length: to! - from! + 1 }, (_, i) => from! + i)
        })
        expect(sent).toEqual([...new Set(pages)].sort((a, b) => a - b))
      }),
    )
  })
})

import { pagesNamed, pagesSaid } from '../src/views/galley/pdf/pageRange.ts'

test.each<[string, number[] | RegExp]>([
  ['1', [1]],
  ['1–3, 7', [1, 2, 3, 7]],
  ['3-4 ; 2', [3, 4, 2]],
  ['2 – 4', [2, 3, 4]],
  ['1-3, 2-5', [1, 2, 3, 4, 5]],
  ['', /Say which pages/],
  ['one', /“one” is no page/],
  ['0', /pages 1 to 9/],
  ['8–10', /pages 1 to 9/],
  ['5-2', /backwards/],
  ['1--2', /“1--2” is no page/],
])('“%s” of nine pages', (text, meant) => {
  const named = pagesNamed(text, 9)
  if (meant instanceof RegExp) expect(named).toMatch(meant)
  else expect(named).toEqual(meant)
})

test('pages are said as one says them', () => {
  expect([[3], [3, 5], [3, 5, 7]].map(pagesSaid)).toEqual(['page 3', 'pages 3 and 5', 'pages 3, 5 and 7'])
})

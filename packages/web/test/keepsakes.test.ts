import { addedTo, keepsakesFile, keepsakesIn } from '../src/storage/keepsakes.ts'

const kept = (name: string, notation: string, order = 0) => ({ id: name, name, notation, order })

test('a file of keepsakes is read as it was written, and adds only what is new', () => {
  const own = [kept('drag', 'C_{d}'), kept('heat', 'Q', 1)]
  const read = keepsakesIn(keepsakesFile([...own, kept('Drag', 'D'), kept('Drag', 'E')]))
  // The same names for other formulas get a number; nothing of one's own is changed.
  expect(addedTo(own, read).map(({ name, notation, order }) => [name, notation, order])).toEqual([
    ['Drag 2', 'D', 2],
    ['Drag 3', 'E', 3],
  ])
})

test.each([
  ['{', 'not a file of keepsakes'],
  ['{"form":"other","keepsakes":[]}', 'not a file of keepsakes'],
  ['{"form":"steady-ledger-keepsakes","keepsakes":[{"name":" ","notation":"x"}]}', 'no name or no formula'],
  ['{"form":"steady-ledger-keepsakes","keepsakes":[null]}', 'no name or no formula'],
])('%s is refused in plain words', (text, why) => {
  expect(() => keepsakesIn(text)).toThrow(why)
})

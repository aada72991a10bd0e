/** Notes that are longer than some lines: a part goes over to the next page before pages are left short for them. */
import { note, p } from '../../../demo/src/builder.ts'
import type { Page } from '../src/pages/page.ts'
import { chapter, newEngine, workOf } from './support/work.ts'

const sentence = 'The wind goes over the lake and stirs what lies below it, all summer long, and the heat goes down with it. '
const words = (count: number): string => sentence.repeat(count).trim()

/** Where the text of a page ends, and how many lines of notes it has. */
function footOf({ placed }: Page): { text: number; notes: number } {
  const isNote = ({ box }: Page['placed'][number]): boolean => box.marks.some(mark => mark.kind === 'line' && mark.tag === 'Note')
  return {
    text: Math.max(0, ...placed.filter(each => !isNote(each)).map(({ y, box }) => y + box.height)),
    notes: placed.filter(isNote).length,
  }
}

const pagesWith = (sentences: number, before: number) =>
  newEngine().run(
    workOf([
      chapter(
        'c',
        'One',
        ...Array.from({ length: before }, () => p`${words(6)}`),
        p`${words(3)}${note`${words(sentences)}`} ${words(3)}`,
        ...Array.from({ length: 10 }, () => p`${words(6)}`),
      ),
    ]),
  )

test.each([4, 5, 6, 7])(
  'one of fifty lines begins on the page of its mark and leaves no page short before it (after %i paragraphs)',
  before => {
    const { pages, work } = pagesWith(46, before)
    const { height, bottom } = work.houseStyle.page
    const { leading } = work.houseStyle.body
    const feet = pages.map(footOf)
    const first = feet.findIndex(({ notes }) => notes > 0)
    for (const { text } of feet.slice(0, first)) expect(height - bottom - text).toBeLessThan(leading * 2.5)
    expect(feet.reduce((sum, { notes }) => sum + notes, 0)).toBeGreaterThan(48)
    expect(feet.filter(({ notes }) => notes > 0).length).toBeLessThanOrEqual(2)
  },
)

test.each([4, 5, 6, 7])('one of a few lines stays whole (after %i paragraphs)', before => {
  const feet = pagesWith(5, before).pages.map(footOf)
  expect(feet.filter(({ notes }) => notes > 0)).toHaveLength(1)
})

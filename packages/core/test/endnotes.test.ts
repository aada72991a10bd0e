import { div, note, p } from '../../../demo/src/builder.ts'
import { findingsOf } from '../src/findings/index.ts'
import { drawPage } from '../src/pages/drawing.ts'
import type { Turnover } from '../src/turnover/turnover.ts'
import { thesisScheme } from '../src/work/parts/scheme.ts'
import type { Work } from '../src/work/work.ts'
import { chapter, newEngine, workOf } from './support/work.ts'

const work = (place: 'foot' | 'chapter' | 'work', restart: 'work' | 'chapter'): Work =>
  workOf(
    [
      chapter('one', 'Winds', p`First.${note`About the first.`}`, p`Second.${note`About the second.`}`),
      chapter('two', 'Waters', p`Third.${note`About the third.`}`),
      div({ role: 'endnotes', label: 'notes' }, 'Notes'),
    ],
    { scheme: { ...thesisScheme(), notes: { form: 'arabic', restart, place, sayChapter: false } } },
  )
const linesOf = (turnover: Turnover, label: string): string[] =>
  drawPage(turnover.pages.find(page => page.label === label)!).lines.map(line =>
    line.runs
      .flatMap(run => run.words)
      .join(' ')
      .replace(/\s+/g, ' '),
  )

test('at the foot they stand under a rule on the page of their mark', () => {
  const turnover = newEngine().run(work('foot', 'chapter'))
  expect(linesOf(turnover, '1').slice(-2)).toEqual(['1 About the first.', '2 About the second.'])
})

test('at the end of the chapter they stand in order under a heading, and nothing at the foot', () => {
  const turnover = newEngine().run(work('chapter', 'chapter'))
  const lines = linesOf(turnover, '1')
  const at = lines.indexOf('Notes')
  expect(lines.slice(at + 1, at + 3)).toEqual(['1 About the first.', '2 About the second.'])
  expect(linesOf(turnover, '2')).toContain('1 About the third.')
  expect(turnover.pages.every(page => page.placed.every(({ y, box }) => y + box.height < 600))).toBe(true)
})

test('in a division of their own they stand by chapter, or in one run where they count through', () => {
  const byChapter = newEngine().run(work('work', 'chapter'))
  const lines = linesOf(byChapter, '3')
  expect(lines.filter(line => /About|Winds|Waters/.test(line))).toEqual([
    'Chapter 1 Winds',
    '1 About the first.',
    '2 About the second.',
    'Chapter 2 Waters',
    '1 About the third.',
  ])
  const through = linesOf(newEngine().run(work('work', 'work')), '3')
  expect(through.filter(line => /About|Chapter/.test(line))).toEqual(['1 About the first.', '2 About the second.', '3 About the third.'])
})

test('notes that have lost their division must be mended', () => {
  const whole = work('work', 'work')
  const without = { ...whole, doc: whole.doc.copy(whole.doc.content.cut(0, whole.doc.content.size - whole.doc.lastChild!.nodeSize)) }
  const said = (made: Work): string[] => findingsOf(newEngine().run(made)).map(finding => `${finding.weight}: ${finding.message}`)
  expect(said(without)).toContain('mustMend: 3 notes are to stand in a division of their own, and there is none.')
  expect(said(whole).filter(text => text.includes('notes'))).toEqual([])
})

test('an entry is on the page where its note is printed', () => {
  const turnover = newEngine().run(work('work', 'work'))
  const notes = turnover.ledger.entries.filter(entry => entry.item.kind === 'note')
  for (const { id } of notes) expect(turnover.pages[turnover.pageIndexOf.get(id)!]!.label).toBe('3')
})

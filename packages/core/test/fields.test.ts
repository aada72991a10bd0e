/** Fields: what the work says of itself, printed where it is wanted. */
import { div, h2, p } from '../../../demo/src/builder.ts'
import { findingsOf } from '../src/findings/index.ts'
import { piecesOn } from '../src/pages/reach.ts'
import type { Turnover } from '../src/turnover/turnover.ts'
import { workFromJson, workToJson } from '../src/work/file/workFile.ts'
import { fieldNames } from '../src/work/kinds/inline.ts'
import { schema } from '../src/work/schema.ts'
import type { Work } from '../src/work/work.ts'
import { chapter, newEngine, workOf } from './support/work.ts'

const field = (name: string) => schema.nodes.field.create({ field: name })
const said = ({ pages }: Turnover): string => pages.flatMap(page => [...piecesOn(page)].map(({ piece }) => piece.shape.text)).join(' ')

function told(work: Work, about: Partial<Work['settings']['about']>, more: Partial<Work['settings']> = {}): Work {
  return { ...work, settings: { ...work.settings, ...more, about: { ...work.settings.about, ...about } } }
}
const page = (...names: string[]) =>
  workOf([div({ role: 'titlePage' }, 'Wind over water', ...names.map(name => p`By ${field(name)}.`)), chapter('c', 'One', p`Words.`)])

test('each says what the work says of itself, and no word more', () => {
  const about = {
    subtitle: 'A second title',
    degree: 'Doctor of Philosophy',
    institution: 'University of the Orrin Uplands',
    department: 'Lakes',
    supervisors: 'H. Brenn, O. Vale',
    examiners: 'L. Moss',
    place: 'Harrow Ness',
    licence: 'Free to read',
    identifier: 'urn:x:1',
  }
  const work = told(page(...fieldNames), { ...about, date: '2027-03' }, { author: 'I. Tolvay' })
  const turnover = newEngine().run(work)
  for (const each of [...Object.values(about), 'I. Tolvay', 'Wind over water', 'March 2027']) expect(said(turnover)).toContain(`By ${each}`)
  expect(findingsOf(turnover).filter(({ check }) => check === 'emptyField')).toEqual([])
  expect(workFromJson(workToJson(work), new Map()).doc.eq(work.doc)).toBe(true)
})

test.each([
  ['en-GB', '2027-03-14', '14 March 2027'],
  ['de-DE', '2027-03-14', '14. März 2027'],
  ['fr-FR', '2027-03', 'mars 2027'],
  ['en-GB', '2027', '2027'],
])('in %s the date %s is written %s', (language, date, written) => {
  expect(said(newEngine().run(told(page('date'), { date }, { language })))).toContain(written)
})

test('one with nothing to say shows its name and must be mended; a change of what the work says sets it anew', () => {
  const engine = newEngine()
  const work = page('supervisors')
  const before = engine.run(work)
  expect(said(before)).toContain('[supervisors]')
  expect(findingsOf(before).filter(({ check }) => check === 'emptyField')).toMatchObject([{ weight: 'mustMend', division: 0 }])
  const after = engine.run(told(work, { supervisors: 'O. Vale' }))
  expect(said(after)).toContain('By O. Vale')
  expect(findingsOf(after).filter(({ check }) => check === 'emptyField')).toEqual([])
  expect(said(newEngine().run(told(work, { supervisors: 'O. Vale' })))).toBe(said(after))
})

test('in a heading it stands in the contents as well', () => {
  const heading = h2('h', 'Of ').type.create({ level: 2, label: 'h' }, [schema.text('The place: '), field('place')])
  const work = told(workOf([div({ role: 'contents', listed: false } as never, 'Contents'), chapter('c', 'One', heading, p`Words.`)]), {
    place: 'Harrow Ness',
  })
  const [contents] = newEngine().run(work).pages
  expect([...piecesOn(contents!)].map(({ piece }) => piece.shape.text).join(' ')).toContain('The place: Harrow Ness')
})

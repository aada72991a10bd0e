/** Numbers in office texts live: counted anew by the rules of the standard they are what they show, and what the ledger says. */

import { strFromU8, unzipSync } from 'fflate'
import { eq, fig, h2, num, p, ref } from '../../../demo/src/builder.ts'
import { demoWorks } from '../../../demo/src/index.ts'
import type { Turnover } from '../src/turnover/turnover.ts'
import { newTerm } from '../src/work/registers/terms.ts'
import { type Node, schema } from '../src/work/schema.ts'
import type { Work } from '../src/work/work.ts'
import { type OfficeField, readOffice, wrongFields } from './support/readOffice.ts'
import { readOpenText } from './support/readOpenText.ts'
import { written } from './support/readOutputs.ts'
import { chapter, demoTurnover, newEngine, workOf } from './support/work.ts'
import { named, type XmlElement } from './support/xmlTree.ts'

describe.each(Object.keys(demoWorks) as (keyof typeof demoWorks)[])('%s', name => {
  let turnover: Turnover
  let bytes: Uint8Array
  beforeAll(async () => {
    turnover = await demoTurnover(name)
    bytes = await written('docx', turnover)
  })

  test('every field comes to what it shows', () => {
    const { fields } = readOffice(bytes)
    expect(wrongFields(fields)).toEqual([])
    // Most of what refers is asked for, and not written.
    const asked = fields.filter(({ instruction }) => /^(REF|SEQ|PAGEREF)/.test(instruction)).length
    expect(asked).toBeGreaterThan(name === 'thesis' ? 300 : 40)
  })

  test('pages that fields show are those of the ledger', () => {
    const { fields } = readOffice(bytes)
    const labels = new Set(turnover.pages.map(({ label }) => label))
    const pages = fields.filter(({ instruction }) => instruction.startsWith('PAGEREF'))
    expect(pages.filter(({ shows }) => !labels.has(shows))).toEqual([])
    expect(pages.length).toBeGreaterThan(name === 'thesis' ? 50 : 0)
  })
})

const drawn = (label: string, words: string): Node => fig(label, { picture: '', alternative: '' }, [schema.text(words)])

test('a figure that is put in moves the numbers behind it as ours would', async () => {
  const figures = (more: boolean): Node[] => [
    chapter(
      'a',
      'Basins',
      p`See ${ref('one')}, ${ref('two')} and ${ref('eq')}; after them ${num('s')}.`,
      drawn('one', 'One'),
      ...(more ? [drawn('new', 'New')] : []),
      drawn('two', 'Two'),
      h2('s', 'A section'),
      eq('eq', 'a = b'),
    ),
    chapter('b', 'Sills', drawn('three', 'Three'), p`See ${ref('three')}.`),
  ]
  const [before, after] = await Promise.all([false, true].map(async more => written('docx', newEngine().run(workOf(figures(more))))))
  // The reader of the text copies the caption of the first figure behind it, and updates the fields.
  const changed = readOffice(before!, document => {
    const caption = named(document, 'w:p').find(each => each.textContent.endsWith('One'))!
    const copy = caption.copy()
    for (const mark of [...named(copy, 'w:bookmarkStart'), ...named(copy, 'w:bookmarkEnd')]) mark.remove()
    caption.after(copy)
  })
  const asked = (fields: readonly OfficeField[]) => fields.filter(({ instruction }) => /^REF/.test(instruction)).map(({ comes }) => comes)
  expect(asked(changed.fields)).toEqual(asked(readOffice(after!).fields))
  expect(asked(changed.fields)).toEqual(['1.1', '1.3', '1.1', '1.1', '2.1'])
  // A chapter that is put in moves what stands in those behind it.
  const moved = readOffice(before!, document => {
    const chapters = named(document, 'w:p').filter(each => named(each, 'w:pStyle')[0]?.getAttribute('w:val') === 'Heading1')
    const copy = chapters[0]!.copy()
    for (const mark of [...named(copy, 'w:bookmarkStart'), ...named(copy, 'w:bookmarkEnd')]) mark.remove()
    chapters[0]!.before(copy)
  })
  expect(asked(moved.fields)).toEqual(['2.1', '2.2', '2.1', '2.1', '3.1'])
})

test('the same in an OpenDocument text: by the outline and by sequences', async () => {
  const work = (more: boolean): Node[] => [
    chapter(
      'a',
      'Basins',
      p`See ${ref('one')}, ${ref('two')} and ${num('s')}.`,
      drawn('one', 'One'),
      ...(more ? [drawn('new', 'New')] : []),
      drawn('two', 'Two'),
      h2('s', 'A section'),
    ),
    chapter('b', 'Sills', drawn('three', 'Three'), p`See ${ref('three')}.`),
  ]
  const [before, after] = await Promise.all([false, true].map(async more => written('odt', newEngine().run(workOf(work(more))))))
  const asked = (open: ReturnType<typeof readOpenText>): string[] =>
    open.fields.filter(({ what }) => what.includes('-ref ')).map(({ comes }) => comes)
  expect(asked(readOpenText(before!))).toEqual(['1.1', '1.2', '1.1', '2.1'])
  const copied = (of: XmlElement): void => {
    const copy = of.copy()
    for (const mark of [...named(copy, 'text:bookmark-start'), ...named(copy, 'text:bookmark-end')]) mark.remove()
    for (const sequence of named(copy, 'text:sequence')) sequence.setAttribute('text:ref-name', 'put-in')
    of.after(copy)
  }
  const changed = readOpenText(before!, document => copied(named(document, 'text:p').find(each => each.textContent.endsWith('One'))!))
  expect(asked(changed)).toEqual(asked(readOpenText(after!)))
  expect(asked(changed)).toEqual(['1.1', '1.3', '1.1', '2.1'])
  const moved = readOpenText(before!, document => copied(named(document, 'text:h')[0]!))
  expect(asked(moved)).toEqual(['2.1', '2.2', '2.1', '3.1'])
})

test('ranges of the index have two ends each, in both office texts; one without an end is a place', async () => {
  let count = 0
  const mark = (range: 'no' | 'start' | 'end'): Node => schema.nodes.indexMark.create({ id: `m${count++}`, term: 'wind', range })
  const work: Work = {
    ...workOf([
      chapter('a', 'Basins', p`${mark('end')}It ${mark('start')}blows${mark('end')} and ${mark('start')}blows${mark('end')}.`),
      chapter('b', 'Sills', p`Here ${mark('start')}it begins.`),
    ]),
    terms: { wind: { ...newTerm(), heading: 'wind' } },
  }
  const turnover = newEngine().run(work)
  const [docx, odt] = await Promise.all([written('docx', turnover), written('odt', turnover)])
  const word = strFromU8(unzipSync(docx)['word/document.xml']!)
  const asked = [...word.matchAll(/XE "wind"(?: \\r (\w+))?/g)].map(([, name]) => name ?? '')
  expect(asked.map(Boolean)).toEqual([true, true, false])
  expect(new Set(asked).size).toBe(3)
  const numbers = (end: 'Start' | 'End'): string[] =>
    [...word.matchAll(new RegExp(`<w:bookmark${end} w:id="(\\d+)"`, 'g'))].map(([, number]) => number!).sort()
  expect(numbers('Start')).toEqual(numbers('End'))
  for (const name of asked.filter(Boolean)) expect(word.split(`w:name="${name}"`)).toHaveLength(2)
  const open = strFromU8(unzipSync(odt)['content.xml']!)
  const ends = (end: string): string[] =>
    [...open.matchAll(new RegExp(`<text:alphabetical-index-mark-${end} text:id="([^"]+)"`, 'g'))].map(([, name]) => name!)
  expect(ends('start')).toHaveLength(2)
  expect(new Set(ends('start')).size).toBe(2)
  expect(ends('end')).toEqual(ends('start'))
})

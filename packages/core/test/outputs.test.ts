import { JSDOM } from 'jsdom'
import { h2, p } from '../../../demo/src/builder.ts'
import { outputOf } from '../src/dispatch/outputs.ts'
import { readBundle } from '../src/work/file/bundle.ts'
import { chapter, fonts, newEngine, workOf } from './support/work.ts'

const drawingProgram = () => Promise.reject(new Error('Nothing is drawn.'))
const mathFace = () => Promise.reject(new Error('Nothing is cut.'))

test('a work can be kept as a file whatever becomes of its pages', async () => {
  const work = workOf([chapter('c', 'C')])
  const turnOver = () => Promise.reject(new Error('No pages can be made.'))
  const bytes = await outputOf('bundle')!.write({ work, turnOver, drawingProgram, mathFace }, { date: new Date(0) })
  expect(readBundle(bytes).doc.eq(work.doc)).toBe(true)
  await expect(outputOf('csv')!.write({ work, turnOver, drawingProgram, mathFace }, { date: new Date(0) })).rejects.toThrow(
    'No pages can be made.',
  )
})

test('the metadata of a PDF is XML, whatever authors and titles are called', async () => {
  const base = workOf([chapter('c', 'C', p`Words.`)])
  const work = { ...base, settings: { ...base.settings, author: 'Ada & Bo <of the lake>\u0001', keywords: ['a < b', '&amp;'] } }
  const turnOver = async () => ({ turnover: newEngine().run(work), fonts })
  const bytes = await outputOf('pdf')!.write({ work, turnOver, drawingProgram, mathFace }, { date: new Date(0) })
  const text = new TextDecoder('latin1').decode(bytes)
  const xml = text.slice(text.indexOf('<?xpacket'), text.lastIndexOf('<?xpacket'))
  const { document } = new JSDOM(xml.slice(xml.indexOf('?>') + 2), { contentType: 'application/xml' }).window
  const said = (name: string): string | undefined => document.getElementsByTagName(name)[0]?.textContent?.trim()
  expect(said('dc:creator')).toBe('Ada & Bo <of the lake>')
  expect(said('pdf:Keywords')).toBe('a < b, &amp;')
})

test('a work that could not be opened again is not written', async () => {
  const work = workOf([chapter('c', 'C', h2('x', 'Too deep'))])
  Object.assign(work.doc.child(0).child(1).attrs, { level: 99 })
  const turnOver = () => Promise.reject(new Error('Nobody asks.'))
  await expect(outputOf('bundle')!.write({ work, turnOver, drawingProgram, mathFace }, { date: new Date(0) })).rejects.toThrow(
    /level of a heading/,
  )
})

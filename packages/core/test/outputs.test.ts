import { outputOf } from '../src/dispatch/outputs.ts'
import { readBundle } from '../src/work/file/bundle.ts'
import { chapter, workOf } from './support/work.ts'

test('a work can be kept as a file whatever becomes of its pages', async () => {
  const work = workOf([chapter('c', 'C')])
  const turnOver = () => Promise.reject(new Error('No pages can be made.'))
  const bytes = await outputOf('bundle')!.write({ work, turnOver }, { date: new Date(0) })
  expect(readBundle(bytes).doc.eq(work.doc)).toBe(true)
  await expect(outputOf('csv')!.write({ work, turnOver }, { date: new Date(0) })).rejects.toThrow('No pages can be made.')
})

/** Drawings whose words print too small. */
import { fig } from '../../../demo/src/builder.ts'
import { findingsOf } from '../src/findings/index.ts'
import { readPicture } from '../src/work/file/pictureFile.ts'
import { schema } from '../src/work/schema.ts'
import { chapter, newEngine, workOf } from './support/work.ts'

const drawing = (inner: string) =>
  readPicture('a.svg', new TextEncoder().encode(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 400 200">${inner}</svg>`))

test.each<[string, string, number | undefined]>([
  ['no words', '<rect width="9" height="9"/>', undefined],
  ['a size of its own', '<text font-size="12">a</text><text font-size="8">b</text>', 8],
  ['one that is inherited', '<g font-size="10"><text>a</text></g>', 10],
  ['one in a style, in points', '<text style="fill: red; font-size: 9pt">a</text>', 12],
  ['a part of another', '<g font-size="20"><text>a<tspan font-size="50%">b</tspan></text></g>', 10],
  ['scaled', '<g transform="translate(3 4) scale(0.5)"><text font-size="12">a</text></g>', 6],
  ['turned and scaled by a matrix', '<g transform="matrix(0 -2 2 0 5 5)"><text font-size="7">a</text></g>', 14],
  ['nothing that says a size', '<text>a</text>', 16],
  ['an empty one beside it', '<text font-size="2"> </text><text font-size="9">a</text>', 9],
  ['a title, which is not drawn', '<title>Small</title><text font-size="9">a</text>', 9],
])('%s', (_name, inner, size) => {
  expect(drawing(inner).lettering).toBe(size)
})

test('what prints smaller than the house rule is found, and set wider where that is enough', () => {
  const picture = drawing('<text font-size="8">a</text>')
  const work = workOf(
    [chapter('c', 'A chapter', fig('f', { picture: 'a.svg', width: 0.4, alternative: 'A drawing' }, [schema.text('Drawn.')]))],
    {
      pictures: new Map([[picture.name, picture]]),
    },
  )
  const find = (of: typeof work) => findingsOf(newEngine().run(of)).filter(({ check }) => check === 'smallLettering')
  const [found, ...more] = find(work)
  expect(more).toEqual([])
  expect(found!.message).toMatch(/^Figure 1\.1 has words that print at 3\.\d pt; the house rule is 5 pt\.$/)
  expect(found!.remedy).toMatchObject({ does: 'setAttribute', attribute: 'width' })
  const wider = work.doc.type.create(null, [
    work.doc.child(0).copy(
      work.doc.child(0).content.replaceChild(
        1,
        work.doc
          .child(0)
          .child(1)
          .type.create(
            { ...work.doc.child(0).child(1).attrs, width: (found!.remedy as { value: number }).value },
            work.doc.child(0).child(1).content,
          ),
      ),
    ),
  ])
  expect(find({ ...work, doc: wider })).toEqual([])
})

test('what is turned, or stands in a division on its side, prints as much larger as its page is wider', () => {
  const picture = drawing('<text font-size="8">a</text>')
  const messagesOf = (placement: string, landscape: boolean): string[] => {
    const made = fig('f', { picture: 'a.svg', width: 0.5, alternative: 'A drawing' }, [schema.text('Drawn.')])
    const host = chapter('c', 'A chapter', made.type.create({ ...made.attrs, placement }, made.content))
    const work = workOf([host.type.create({ ...host.attrs, landscape }, host.content)], { pictures: new Map([[picture.name, picture]]) })
    return findingsOf(newEngine().run(work)).flatMap(({ check, message }) => (check === 'smallLettering' ? [message] : []))
  }
  expect(messagesOf('auto', false)).toHaveLength(1)
  expect(messagesOf('turned', false)).toEqual([])
  expect(messagesOf('auto', true)).toEqual([])
})

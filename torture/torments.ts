/**
 * What is done to the program: works that no page was meant for, files and pastes with anything in them, torn archives, hostile pictures.
 * Each is a property that must hold whatever is drawn; the suite tries some hundreds, `npm run torture` as many as its time allows.
 */
import fc from 'fast-check'
import { JSDOM } from 'jsdom'
import { DOMParser } from 'prosemirror-model'
import { grainPng } from '../demo/src/png.ts'
import { findingsOf } from '../packages/core/src/findings/index.ts'
import { readBundle, writeBundle } from '../packages/core/src/work/file/bundle.ts'
import { readPicture } from '../packages/core/src/work/file/pictureFile.ts'
import { Refusal } from '../packages/core/src/work/file/refusal.ts'
import { workFromJson, workToJson } from '../packages/core/src/work/file/workFile.ts'
import { schema } from '../packages/core/src/work/schema.ts'
import type { Work } from '../packages/core/src/work/work.ts'
import { extremeWorks } from '../packages/core/test/support/extremes.ts'
import { lettersOfWork, lettersOnPages, overEdges } from '../packages/core/test/support/onSheets.ts'
import { wideWorks } from '../packages/core/test/support/randomWorks.ts'
import { chapter, newEngine, workOf } from '../packages/core/test/support/work.ts'

export interface Torment {
  name: string
  property: fc.IRawProperty<unknown>
  /** How many the suite tries. */
  inSuite: number
}

function must(holds: boolean, what: string): void {
  if (!holds) throw new Error(what)
}

/** What a reader answers: what it read, or null where it refused it as readers do. */
function refusedOr<Value>(read: () => Value): Value | null {
  try {
    return read()
  } catch (error) {
    must(error instanceof Refusal, `It failed instead of refusing: ${(error as Error).stack}`)
    must([...(error as Error).message].length <= 200, 'A refusal goes on and on.')
    return null
  }
}

/** What was let in makes pages, is checked, and can be saved and opened again. */
function serves(work: Work): void {
  const turnover = newEngine().run(work)
  must(turnover.pages.length > 0, 'There are no pages.')
  const failed = findingsOf(turnover).find(({ id, check }) => id.endsWith(' failed') || check === 'printedNowhere')
  must(!failed, `A finding that should not be: ${failed?.message}`)
  const again = workFromJson(workToJson(work), work.pictures)
  must(again.doc.eq(work.doc), 'It opens as something else than it was saved as.')
}

/** Every letter is on a sheet, and what stands over an edge is told. */
function allThere(work: Work): void {
  const turnover = newEngine().run(work)
  must(lettersOnPages(turnover) === lettersOfWork(turnover), 'Letters are lost, or stand twice.')
  const told = findingsOf(turnover).filter(({ check }) => check === 'overTheEdge').length
  must(told === overEdges(turnover).length, 'What stands over an edge is not told.')
}

const hostileValues = [
  null,
  -1,
  1.5,
  0,
  1e308,
  2 ** 31,
  '',
  'constructor',
  '__proto__',
  'x'.repeat(3000),
  '\u202e\u0000',
  true,
  [],
  {},
  [[[]]],
] as const

/** Puts a value at a place in a tree of records and lists; `way` says which way to go at each turn. */
function withChange(json: unknown, way: readonly number[], value: unknown): unknown {
  const [turn, ...rest] = way
  if (turn === undefined || typeof json !== 'object' || json === null) return value
  const keys = Object.keys(json)
  const key = keys[turn % Math.max(1, keys.length)]
  if (key === undefined) return value
  const changed = withChange((json as Record<string, unknown>)[key], rest, value)
  if (Array.isArray(json)) return json.with(Number(key), changed)
  return Object.defineProperty({ ...json }, key, { value: changed, enumerable: true, configurable: true, writable: true })
}

const ways = fc.array(fc.nat(60), { minLength: 1, maxLength: 11 })

const mutatedWorks: Torment = {
  name: 'works with anything in them',
  inSuite: 40,
  property: fc.property(
    wideWorks,
    fc.array(fc.tuple(ways, fc.constantFrom(...hostileValues)), { minLength: 1, maxLength: 3 }),
    (work, changes) => {
      const json = changes.reduce<unknown>((file, [way, value]) => withChange(file, way, value), JSON.parse(workToJson(work)))
      const read = refusedOr(() => workFromJson(JSON.stringify(json), work.pictures))
      if (read) serves(read)
    },
  ),
}

const small = writeBundle(workOf([chapter('c', 'C')]))
const tornArchives: Torment = {
  name: 'torn archives',
  inSuite: 100,
  property: fc.property(
    fc.array(fc.tuple(fc.nat(small.length - 1), fc.nat(255)), { minLength: 1, maxLength: 6 }),
    fc.oneof({ weight: 4, arbitrary: fc.constant(small.length) }, { weight: 1, arbitrary: fc.nat(small.length) }),
    (flips, cut) => {
      const bytes = small.slice(0, cut)
      for (const [at, byte] of flips) if (at < bytes.length) bytes[at] = byte
      const read = refusedOr(() => readBundle(bytes))
      if (read) must(workToJson(read) === workToJson(readBundle(small)), 'It opens with other content.')
    },
  ),
}

const names = fc.constantFrom(
  'g',
  'use',
  'rect',
  'pattern',
  'mask',
  'style',
  'script',
  'image',
  'foreignObject',
  'text',
  'symbol',
  'marker',
  'animate',
)
const values = fc.constantFrom(
  '#a',
  '#b',
  'url(#a)',
  'url(#b)',
  'a',
  'b',
  '1e999',
  '-1',
  'url(//x.example)',
  'javascript:x',
  'data:text/html,x',
  '100%',
)
const element: fc.Arbitrary<string> = fc.letrec<{ one: string }>(tie => ({
  one: fc
    .tuple(
      names,
      fc.array(fc.tuple(fc.constantFrom('id', 'href', 'fill', 'style', 'onload', 'width', 'transform', 'mask'), values), { maxLength: 3 }),
      fc.array(fc.oneof({ maxDepth: 3, depthIdentifier: 'svg' }, fc.constant(''), tie('one')), { maxLength: 3 }),
    )
    .map(([name, attributes, inner]) => {
      const own = [...new Map(attributes)].map(([key, value]) => ` ${key}="${value}"`).join('')
      return `<${name}${own}>${inner.join('')}</${name}>`
    }),
})).one
const png = grainPng(40, 20)
const hostilePictures: Torment = {
  name: 'hostile pictures',
  inSuite: 100,
  property: fc.property(
    fc.array(element, { maxLength: 6 }),
    fc.array(fc.tuple(fc.nat(png.length - 1), fc.nat(255)), { maxLength: 4 }),
    (inner, flips) => {
      const source = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9">${inner.join('')}</svg>`
      const drawing = refusedOr(() => readPicture('a.svg', new TextEncoder().encode(source)))
      const outside = /<script|<foreignObject|<animate| onload=| href="(?!#|data:image)|url\(\/\/|javascript:/i
      if (drawing) must(!outside.test(source), 'A drawing was let in that leads outside.')
      const bytes = png.slice()
      for (const [at, byte] of flips) bytes[at] = byte
      const picture = refusedOr(() => readPicture('a.png', bytes))
      if (picture) must(picture.width === 40 && picture.height === 20, 'A picture is another size than it was.')
    },
  ),
}

const tags = fc.constantFrom(
  'p',
  'h1',
  'h3',
  'ul',
  'ol',
  'li',
  'table',
  'tr',
  'td',
  'th',
  'blockquote',
  'dl',
  'dt',
  'dd',
  'pre',
  'figure',
  'span',
  'sup',
  'a',
  'script',
  'section',
)
const attributeNames = fc.constantFrom(
  'data-kind',
  'data-attributes',
  'data-id',
  'colspan',
  'rowspan',
  'style',
  'href',
  'start',
  'width',
  'lang',
)
const attributeValues = fc.oneof(
  fc.constantFrom(
    'figure',
    'division',
    'equation',
    'reference',
    'note',
    'table',
    'list',
    '-1',
    '1.5',
    '1000000000',
    'javascript:x',
    'xx-',
    '__proto__',
  ),
  fc
    .constantFrom(...hostileValues)
    .map(value => JSON.stringify({ width: value, level: value, series: value, targets: value, id: value, colspan: value })),
  fc.constant('{"width":1e999,"level":1e999,"colspan":1e999}'),
)
const escape = (text: string): string => text.replaceAll('&', '&amp;').replaceAll('"', '&quot;').replaceAll('<', '&lt;')
const markup: fc.Arbitrary<string> = fc.letrec<{ one: string }>(tie => ({
  one: fc
    .tuple(
      tags,
      fc.array(fc.tuple(attributeNames, attributeValues), { maxLength: 3 }),
      fc.array(fc.oneof({ maxDepth: 5, depthIdentifier: 'html' }, fc.constantFrom('words', ' and ', ''), tie('one')), { maxLength: 4 }),
    )
    .map(
      ([tag, attributes, inner]) =>
        `<${tag}${attributes.map(([key, value]) => ` ${key}="${escape(value)}"`).join('')}>${inner.join('')}</${tag}>`,
    ),
})).one
const { document } = new JSDOM('').window
const pastes: Torment = {
  name: 'pastes of anything',
  inSuite: 50,
  property: fc.property(fc.array(markup, { minLength: 1, maxLength: 5 }), parts => {
    const place = document.createElement('div')
    place.innerHTML = parts.join('')
    const slice = DOMParser.fromSchema(schema).parseSlice(place as never)
    const work = workOf([
      chapter(
        'c',
        'C',
        ...workOf([chapter('d', 'D')])
          .doc.child(0)
          .children.slice(1),
      ),
    ])
    const at = work.doc.content.size - 1
    let doc: Work['doc']
    try {
      doc = work.doc.replace(at, at, slice)
    } catch {
      // The editor fits what it is given; what does not fit here is not what is tried.
      return
    }
    doc.check()
    const read = refusedOr(() => workFromJson(workToJson({ ...work, doc }), work.pictures))
    if (read) serves(read)
  }),
}

const extremes: Torment = {
  name: 'works that no page was meant for',
  inSuite: 20,
  property: fc.property(extremeWorks, allThere),
}

export const torments: readonly Torment[] = [extremes, mutatedWorks, pastes, hostilePictures, tornArchives]

import { strToU8, zipSync } from 'fflate'
import { generateWork } from '../../../demo/src/generate.ts'
import { demoWorks } from '../../../demo/src/index.ts'
import { grainPng } from '../../../demo/src/png.ts'
import { openBundle, readBundle, writeBundle } from '../src/work/file/bundle.ts'
import { crc32 } from '../src/work/file/crc32.ts'
import { PictureError, readPicture } from '../src/work/file/pictureFile.ts'
import { currentVersion, documentFromJson, workFromJson, workToJson } from '../src/work/file/workFile.ts'
import { newWork } from '../src/work/work.ts'
import { zipOfMuch } from './support/zipOfMuch.ts'

/** The file as loose JSON, so that tests can break it. */
interface WorkFile {
  settings: object
  scheme: { levels: object }
}

describe('bundles', () => {
  test('formulas that the author keeps go with a work where they are given, and are none of it', () => {
    let count = 0
    const work = newWork('thesis', 'With keepsakes', () => `n${count++}`)
    const opened = openBundle(writeBundle(work, '{"kept": true}'))
    expect(opened.keepsakes).toBe('{"kept": true}')
    expect(writeBundle(opened.work)).toEqual(writeBundle(work))
    expect(openBundle(writeBundle(work)).keepsakes).toBe('')
  })

  test.each(['thesis', 'paper'] as const)('the demo %s comes back as it went, and the same bytes are written twice', async kind => {
    const work = await demoWorks[kind]()
    const bytes = writeBundle(work)
    const back = readBundle(bytes)
    expect(back.doc.eq(work.doc)).toBe(true)
    expect(back.settings).toEqual(work.settings)
    expect(back.scheme).toEqual(work.scheme)
    expect([...back.pictures.keys()].sort()).toEqual([...work.pictures.keys()].sort())
    expect(Buffer.from(writeBundle(back)).equals(Buffer.from(bytes))).toBe(true)
  })

  test('a picture that no figure shows any more is left out', async () => {
    const work = await demoWorks.paper()
    const one = [...work.pictures.values()][0]!
    const more = { ...work, pictures: new Map(work.pictures).set('left-over.svg', { ...one, name: 'left-over.svg' }) }
    expect(Buffer.from(writeBundle(more)).equals(Buffer.from(writeBundle(work)))).toBe(true)
  })

  const json = (): WorkFile => JSON.parse(workToJson(generateWork(1, 1)))
  const zipped = (files: Record<string, Uint8Array>): Uint8Array => zipSync(files)
  const withWork = (file: object, more: Record<string, Uint8Array> = {}): Uint8Array =>
    zipped({ 'work.json': strToU8(JSON.stringify(file)), ...more })
  const broken: [string, () => Uint8Array, RegExp][] = [
    ['text', () => strToU8('hello'), /not a zip archive/],
    ['a zip that is cut off', () => writeBundle(generateWork(1, 1)).slice(0, 900), /damaged|no work\.json/],
    [
      'an archive without a work',
      () => zipped({ 'pictures/a.svg': strToU8('<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1 1"/>') }),
      /no work\.json/,
    ],
    ['a path out of the archive', () => withWork(json(), { '../evil.txt': strToU8('x') }), /does not belong/],
    ['a hidden file among the pictures', () => withWork(json(), { 'pictures/../../x.svg': strToU8('x') }), /does not belong/],
    [
      'a bomb',
      () => zipOfMuch({ 'work.json': strToU8(JSON.stringify(json())), 'pictures/big.svg': new Uint8Array(40 * 1024 * 1024) }),
      /unpack to more/,
    ],
    ['JSON that is none', () => zipped({ 'work.json': strToU8('{') }), /not readable as JSON/],
    ['another program’s JSON', () => withWork({ name: 'x' }), /not a work of Steady Ledger/],
    ['a later version', () => withWork({ ...json(), version: currentVersion + 1 }), /newer version/],
    [
      'a setting of the wrong kind',
      () => withWork({ ...json(), settings: { ...json().settings, keywords: 'x' } }),
      /settings cannot be used: keywords must be a list/,
    ],
    [
      'a level without a pattern',
      () => withWork({ ...json(), scheme: { ...json().scheme, levels: { ...json().scheme.levels, main: [] } } }),
      /levels › main/,
    ],
    [
      'lists eight hundred deep',
      () => {
        const paragraph = { type: 'paragraph', attrs: { id: 'p' }, content: [{ type: 'text', text: 'x' }] }
        let inner: object = paragraph
        for (let i = 0; i < 800; i++)
          inner = { type: 'bulletedList', content: [{ type: 'listItem', content: i ? [{ type: 'paragraph' }, inner] : [inner] }] }
        return withWork({
          ...json(),
          doc: { type: 'doc', content: [{ type: 'division', attrs: { id: 'a' }, content: [{ type: 'title' }, inner] }] },
        })
      },
      /more than 200 deep/,
    ],
    [
      'an unknown block',
      () =>
        withWork({
          ...json(),
          doc: { type: 'doc', content: [{ type: 'division', attrs: { id: 'a' }, content: [{ type: 'title' }, { type: 'poem' }] }] },
        }),
      /text of the work is damaged/,
    ],
    [
      'a division without a title',
      () => withWork({ ...json(), doc: { type: 'doc', content: [{ type: 'division', attrs: { id: 'a' } }] } }),
      /text of the work is damaged/,
    ],
    [
      'a link that runs a script',
      () =>
        withWork({
          ...json(),
          doc: {
            type: 'doc',
            content: [
              {
                type: 'division',
                content: [
                  {
                    type: 'title',
                    content: [{ type: 'text', text: 'x', marks: [{ type: 'link', attrs: { address: 'javascript:alert(1)' } }] }],
                  },
                ],
              },
            ],
          },
        }),
      /damaged/,
    ],
    [
      'a role nobody knows',
      () =>
        withWork({
          ...json(),
          doc: { type: 'doc', content: [{ type: 'division', attrs: { id: 'a', role: 'king' }, content: [{ type: 'title' }] }] },
        }),
      /damaged/,
    ],
    [
      'two things with one id',
      () =>
        withWork({
          ...json(),
          doc: { type: 'doc', content: ['a', 'a'].map(id => ({ type: 'division', attrs: { id }, content: [{ type: 'title' }] })) },
        }),
      /two things carry the id “a”/,
    ],
    [
      'a picture with a script',
      () => withWork(json(), { 'pictures/a.svg': strToU8('<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1 1"><script/></svg>') }),
      /A file of the bundle cannot be used.*script/,
    ],
  ]
  test.each(broken)('%s is refused in plain words', (_name, make, message) => expect(() => readBundle(make())).toThrow(message))

  test('new works of both kinds are valid files', () => {
    let count = 0
    for (const kind of ['thesis', 'paper'] as const) {
      const work = newWork(kind, 'Title', () => `n${count++}`)
      expect(workFromJson(workToJson(work), new Map()).doc.eq(work.doc)).toBe(true)
    }
    expect(() => documentFromJson({ type: 'paragraph' })).toThrow(/does not begin with divisions/)
  })
})

describe('pictures', () => {
  const svg = (inside: string, attributes = 'viewBox="0 0 40 20"'): Uint8Array =>
    strToU8(`<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${attributes}>${inside}</svg>`)
  const changed = (bytes: Uint8Array, at: number): Uint8Array => bytes.with(at, bytes[at]! ^ 1)
  /** A PNG whose head says another size, with the checksum that belongs to it. */
  const resized = (bytes: Uint8Array, width: number, height = 30): Uint8Array => {
    const copy = bytes.slice()
    const view = new DataView(copy.buffer)
    view.setUint32(16, width)
    view.setUint32(20, height)
    view.setUint32(29, crc32(copy.subarray(12, 29)))
    return copy
  }
  test('sizes are read from the file', () => {
    expect(readPicture('a.svg', svg('<rect width="4" height="4"/>'))).toMatchObject({ type: 'image/svg+xml', width: 40, height: 20 })
    expect(readPicture('a.svg', svg('', 'width="30mm" height="10mm"'))).toMatchObject({ width: 30, height: 10 })
    expect(readPicture('a.png', grainPng(70, 30))).toMatchObject({ type: 'image/png', width: 70, height: 30 })
  })
  test.each<[string, Uint8Array, RegExp]>([
    ['nothing', new Uint8Array(), /empty/],
    ['a text', strToU8('hello there'), /not a picture/],
    ['a page of the web', strToU8('<html><body>x</body></html>'), /not a picture/],
    ['a PNG cut off', grainPng(70, 30).slice(0, 14), /damaged/],
    ['a script', svg('<script>alert(1)</script>'), /“script” element/],
    ['a handler', svg('<rect onclick="alert(1)"/>'), /a script/],
    ['foreign content', svg('<foreignObject/>'), /“foreignobject” element/],
    ['a picture from outside', svg('<image href="https://x.example/a.png"/>'), /outside/],
    ['the same by its old name', svg('<image xlink:href="https://x.example/a.png"/>'), /outside/],
    ['a style from outside', svg('<style>@import "x"</style>'), /outside/],
    ['a fill from outside', svg('<rect fill="url(https://x.example/#a)"/>'), /outside/],
    [
      'entities of its own',
      strToU8('<!DOCTYPE svg [<!ENTITY a "b">]><svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1 1"/>'),
      /definitions of its own/,
    ],
    ['a style from outside in other words', svg('<style>rect { fill: u\\72 l(//x.example/a) }</style>'), /outside/],
    ['a style kept from readers', svg('<style><![CDATA[rect { fill: url(//x.example/a) }]]></style>'), /outside/],
    ['a choice of pictures', svg('<rect style="fill: image-set(\'//x.example/a\' 1x)"/>'), /outside/],
    [
      'a sheet from outside',
      strToU8('<?xml-stylesheet href="a.css"?><svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1 1"/>'),
      /style sheet/,
    ],
    ['a part of a web page', svg('<b xmlns="http://www.w3.org/1999/xhtml">x</b>'), /part of a web page/],
    ['an element that draws nothing known', svg('<canvas/>'), /“canvas” element/],
    ['a shape within itself', svg('<g id="a"><use href="#b"/></g><g id="b"><use href="#a"/></g>'), /within itself/],
    [
      'shapes that use shapes that use shapes',
      svg(`${Array.from({ length: 9 }, (_, i) => `<g id="a${i}">${`<use href="#a${i + 1}"/>`.repeat(9)}</g>`).join('')}<rect id="a9"/>`),
      /used more than/,
    ],
    [
      'patterns within patterns',
      svg(
        Array.from({ length: 7 }, (_, i) => `<pattern id="p${i}">${`<rect fill="url(#p${i + 1})"/>`.repeat(9)}</pattern>`).join('') +
          '<rect id="p7"/><rect style="fill: url(\'#p0\')"/>',
      ),
      /used more than/,
    ],
    ['shapes without end', svg('<rect/>'.repeat(180_000)), /more than 60,000 shapes/],
    ['a view of no size', svg('', 'viewBox="0 0 0 20"'), /how large/],
    ['a PNG with a part that is not what it was', changed(grainPng(70, 30), 60), /not whole/],
    ['a PNG that says it is larger', resized(grainPng(70, 30), 90), /not whole/],
    ['a PNG that says it is enormous', resized(grainPng(70, 30), 20_000, 20_000), /million pixels/],
    ['a PNG without its end', grainPng(70, 30).slice(0, -12), /not whole/],
    ['a JPEG without its end', Uint8Array.from([0xff, 0xd8, 0xff, 0xc0, 0, 11, 8, 0, 9, 0, 9, 1, 1, 0x11, 0]), /not whole/],
    ['no size', svg('', ''), /how large/],
    ['a broken drawing', strToU8('<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1 1"><g></svg>'), /well-formed/],
    ['a giant', svg('', 'viewBox="0 0 90000 10"'), /no side may be longer/],
  ])('%s is refused', (_name, bytes, message) => {
    expect(() => readPicture('a.svg', bytes)).toThrow(PictureError)
    expect(() => readPicture('a.svg', bytes)).toThrow(message)
  })
  test('a gradient within the drawing is fine', () =>
    expect(readPicture('a.svg', svg('<rect fill="url(#g)"/><use href="#g"/>')).width).toBe(40))
  test('what drawing programs note for themselves is fine', () => {
    const noted =
      '<d:view xmlns:d="http://drawing.example/d" zoom="2"/><metadata><r:RDF xmlns:r="http://www.w3.org/1999/02/22-rdf-syntax-ns#"/></metadata>'
    expect(readPicture('a.svg', svg(`${noted}<g id="a"><rect/></g>${'<use href="#a"/>'.repeat(300)}`)).height).toBe(20)
  })
})

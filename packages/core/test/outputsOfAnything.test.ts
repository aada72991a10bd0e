/** Outputs of works that are empty, unfinished, or full of signs that mean something to formats: written all the same, and never as markup. */
import { strFromU8, unzipSync } from 'fflate'
import { JSDOM } from 'jsdom'
import { fig, h2, p, tab } from '../../../demo/src/builder.ts'
import { readDrawingProgram, readMathFace } from '../../cli/src/host.ts'
import { dispatchAll } from '../src/dispatch/dispatchAll.ts'
import { outputs } from '../src/dispatch/outputs.ts'
import { schema } from '../src/work/schema.ts'
import { newWork, type Work } from '../src/work/work.ts'
import { chapter, fonts, newEngine, workOf } from './support/work.ts'

const all = (work: Work) => {
  const turnover = newEngine().run(work)
  return dispatchAll(
    outputs,
    { work, turnOver: async () => ({ turnover, fonts }), drawingProgram: readDrawingProgram, mathFace: readMathFace },
    { date: new Date(0) },
  )
}

/** Every file of markup in what was written, by its name. */
function markupIn(files: Awaited<ReturnType<typeof all>>): Map<string, string> {
  const found = new Map<string, string>()
  for (const { file, bytes } of files) {
    if (file.endsWith('.html')) found.set(file, strFromU8(bytes))
    if (/\.(docx|odt|epub|zip)$/.test(file) && !/ledger\.zip|keeping/.test(file))
      for (const [name, inner] of Object.entries(unzipSync(bytes)))
        if (/\.(xml|xhtml|opf|rels|svg)$/.test(name)) found.set(`${file}/${name}`, strFromU8(inner))
  }
  return found
}

const wellFormed = (markup: ReadonlyMap<string, string>): string[] =>
  [...markup].flatMap(([name, text]) => {
    if (name.endsWith('.html')) return []
    try {
      new JSDOM(text.replace(/<!DOCTYPE[^>]*>/, ''), { contentType: 'application/xml' })
      return []
    } catch (error) {
      return [`${name}: ${(error as Error).message}`]
    }
  })

test.each(['thesis', 'paper'] as const)('a %s that was just begun goes out in every form', async kind => {
  let count = 0
  const files = await all(newWork(kind, '', () => `n${count++}`))
  expect(files).toHaveLength(outputs.length)
  expect(files.filter(({ bytes }) => bytes.length === 0)).toEqual([])
  expect(wellFormed(markupIn(files))).toEqual([])
})

test('signs of every format are words of the author: nothing of them becomes markup, and none is lost', async () => {
  const evil =
    '</script><script>alert(1)</script> ]]> &amp; "quoted" *stars* _bars_ [x](y) | `code` \\cut{it} {{field}} # head =1+1 \u0001\u202e'
  const words = (text: string) => [schema.text(text)]
  const base = workOf([
    chapter(
      'c',
      evil,
      p`${evil}`,
      h2('s', evil),
      fig('f', { picture: '', alternative: evil }, words(evil)),
      tab('t', words(evil), 'll', [
        ['', evil],
        [evil, ''],
      ]),
    ),
  ])
  const work: Work = {
    ...base,
    settings: {
      ...base.settings,
      author: evil,
      keywords: [evil],
      about: { ...base.settings.about, institution: evil, subtitle: evil, licence: evil },
    },
  }
  const files = await all(work)
  const markup = markupIn(files)
  expect(wellFormed(markup)).toEqual([])
  const page = new JSDOM([...markup].find(([name]) => name.endsWith('.html'))![1]).window.document
  // Its own script is the only one.
  expect(page.querySelectorAll('script')).toHaveLength(1)
  for (const [name, text] of markup) expect([name, /<script>alert/.test(text)]).toEqual([name, false])
  const said = evil.replace('\u0001', '')
  expect(page.querySelector('h3')!.textContent).toContain(said)
  const markdown = strFromU8(unzipSync(files.find(({ file }) => file.endsWith('-markdown.zip'))!.bytes)['work.md']!)
  expect(markdown).not.toMatch(/(?<!\\)<script/)
  const csv = strFromU8(files.find(({ file }) => file.endsWith('-ledger.csv'))!.bytes)
  expect(csv).not.toMatch(/(^|,)=/m)
})

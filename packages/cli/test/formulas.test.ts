import { mkdtempSync, rmSync, utimesSync, writeFileSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { formula, p } from '../../../demo/src/builder.ts'
import { isBuilt } from '../../../scripts/built.mjs'
import { createTypesetter } from '../../core/src/formulas/converter.ts'
import { formulasToSet, worthHelp } from '../../core/src/formulas/setAhead.ts'
import { chapter, workOf } from '../../core/test/support/work.ts'
import { setFormulas } from '../src/formulas/setFormulas.ts'

const workWith = (count: number) =>
  workOf([chapter('a', 'Mixing', ...Array.from({ length: count }, (_, i) => p`With ${formula(`\\frac{u_{${i}}}{${i + 1}}`)}.`))])

test('other threads set formulas as this one does, the broken ones too', async () => {
  const work = workOf([
    chapter(
      'a',
      'A',
      ...workWith(worthHelp * 2)
        .doc.child(0)
        .children.slice(1),
      p`And ${formula('\\frac{')} is broken.`,
    ),
  ])
  const typesetter = createTypesetter()
  await setFormulas(work, typesetter)
  expect(formulasToSet(work.doc, typesetter)).toEqual([])
  const alone = createTypesetter()
  for (const { source, display } of formulasToSet(work.doc, alone))
    expect(typesetter.set(source, display)).toEqual(alone.set(source, display))
  expect(typesetter.set('\\frac{', false).error).not.toBe('')
}, 60_000)

test('a few formulas are left to whoever asks for them', async () => {
  const work = workWith(worthHelp - 1)
  const typesetter = createTypesetter()
  await setFormulas(work, typesetter)
  expect(formulasToSet(work.doc, typesetter)).toHaveLength(worthHelp - 1)
})

describe('what was built', () => {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'built-'))
  afterAll(() => rmSync(folder, { recursive: true }))
  const at = (name: string, seconds: number): string => {
    const file = path.join(folder, name)
    writeFileSync(file, '')
    utimesSync(file, seconds, seconds)
    return file
  }

  test('runs until a source is newer than it; what is missing was never built', () => {
    at('source.ts', 1000)
    const built = path.join(os.tmpdir(), `${path.basename(folder)}.js`)
    expect(isBuilt(built, folder)).toBe(false)
    writeFileSync(built, '')
    utimesSync(built, 2000, 2000)
    expect(isBuilt(built, folder)).toBe(true)
    at('other.ts', 3000)
    expect(isBuilt(built, folder)).toBe(false)
    rmSync(built)
  })
})

import fc from 'fast-check'
import { Transform } from 'prosemirror-transform'
import { bullets, eq, fig, h2, h3, p, page, paragraph, ref, t, tab } from '../../../demo/src/builder.ts'
import { generateWork } from '../../../demo/src/generate.ts'
import { grainPng } from '../../../demo/src/png.ts'
import { writeLedgerCsv } from '../src/dispatch/csv/writeLedgerCsv.ts'
import { ledgerRows } from '../src/dispatch/ledgerRows.ts'
import { applyRemedy } from '../src/findings/applyRemedy.ts'
import type { Finding } from '../src/findings/finding.ts'
import { findingsOf } from '../src/findings/index.ts'
import { numberWork } from '../src/numbers/ledger.ts'
import {
  type Destination,
  demote,
  findBlock,
  findSection,
  moveSection,
  moveStep,
  promote,
  removeBlock,
  setAttributes,
} from '../src/work/commands/sections.ts'
import { readPicture } from '../src/work/file/pictureFile.ts'
import { type Node, schema } from '../src/work/schema.ts'
import type { Work } from '../src/work/work.ts'
import { chapter, idOf, newEngine, workOf } from './support/work.ts'

const outline = (doc: Node): string[] => {
  const rows: string[] = []
  doc.descendants(node => {
    if (node.type.name === 'title') rows.push(`1 ${node.textContent}`)
    if (node.type.name === 'heading') rows.push(`${node.attrs.level} ${node.textContent}`)
  })
  return rows
}
const three = (): Work =>
  workOf([
    chapter('a', 'A', p`open`, h2('a1', 'A1'), p`one`, h3('a11', 'A11'), h2('a2', 'A2')),
    chapter('b', 'B', h2('b1', 'B1'), h3('b11', 'B11')),
    chapter('c', 'C'),
  ])
const run = (work: Work, edit: (tr: Transform, id: (label: string) => string) => boolean): { doc: Node; done: boolean } => {
  const tr = new Transform(work.doc)
  const done = edit(tr, label => idOf(work, label))
  tr.doc.check()
  return { doc: tr.doc, done }
}

describe('sections', () => {
  test.each<[string, (tr: Transform, id: (label: string) => string) => boolean, string[]]>([
    [
      'promote carries its own sections',
      (tr, id) => promote(tr, id('a1')),
      ['1 A', '1 A1', '2 A11', '2 A2', '1 B', '2 B1', '3 B11', '1 C'],
    ],
    ['promote a subsection', (tr, id) => promote(tr, id('a11')), ['1 A', '2 A1', '2 A11', '2 A2', '1 B', '2 B1', '3 B11', '1 C']],
    ['demote a section', (tr, id) => demote(tr, id('a1')), ['1 A', '3 A1', '4 A11', '2 A2', '1 B', '2 B1', '3 B11', '1 C']],
    [
      'demote a chapter into the one before',
      (tr, id) => demote(tr, id('b')),
      ['1 A', '2 A1', '3 A11', '2 A2', '2 B', '3 B1', '4 B11', '1 C'],
    ],
    [
      'move a chapter before another',
      (tr, id) => moveSection(tr, id('c'), id('a'), 'before'),
      ['1 C', '1 A', '2 A1', '3 A11', '2 A2', '1 B', '2 B1', '3 B11'],
    ],
    [
      'move a section into another chapter',
      (tr, id) => moveSection(tr, id('a1'), id('c'), 'into'),
      ['1 A', '2 A2', '1 B', '2 B1', '3 B11', '1 C', '2 A1', '3 A11'],
    ],
    [
      'move a section into a section',
      (tr, id) => moveSection(tr, id('a2'), id('b1'), 'into'),
      ['1 A', '2 A1', '3 A11', '1 B', '2 B1', '3 A2', '3 B11', '1 C'],
    ],
    [
      'move a subsection before a section takes its level',
      (tr, id) => moveSection(tr, id('b11'), id('a1'), 'before'),
      ['1 A', '2 B11', '2 A1', '3 A11', '2 A2', '1 B', '2 B1', '1 C'],
    ],
    ['one step down', (tr, id) => moveStep(tr, id('a1'), 1), ['1 A', '2 A2', '2 A1', '3 A11', '1 B', '2 B1', '3 B11', '1 C']],
    ['a chapter one step up', (tr, id) => moveStep(tr, id('b'), -1), ['1 B', '2 B1', '3 B11', '1 A', '2 A1', '3 A11', '2 A2', '1 C']],
  ])('%s', (_name, edit, expected) => {
    const { doc, done } = run(three(), edit)
    expect(done).toBe(true)
    expect(outline(doc)).toEqual(expected)
  })
  test.each<[string, (tr: Transform, id: (label: string) => string) => boolean]>([
    ['into itself', (tr, id) => moveSection(tr, id('a1'), id('a11'), 'into')],
    ['the first chapter down a level', (tr, id) => demote(tr, id('a'))],
    ['a chapter up a level', (tr, id) => promote(tr, id('b'))],
    ['the last section past the end', (tr, id) => moveStep(tr, id('a2'), 1)],
    ['what is not there', tr => moveSection(tr, 'x', 'y', 'before')],
  ])('%s is refused and changes nothing', (_name, edit) => {
    const work = three()
    const { doc, done } = run(work, edit)
    expect(done).toBe(false)
    expect(doc).toBe(work.doc)
  })

  test('whatever is moved, promoted or demoted: no text and no id is lost, and the steps undo it', () => {
    const { doc: start } = generateWork(4, 2)
    const idsOf = (doc: Node): string[] => {
      const ids: string[] = []
      doc.descendants(node => void (node.attrs.id && ids.push(node.attrs.id)))
      return ids.sort()
    }
    const sections = numberWork(start, generateWork(1, 1).scheme)
      .entries.filter(entry => entry.item.kind === 'heading')
      .map(entry => entry.id)
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.nat(4),
            fc.constantFrom(...sections),
            fc.constantFrom(...sections),
            fc.constantFrom<Destination>('before', 'after', 'into'),
          ),
          { maxLength: 8 },
        ),
        moves => {
          const tr = new Transform(start)
          for (const [kind, a, b, where] of moves) {
            if (kind === 0) promote(tr, a)
            else if (kind === 1) demote(tr, a)
            else if (kind === 2) moveStep(tr, a, 1)
            else moveSection(tr, a, b, where)
          }
          tr.doc.check()
          expect(idsOf(tr.doc)).toEqual(idsOf(start))
          expect(tr.doc.textContent.length).toBe(start.textContent.length)
          let back = tr.doc
          for (let i = tr.steps.length - 1; i >= 0; i--) back = tr.steps[i]!.invert(tr.docs[i]!).apply(back).doc!
          expect(back.eq(start)).toBe(true)
        },
      ),
      { numRuns: 60 },
    )
  })
  test('the last division cannot be removed', () => {
    const work = workOf([chapter('a', 'A')])
    expect(removeBlock(new Transform(work.doc), idOf(work, 'a'))).toBe(false)
    expect(findSection(work.doc, 'nothing')).toBeNull()
  })
})

describe('findings', () => {
  const coarse = readPicture('coarse.png', grainPng(300, 100))
  const fine = readPicture('fine.svg', new TextEncoder().encode('<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"/>'))
  const pictures = new Map([coarse, fine].map(picture => [picture.name, picture]))
  const figure = (label: string, picture: string, caption: Node[]) => fig(label, { picture, alternative: '', width: 0.8 }, caption)
  /** A work with a chapter of these blocks, from which a chapter with the label “gone” has been removed. */
  const made = (...blocks: Node[]): Work => {
    const work = workOf([chapter('c', 'C', ...blocks), chapter('d', 'D'), chapter('gone', 'Gone')], { pictures })
    const tr = new Transform(work.doc)
    removeBlock(tr, idOf(work, 'gone'))
    return { ...work, doc: tr.doc }
  }
  const found = (...blocks: Node[]): Finding[] => findingsOf(newEngine().run(made(...blocks)))
  const lost = ref('gone')
  test.each<[string, Node[], string, string]>([
    ['a lost target', [paragraph(['See ', lost])], 'lostTarget', 'mustMend'],
    ['no caption', [figure('f', 'fine.svg', [])], 'missingCaption', 'shouldMend'],
    ['no picture', [figure('f', '', t`Cap`)], 'pictureResolution', 'mustMend'],
    ['a coarse picture', [figure('f', 'coarse.png', t`Cap`)], 'pictureResolution', 'shouldMend'],
    ['an empty paragraph', [p`x`, p``], 'emptyParagraph', 'worthALook'],
    ['a skipped level', [h3('s', 'Deep')], 'skippedLevel', 'shouldMend'],
    ['a number typed into a caption', [figure('f', 'fine.svg', t`Figure 3.2: Heat`)], 'typedNumber', 'shouldMend'],
    ['a number typed into a heading', [h2('s', '2.1 Terms')], 'typedNumber', 'shouldMend'],
    ['a formula that cannot be read', [eq('e', '\\frac{a')], 'brokenFormula', 'mustMend'],
    ['an empty equation', [eq('e', '')], 'brokenFormula', 'mustMend'],
  ])('%s is found', (_name, blocks, check, weight) => {
    const own = found(...blocks)
    expect(own.map(finding => [finding.check, finding.weight])).toEqual([[check, weight]])
  })
  test.each<[string, Node[]]>([
    [
      'a sound chapter',
      [
        p`x ${ref('e')} on ${page('c')}`,
        h2('s', 'One'),
        h3('s2', 'Two'),
        eq('e', 'x^2'),
        figure('f', 'fine.svg', t`12 days of wind`),
        tab('t', t`A caption`, 'l', [['a']]),
        bullets(t`one`),
      ],
    ],
    ['a caption that begins with a year', [figure('f', 'fine.svg', t`1871 at Harrow Ness`)]],
    ['a heading that begins with an article', [h2('s', 'A lake in three rooms')]],
  ])('%s gives no finding', (_name, blocks) => expect(found(...blocks)).toEqual([]))

  test('every remedy mends what it was given for', () => {
    const deep = schema.nodes.heading.create({ level: 5, label: 'deep' }, schema.text('Deep'))
    const work = made(
      p`a`,
      p``,
      paragraph(['See ', lost, ' there']),
      h2('s', '2.1 Terms'),
      deep,
      figure('f', 'coarse.png', t`Figure 7: Heat`),
    )
    const before = findingsOf(newEngine().run(work))
    expect(before.filter(finding => finding.remedy)).toHaveLength(before.length)
    const tr = new Transform(work.doc)
    for (const finding of [...before].reverse()) expect(applyRemedy(tr, finding.remedy!)).toBe(true)
    tr.doc.check()
    expect(findingsOf(newEngine().run({ ...work, doc: tr.doc }))).toEqual([])
    expect(tr.doc.nodeAt(findBlock(tr.doc, idOf(work, 's')))!.textContent).toBe('Terms')
  })
  test('a remedy for something that is gone does nothing', () => {
    const work = three()
    expect(
      applyRemedy(new Transform(work.doc), { does: 'setAttribute', block: 'x', attribute: 'level', expected: 3, value: 2, says: '' }),
    ).toBe(false)
    expect(setAttributes(new Transform(work.doc), 'x', { label: 'y' })).toBe(false)
  })
})

test('the ledger as CSV has a row an entry, quotes what must be quoted and runs no formula', () => {
  const work = workOf([chapter('c', 'Wind, and “more”', h2('s', '=SUM(A1)'), eq('e', 'a,b'), p`See ${ref('e')}.`)])
  const turnover = newEngine().run(work)
  const rows = ledgerRows(turnover)
  expect(rows.map(row => row.reference.replaceAll('\u00a0', ' '))).toEqual(['Chapter 1', 'Section 1.1', 'Equation (1.1)'])
  expect(rows[2]).toMatchObject({ kind: 'equation', label: 'e', caption: 'a,b', page: '1', referredFrom: ['1'] })
  const csv = writeLedgerCsv(rows).split('\r\n')
  expect(csv).toHaveLength(5)
  expect(csv[1]).toContain('"Wind, and “more”"')
  expect(csv[2]).toContain("'=SUM(A1)")
})

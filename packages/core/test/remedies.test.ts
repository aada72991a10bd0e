/** Remedies: whatever a finding offers does what it says, once. */
import fc from 'fast-check'
import { Transform } from 'prosemirror-transform'
import { f, h2, p, ref } from '../../../demo/src/builder.ts'
import { applyRemedy } from '../src/findings/applyRemedy.ts'
import type { Finding } from '../src/findings/finding.ts'
import { findingsOf } from '../src/findings/index.ts'
import { schema } from '../src/work/schema.ts'
import type { Work } from '../src/work/work.ts'
import { wideWorks } from './support/randomWorks.ts'
import { tries } from './support/tries.ts'
import { chapter, newEngine, workOf } from './support/work.ts'

/** What a finding is about, whatever its number is now. */
const about = ({ check, place, message }: Finding): string => `${check} ${place} ${message}`

/** What a check finds at a place, after the remedy of one of its findings was carried out there. */
function mended(work: Work, finding: Finding): Finding[] {
  const tr = new Transform(work.doc)
  expect([about(finding), applyRemedy(tr, finding.remedy!)]).toEqual([about(finding), true])
  tr.doc.check()
  return findingsOf(newEngine().run({ ...work, doc: tr.doc })).filter(
    ({ check, place }) => check === finding.check && place === finding.place,
  )
}

const nowhere = schema.nodes.reference.create({ targets: [] })
const lost = schema.nodes.paragraph.create(null, [schema.text('See '), nowhere])
const faulty = workOf([
  chapter('c', 'C', p`Text.`, schema.nodes.paragraph.create(), h2('h', '1.1 Typed'), h2('i', '1.2 Typed as well'), lost, lost),
  schema.nodes.division.create(null, [schema.nodes.title.create(null, nowhere), p`Text.`, schema.nodes.heading.create(null, nowhere)]),
  chapter(
    'e',
    'E',
    schema.nodes.paragraph.create(null, nowhere),
    schema.nodes.figure.create(null, schema.nodes.caption.create(null, nowhere)),
  ),
])

test('an empty paragraph is removed as long as it is empty: a formula that was put in since is no word, and stays', () => {
  const work = workOf([chapter('c', 'C', p`Text.`, schema.nodes.paragraph.create({ id: 'it' }))])
  const { remedy } = findingsOf(newEngine().run(work)).find(({ check }) => check === 'emptyParagraph')!
  const at = work.doc.content.size - 3
  const filled = new Transform(work.doc).insert(at + 1, f`a = b`)
  expect(filled.doc.firstChild!.lastChild!.childCount).toBe(1)
  const before = filled.doc
  expect([applyRemedy(filled, remedy!), filled.doc.eq(before)]).toEqual([false, true])
  expect(applyRemedy(new Transform(work.doc), remedy!)).toBe(true)
})

test('each remedy that is offered changes something, and leaves fewer findings of its check at its place', () => {
  const seen = new Set<string>()
  fc.assert(
    fc.property(wideWorks, work => {
      const findings = findingsOf(newEngine().run(work))
      const counts = new Map<string, number>()
      for (const { check, place } of findings) counts.set(`${check} ${place}`, (counts.get(`${check} ${place}`) ?? 0) + 1)
      // One of each check is enough: each takes a turnover to see.
      const offered = findings.filter(
        ({ remedy }, index) => remedy && findings.findIndex(other => other.check === findings[index]?.check && other.remedy) === index,
      )
      for (const finding of offered) {
        seen.add(finding.check)
        const before = counts.get(`${finding.check} ${finding.place}`) ?? 0
        expect([about(finding), mended(work, finding).length < before]).toEqual([about(finding), true])
      }
    }),
    { numRuns: tries(40), examples: [[faulty]] },
  )
  expect([...seen].sort()).toEqual(
    expect.arrayContaining(['emptyParagraph', 'lostTarget', 'noKeywords', 'refersToUnnumbered', 'skippedLevel', 'typedNumber']),
  )
})

test('what carries no number for another reason than its own is not offered one', () => {
  const place = schema.nodes.paragraph.create({ label: 'place' })
  const line = (label: string) => schema.nodes.equation.create({ label, formula: 'a' })
  const group = schema.nodes.equationGroup.create({ label: 'g', numbered: false }, [line('g1'), line('g2')])
  const work = workOf([chapter('c', 'C', p`See ${ref('place')}, ${ref('g1')} and ${ref('g')}.`, place, group)])
  const found = findingsOf(newEngine().run(work)).filter(({ check }) => check === 'refersToUnnumbered')
  expect(found).toHaveLength(3)
  expect(found.filter(({ remedy }) => remedy)).toHaveLength(1)
})

test('each finding of a work full of faults is mended by its remedy', () => {
  const findings = findingsOf(newEngine().run(faulty)).filter(({ remedy }) => remedy)
  expect(findings.length).toBeGreaterThan(8)
  for (const finding of findings) expect(mended(faulty, finding).map(about)).not.toContain(about(finding))
})

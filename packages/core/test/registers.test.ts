/** Registers: an edit of one entry is one step, undone by its inverse, carried to the worker as it is, and kept in the file. */
import fc from 'fast-check'
import { Step, Transform } from 'prosemirror-transform'
import { readBundle, writeBundle } from '../src/work/file/bundle.ts'
import { workFromJson, workToJson } from '../src/work/file/workFile.ts'
import type { Source } from '../src/work/registers/sources.ts'
import { schema } from '../src/work/schema.ts'
import { setEntry } from '../src/work/steps/registerStep.ts'
import { afterSteps } from '../src/work/steps/workStep.ts'
import type { Work } from '../src/work/work.ts'
import { chapter, workOf } from './support/work.ts'

const empty = workOf([chapter('c', 'C')])
const source = (id: string, title: string): Source => ({ key: id, type: 'book', title })
const after = (work: Work, tr: Transform): Work => afterSteps(work, tr.steps)

test('any series of edits, carried as JSON, gives the same register; undone backward it is as it was', () => {
  const edit = fc.tuple(fc.constantFrom('a', 'b', 'c', 'constructor'), fc.option(fc.constantFrom('One', 'Two', 'Three')))
  fc.assert(
    fc.property(fc.array(edit, { maxLength: 12 }), edits => {
      let work = empty
      let mirrored = empty
      const undo: Step[] = []
      const expected = new Map<string, Source>()
      for (const [id, title] of edits) {
        const tr = setEntry(new Transform(work.doc), work, 'sources', id, title === null ? null : source(id, title))
        work = after(work, tr)
        mirrored = afterSteps(
          mirrored,
          tr.steps.map(step => Step.fromJSON(schema, JSON.parse(JSON.stringify(step.toJSON())))),
        )
        undo.unshift(...tr.steps.map(step => step.invert(work.doc)))
        if (title === null) expected.delete(id)
        else expected.set(id, source(id, title))
      }
      expect(new Map(Object.entries(work.sources))).toEqual(expected)
      expect(mirrored.sources).toEqual(work.sources)
      expect(afterSteps(work, undo).sources).toEqual({})
    }),
  )
})
test('taking out what is not there is no step', () => {
  expect(setEntry(new Transform(empty.doc), empty, 'terms', 'x', null).steps).toHaveLength(0)
})
test('an edit leaves all other entries the objects they were', () => {
  const many = { ...empty, sources: Object.fromEntries(Array.from({ length: 2000 }, (_, i) => [`s${i}`, source(`s${i}`, `Title ${i}`)])) }
  const next = after(many, setEntry(new Transform(many.doc), many, 'sources', 's7', source('s7', 'Other')))
  expect(Object.keys(next.sources).filter(id => next.sources[id] !== many.sources[id])).toEqual(['s7'])
})
test('they are in the file, and a file that does not know them has none', () => {
  const work = after(empty, setEntry(new Transform(empty.doc), empty, 'sources', 's', source('s', 'Winds')))
  expect(readBundle(writeBundle(work)).sources).toEqual(work.sources)
  const { sources: _sources, terms: _terms, ...older } = JSON.parse(workToJson(empty))
  expect(workFromJson(JSON.stringify(older), new Map()).sources).toEqual({})
})
test('an entry out of its bounds is refused in one sentence', () => {
  const wrong = { ...JSON.parse(workToJson(empty)), abbreviations: { a: { kind: 'acronym' } } }
  expect(() => workFromJson(JSON.stringify(wrong), new Map())).toThrow(/^The abbreviations cannot be used: a › /)
})
test('the file is the same in whatever order entries were made, whatever they are called', () => {
  const names = ['zeta', 'alpha', '__proto__', 'constructor', '7']
  const made = (order: readonly string[]): Work =>
    order.reduce((work, id) => after(work, setEntry(new Transform(work.doc), work, 'sources', id, source(id, id))), empty)
  const file = workToJson(made(names))
  expect(workToJson(made(names.toReversed()))).toBe(file)
  expect(Object.keys(workFromJson(file, new Map()).sources).sort()).toEqual(names.toSorted())
})

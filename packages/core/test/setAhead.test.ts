import { formula, note, p, plainEq } from '../../../demo/src/builder.ts'
import { createTypesetter, setFormula } from '../src/formulas/converter.ts'
import { type FormulaHelper, formulasToSet, setAhead } from '../src/formulas/setAhead.ts'
import { type FormulaToSet, typesetterOver } from '../src/formulas/typesetter.ts'
import { drawPage } from '../src/pages/drawing.ts'
import { type Turnover, TurnoverEngine } from '../src/turnover/turnover.ts'
import { chapter, fonts, workOf } from './support/work.ts'

const sources = Array.from({ length: 90 }, (_, i) => `u_{${i}} = \\sqrt{${i}} z`)
const { doc } = workOf([
  chapter('a', 'Mixing', ...sources.map(source => p`With ${formula(source)} and ${formula(sources[0]!)}.`), plainEq(sources[0]!)),
])
const pause = (): Promise<void> => new Promise(resolve => setImmediate(resolve))

const unwanted = (error: Error): never => {
  throw error
}

/** Another typesetter, as far away as another thread: what it sends is a copy. */
function helper(): { help: FormulaHelper; asked: FormulaToSet[] } {
  const other = createTypesetter()
  const asked: FormulaToSet[] = []
  return {
    asked,
    help: async wanted => {
      await pause()
      asked.push(...wanted)
      for (const { source, display } of wanted) other.set(source, display)
      return structuredClone(other.handOut())
    },
  }
}

test('every formula of a work once, inline and displayed apart, and none that is set already', () => {
  const typesetter = createTypesetter()
  expect(formulasToSet(doc, typesetter)).toHaveLength(91)
  typesetter.set(sources[3]!, false)
  typesetter.set(sources[0]!, true)
  const left = formulasToSet(doc, typesetter)
  expect(left).toHaveLength(89)
  expect(left[0]).toEqual({ source: sources[0], display: false })
  expect(left.some(({ source }) => source === sources[3])).toBe(false)
})

test('set by two, each formula is set by one of them, and comes out as if set by one', async () => {
  const typesetter = createTypesetter()
  const wanted = formulasToSet(doc, typesetter)
  const { help, asked } = helper()
  const told: number[] = []
  await setAhead(wanted, typesetter, { helpers: [help], pause, failed: unwanted, tell: done => told.push(done) })
  expect(asked.length).toBeGreaterThan(0)
  expect(asked.length).toBeLessThan(wanted.length)
  expect(told.at(-1)).toBe(wanted.length)
  expect(formulasToSet(doc, typesetter)).toEqual([])
  // All of them are new to whoever keeps them.
  expect(typesetter.handOut()).toHaveLength(wanted.length)
  const alone = createTypesetter()
  for (const { source, display: apart } of wanted) expect(typesetter.set(source, apart)).toEqual(alone.set(source, apart))
})

test('what a helper that breaks had taken is left to be set when it is asked for', async () => {
  const typesetter = createTypesetter()
  const said: string[] = []
  const broken: FormulaHelper = () => Promise.reject(new Error('The thread is gone.'))
  await setAhead(formulasToSet(doc, typesetter), typesetter, { helpers: [broken], pause, failed: error => said.push(error.message) })
  const [left] = formulasToSet(doc, typesetter)
  expect(typesetter.set(left!.source, left!.display).error).toBe('')
  expect(formulasToSet(doc, typesetter)).not.toContainEqual(left)
  expect(said).toContain('The thread is gone.')
})

test('pages that had to wait for a formula are begun again, and come out as if none had been missing', () => {
  const work = workOf([
    chapter('a', 'Mixing', p`With ${formula('u_1')} here.`, plainEq('u_2'), p`And ${formula('u_3')}${note`So ${formula('u_4')}.`}.`),
  ])
  let there = new Set<string>()
  let missed = 0
  const late = typesetterOver((source, display) => {
    if (there.has(source)) return setFormula(source, display)
    missed++
    there = new Set([...there, source])
    throw new Error('Not yet.')
  })
  const engine = new TurnoverEngine(fonts, late)
  let turnover: Turnover | undefined
  for (let tries = 0; !turnover && tries < 9; tries++)
    try {
      turnover = engine.run(work)
    } catch {
      // Begun again: what was done stays in the caches.
    }
  expect(missed).toBe(4)
  expect(turnover!.pages.map(drawPage)).toEqual(new TurnoverEngine(fonts, createTypesetter()).run(work).pages.map(drawPage))
})

import { fig, formula, note, p, plainEq, t } from '../../../demo/src/builder.ts'
import { findingsOf } from '../src/findings/index.ts'
import { createTypesetter, setFormula } from '../src/formulas/converter.ts'
import { type FormulaHelper, formulasToSet, setAhead } from '../src/formulas/setAhead.ts'
import { type FormulaToSet, typesetterOver } from '../src/formulas/typesetter.ts'
import { TurnoverEngine } from '../src/turnover/turnover.ts'
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

test('formulas that no page prints are asked for as well: checks look at all of them', () => {
  const figure = fig('f', { picture: '', alternative: '', short: t`${formula('unprinted_1')}` }, t`A view`)
  const work = workOf([chapter('a', 'Mixing', figure, p`With ${formula('u_1')}${note`and ${formula('u_2')}`}.`, plainEq('u_3'))])
  const there = new Set(formulasToSet(work.doc, createTypesetter()).map(({ source, display }) => `${display} ${source}`))
  const asked: string[] = []
  const typesetter = typesetterOver((source, display) => {
    asked.push(`${display} ${source}`)
    return setFormula(source, display)
  })
  findingsOf(new TurnoverEngine(fonts, typesetter).run(work))
  expect(asked).toContain('false unprinted_1')
  for (const one of asked) expect(there).toContain(one)
})

/** Works of any size from a seed, for benchmarks and tests: the density of a dense thesis, the same bytes for the same seed. */

import { emptyParts } from '@steady-ledger/core/work/parts/index.ts'
import { newTerm, type Term } from '@steady-ledger/core/work/registers/terms.ts'
import { type Node, schema } from '@steady-ledger/core/work/schema.ts'
import type { Picture, Work } from '@steady-ledger/core/work/work.ts'
import { div, em, eq, fig, formula, full, h2, h3, type Inline, identified, note, p, page, paragraph, ref, t, tab } from './builder.ts'
import { chart } from './charts.ts'

/** Mulberry32 by T. Ettinger (public domain): a small generator with a 32-bit state. */
export function seeded(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let mixed = Math.imul(state ^ (state >>> 15), state | 1)
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61)) ^ mixed
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296
  }
}

const subjects =
  'basin,layer,current,mooring,gradient,surface,column,record,wind,sill,interface,sensor,plume,season,profile,exchange,heat flux,turbulence,inflow,shoreline,internal wave,density step,night,storm,thermistor'.split(
    ',',
  )
const verbs =
  'deepens,weakens,follows,precedes,controls,limits,resists,responds to,carries,releases,absorbs,separates,modifies,dominates,steadies'.split(
    ',',
  )
const qualities =
  'shallow,stratified,persistent,intermittent,eastern,western,seasonal,turbulent,measured,residual,vertical,lateral,wind-driven,well-mixed,unexpected,moderate,transient,northern'.split(
    ',',
  )
const adverbs =
  'slowly,within a day,over the summer,near the sill,at depth,after each storm,without delay,during calm nights,in most years,below the thermocline,by about one third,more than expected'.split(
    ',',
  )
const openers =
  'In the same way,By contrast,Over the whole record,Where the fetch is long,For this reason,As the season advances,Between two readings,At the deeper station,Taken together,Although the sample is small'.split(
    ',',
  )
const stems = 'al,bren,cor,dun,el,far,gal,hol,im,jor,kel,lun,mar,nor,ost,pel,quen,ros,sil,tor,ul,ven,wes,yar'.split(',')

/** What a 300-page work holds; other sizes in proportion. */
export const density = {
  words: 100_000,
  figures: 200,
  tables: 100,
  equations: 600,
  formulas: 1500,
  references: 1500,
  notes: 800,
  marks: 1000,
}

export function generateWork(pages: number, seed: number): Work {
  const random = seeded(seed)
  const pick = <T>(from: readonly T[]): T => from[Math.floor(random() * from.length)]!
  const scale = pages / 300
  const chapters = Math.max(1, Math.round(12 * scale ** 0.75))
  const paragraphs = Math.max(6, Math.round((density.words * scale) / 95))
  const due = (of: number): ((at: number) => number) => {
    const total = Math.round(of * scale)
    let given = 0
    return at => {
      const want = Math.floor(((at + 1) * total) / paragraphs)
      const now = want - given
      given = want
      return now
    }
  }
  const owing = {
    figure: due(density.figures),
    table: due(density.tables),
    equation: due(density.equations),
    formula: due(density.formulas),
    reference: due(density.references),
    note: due(density.notes),
    mark: due(density.marks),
  }
  // Marks have chances of their own: the text is what it is without them.
  const chance = seeded(seed + 1)
  const terms = indexTerms()
  const termIds = Object.keys(terms)
  const mark = (): Node => schema.nodes.indexMark.create({ term: termIds[Math.floor(chance() * termIds.length)]!, main: chance() < 0.1 })
  const labels: string[] = []
  const waiting: string[] = []
  const nonce = (): string => pick(stems) + pick(stems) + pick(['a', 'en', 'ic', 'or', 'um'])
  const clause = (): string =>
    `the ${pick(qualities)} ${random() < 0.12 ? nonce() : pick(subjects)} ${pick(verbs)} the ${pick(qualities)} ${pick(subjects)} ${pick(adverbs)}`
  const sentence = (): string => {
    const first = random() < 0.3 ? `${pick(openers)}, ${clause()}` : clause()
    const whole = random() < 0.4 ? `${first}, and ${clause()}` : first
    return `${whole.charAt(0).toUpperCase()}${whole.slice(1)}. `
  }
  const letters = 'abcdefghkmnpqrstuvwxyz'
  const symbol = (): string => pick([...letters, '\\alpha', '\\rho', '\\theta', '\\kappa', '\\tau'])
  const inlineFormula = (): Node => formula(`${symbol()}_{${pick([...letters])}} = ${Math.floor(random() * 90) / 10}`)
  const displayed = (): string =>
    pick([
      `\\rho c \\frac{\\partial ${symbol()}}{\\partial t} = -\\frac{\\partial ${symbol()}}{\\partial z} + ${symbol()}_{${Math.floor(random() * 99)}}`,
      `\\int_0^{${symbol()}} ${symbol()}(z)\\,\\mathrm{d}z = \\sum_{i=1}^{${Math.floor(random() * 30)}} ${symbol()}_i \\sqrt{${symbol()}}`,
      `N^2 = -\\frac{g}{\\rho_0}\\frac{\\partial \\rho}{\\partial ${symbol()}} \\geq ${symbol()}_{${symbol()}}`,
      `${symbol()} = \\frac{${symbol()}^2 + ${symbol()}}{1 - ${symbol()}_{${Math.floor(random() * 50)}}}`,
    ])
  const pictures = new Map<string, Picture>()
  for (let i = 0; i < 8; i++) {
    const name = `series-${i + 1}.svg`
    pictures.set(name, chart(name, { title: `Record ${i + 1}`, seed: seed + i }))
  }
  const target = (): string => (waiting.length && random() < 0.3 ? pick(waiting) : pick(labels.length ? labels : waiting))

  let made = 0
  const divisions: Node[] = []
  const perChapter = Math.ceil(paragraphs / chapters)
  for (let chapter = 0; chapter < chapters; chapter++) {
    const label = `chapter-${chapter + 1}`
    const blocks: Node[] = []
    labels.push(label)
    for (let i = 0; i < perChapter && made < paragraphs; i++, made++) {
      if (i % 9 === 2) {
        const section = `section-${made}`
        labels.push(section)
        blocks.push(
          i % 27 === 20
            ? h3(section, `${capital(pick(qualities))} ${pick(subjects)}`)
            : h2(section, `The ${pick(qualities)} ${pick(subjects)}`),
        )
      }
      const content: Inline[] = []
      const inserts: Node[] = [
        ...Array.from({ length: owing.formula(made) }, inlineFormula),
        ...Array.from({ length: owing.reference(made) }, () =>
          random() < 0.15 ? page(target()) : random() < 0.1 ? full(target()) : random() < 0.15 ? ref(target(), target()) : ref(target()),
        ),
      ]
      const notes = Array.from({ length: owing.note(made) }, () => note`${sentence().trim()}`)
      let marks = owing.mark(made)
      for (let words = 0; words < 88; ) {
        const said = sentence()
        words += said.split(' ').length - 1
        const insert = inserts.shift()
        const body = said.trimEnd().slice(0, -1)
        if (marks > 0 && words > 30) {
          content.push(mark())
          marks--
        }
        content.push(insert ? [body, ' (', insert, ')'] : random() < 0.1 ? em(body) : body)
        content.push('.')
        const noted = notes.shift()
        if (noted) content.push(noted)
        content.push(' ')
      }
      blocks.push(paragraph(content))
      for (let k = owing.equation(made); k > 0; k--) {
        const name = `equation-${made}-${k}`
        labels.push(name)
        blocks.push(eq(name, displayed()))
      }
      for (let k = owing.figure(made); k > 0; k--) {
        const name = `figure-${made}-${k}`
        labels.push(name)
        blocks.push(
          fig(
            name,
            {
              picture: `series-${1 + Math.floor(random() * 8)}.svg`,
              width: 0.5 + Math.floor(random() * 4) / 10,
              alternative: 'A made-up record',
            },
            t`${capital(clause())}.`,
          ),
        )
      }
      for (let k = owing.table(made); k > 0; k--) {
        const name = `table-${made}-${k}`
        labels.push(name)
        const rows = Array.from({ length: 3 + Math.floor(random() * 6) }, () => [
          pick(subjects),
          String(Math.floor(random() * 900) / 10),
          String(Math.floor(random() * 300)),
          pick(qualities),
        ])
        blocks.push(tab(name, t`${capital(clause())}.`, 'lrrl', [['Part', 'Mean', 'Count', 'State'], ...rows]))
      }
    }
    divisions.push(div({ role: 'chapter', label }, `The ${pick(qualities)} ${pick(subjects)}`, ...blocks))
  }
  const front = [
    div({ role: 'titlePage', listed: false }, `A made work of about ${pages} pages`, p`Made from seed ${String(seed)}`),
    div({ role: 'contents', listed: false }, 'Contents'),
    div({ role: 'seriesList', series: 'figure' }, 'List of figures'),
    div({ role: 'seriesList', series: 'table' }, 'List of tables'),
  ]
  const parts = emptyParts('thesis')
  return {
    ...parts,
    settings: { ...parts.settings, author: 'A. N. Author' },
    terms,
    doc: identified([...front, ...divisions, div({ role: 'index' }, 'Index')], 'g'),
    pictures,
  }
}

/** Every subject as a term, with every third quality of it under it. */
function indexTerms(): Work['terms'] {
  const terms: Record<string, Term> = {}
  subjects.forEach((subject, order) => {
    const id = `t${order}`
    terms[id] = { ...newTerm(), heading: subject, seeAlso: order % 5 === 0 ? [`t${(order + 1) % subjects.length}`] : [] }
    qualities.forEach((quality, each) => {
      if ((each + order) % 3 === 0) terms[`${id}q${each}`] = { ...newTerm(), heading: quality, under: id }
    })
  })
  return terms
}

const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1)

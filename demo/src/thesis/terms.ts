/**
 * The index of the demo thesis: its terms, and the words by which their places are found. A place is marked once a section; what only
 * mentions a word in passing is kept out by the words chosen.
 */
import { knownWords } from '@steady-ledger/core/content/index/knownWords.ts'
import { newTerm, type Term } from '@steady-ledger/core/work/registers/terms.ts'
import { type Node, schema } from '@steady-ledger/core/work/schema.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import { Fragment } from 'prosemirror-model'

/**
 * A term a line; two spaces put it under the one above. Behind “=” the words it is found by (its heading, if none), parted by “;”, “-” for
 * none; behind “→” the term to see instead, behind “+” terms to see also, behind “!” the title of the section that says most, behind “…”
 * that of a section it is spoken of throughout.
 */
const lines = `
abstraction of water = intake
amplitude of the tilt = amplitude ! A number for the tilt
anemometer = anemometer
area of the lake = area
autumn = autumn
balance of heat → heat budget
basin = - + sill
  eastern = eastern basin … What the sill hides
  middle = middle basin
  western = western basin
bed of the lake = survey; chart ! The shape of the bed
boathouse = boathouse
calibration = calibration ! Calibration
calm = calm ! What calm does
chart of depths = chart
clocks = clock; clocks ! Clocks
closure of the budget = closes ! Closing the budget
constants = constants ! Constants
control at the crest = crest ! Control at the crest
convection → cooling, by night
cooling = cooling + turnover
  by night = night ! Cooling from above
counts of a logger = counts ! From counts to layers
crest of a sill = crest
date of turnover = date ! What is forecast
deepening of the layer = deepens; lifted ! How the warm layer deepens
density = density
depth = -
  of the thermocline = thermocline depth; depth of the thermocline
  deepest point = deepest point; deepest
deviation, standard = standard deviation
difference of level = difference
direction of the wind = direction
doubt = doubt; uncertainty ! The doubt of the budget
  stated with a forecast = stated ! How doubt is stated
drag coefficient = drag coefficient; drag
drift = drift; adrift
  of the clocks = clocks drift; drift
  of the raft = raft
energy = energy ! Wind as a supply of energy
  supplied by wind = supply of energy; supply
entrainment = entered; lifted
evaporation = evaporation
exchange over a sill = exchange … What the sill lets through
fetch = fetch ! Fetch
  mean = mean fetch
fit = fitted; regression
flood = flood
flow = flow
  over a sill = flow over ! The flow over a sill
flux = flux; fluxes
  net = net flux
  turbulent = turbulent fluxes ! Turbulence
forecast = forecast ! What is forecast
  regional = regional forecast
  skill of → skill
gate = gate
gravity, reduced = gravity
Harrow Ness = Harrow Ness
heat = -
  budget → heat budget
  content = heat content ! Heat content of the two basins
  specific = specific heat
heat budget = budget ! Terms of the budget
hours, nine → delay
ice = ice
delay = delay; nine hours + exchange over a sill
index of mixing = mixing index; index ! Definition
  for other lakes = elsewhere ! Could it serve elsewhere?
  where it fails = does not hold ! Where it does not hold
indices in general = indices ! Of indices in general
instruments = instruments; instrument
intake → abstraction of water
isotherm = isotherm
jetty = jetty ! Nineteen years at the jetty
keeper of the gate = keeper
lake = - + basin
  stepped = stepped
Lake Vessary = Lake Vessary
layer = -
  lower = lower layer
  mixed = mixed
  upper = upper layer
  warm = warm layer
law of mixing = law
lead line = lead; line
logger = logger; loggers ! Thermistors and loggers
meteorology → weather
mixing = mixing + wind
  by waves = waves
  by wind → wind
mixing index → index of mixing
model = model; boxes ! The lake as three boxes
mooring = mooring; moorings ! The moorings
mud = mud
night → cooling, by night
Orrin Uplands = Orrin
oscillation = oscillation; swing ! How much of a swing passes a sill
  period = period
parish book = parish book; book
passage of water = passage; passages
pressure = pressure
profile = profiles; profile
pump = pump
radiation = radiation ! The surface
raft = raft
readings = readings; reading ! How often to read
record = record; records
  gaps in = went wrong ! What went wrong
residual = residual ! Closing the budget
reversal of flow = reverses; back
room = rooms; room + basin
season = -
  first = first season ! First season
  second = second season
  third = third season ! Later seasons
sensor → thermistor
share, observed = observed share; share
shelter from wind = sheltered; shelter
shore = shore
sill = - + crest of a sill; exchange over a sill
  eastern = eastern sill
  western = western sill … Over the sill
skill = skill ! Skill
slope = slope
south-west wind = south-west
stability = stability
storm = storm; storms ! What the storms have in common
  of 14 August = 14 August … The storm of 14 August
stratification = stratification
streams = streams ! Streams
stress of the wind = stress
surface = surface
survey → bed of the lake
swing → oscillation
Tarrow = Tarrow
temperature = temperature
  of the air = air
thermistor = thermistor; thermistors ! Thermistors and loggers
thermocline = thermocline
  tilt of → tilt
thermometer = thermometer
tilt = tilt; tilted ! A number for the tilt
turbulence = turbulent; turbulence ! Turbulence
turnover = turnover ! What is forecast
  of the eastern basin = eastern turnover
volume, mixed = mixed volume; volume
water company = water company; company
waves = waves
weather = weather ! The weather over the lake
wind = wind ! Wind as a supply of energy
  at one place = one place
  speed = speed
width of a sill = width
`

interface Line {
  id: string
  term: Term
  words: string[]
  main: string
  throughout: string
  see: string[]
  seeAlso: string[]
}

function read(): Line[] {
  const above: string[] = []
  return lines
    .trim()
    .split('\n')
    .map((line, index): Line => {
      const level = line.startsWith('  ') ? 1 : 0
      const part = (sign: string): string => new RegExp(` \\${sign} ([^=→+!…]*)`).exec(line)?.[1]?.trim() ?? ''
      const heading = line.trim().replace(/ [=→+!…] .*$/, '')
      const id = `term${index + 1}`
      above.length = level
      above.push(id)
      const sees = part('→')
      const words = part('=') || (sees ? '-' : heading)
      const list = (text: string): string[] =>
        text
          .split(';')
          .map(each => each.trim())
          .filter(Boolean)
      return {
        id,
        term: { ...newTerm(), heading, under: level ? above[0]! : '' },
        words: words === '-' ? [] : list(words),
        main: part('!'),
        throughout: part('…'),
        see: list(sees),
        seeAlso: list(part('+')),
      }
    })
}

const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')

/** The work with its terms, and every place of them marked. `also` is done before the author goes through what is not marked. */
export function withIndex(work: Work, also: (marked: Work) => Work): Work {
  const all = read()
  const called = new Map<string, string>()
  for (const { id, term } of all) {
    const upper = all.find(each => each.id === term.under)?.term.heading
    called.set(upper ? `${upper}, ${term.heading}` : term.heading, id)
  }
  const sent = (names: readonly string[]): string[] =>
    names.map(name => {
      const id = called.get(name)
      if (!id) throw new Error(`The index of the demo sends to “${name}”, which is no term.`)
      return id
    })
  const terms = Object.fromEntries(all.map(({ id, term, see, seeAlso }) => [id, { ...term, see: sent(see), seeAlso: sent(seeAlso) }]))
  const marked = also({ ...work, terms, doc: new Marking(all).document(work.doc) })
  return { ...marked, terms: saidNo(marked.doc, terms, work.settings.language) }
}

/** The author has gone through the words of all terms: where they are not marked, they are not meant. */
function saidNo(doc: Node, terms: Work['terms'], language: string): Work['terms'] {
  const refused = new Map<string, Set<string>>()
  for (const node of doc.children.filter(each => ['chapter', 'appendix'].includes(each.attrs.role)))
    for (const { block, words } of knownWords(node, terms, language))
      if (block.block.type.name === 'paragraph')
        for (const { term, key, marked } of words) if (!marked) refused.set(term, (refused.get(term) ?? new Set()).add(key))
  return Object.fromEntries(Object.entries(terms).map(([id, term]) => [id, { ...term, refused: [...(refused.get(id) ?? [])] }]))
}

/** Most places of one term beside its main one: the commonest words are not marked wherever they are said. */
const mostPlaces = 3

/** One pass over the text, in which the first place of each term in a section is marked. */
class Marking {
  private readonly terms: Line[]
  private readonly pattern: RegExp
  private readonly byWords = new Map<string, Line[]>()
  private readonly places = new Map<string, number>()
  private section = ''
  private inSection = new Set<string>()
  /** Ranges that are open: they end behind the last paragraph of their section. */
  private open: Line[] = []
  private count = 0

  constructor(terms: Line[]) {
    this.terms = terms
    for (const line of terms)
      for (const each of line.words) this.byWords.set(each.toLowerCase(), [...(this.byWords.get(each.toLowerCase()) ?? []), line])
    const longestFirst = [...this.byWords.keys()].sort((a, b) => b.length - a.length)
    this.pattern = new RegExp(`(?<![\\p{L}\\p{N}])(?:${longestFirst.map(escaped).join('|')})(?![\\p{L}\\p{N}])`, 'giu')
  }

  document(doc: Node): Node {
    return doc.copy(Fragment.from(doc.children.map(division => this.division(division))))
  }

  private division(division: Node): Node {
    // Front matter and lists only name what the chapters are about.
    if (!['chapter', 'appendix'].includes(division.attrs.role)) return division
    const blocks: Node[] = []
    division.children.forEach((block, index) => {
      if (block.type.name === 'title' || block.type.name === 'heading') {
        this.section = block.textContent
        this.inSection = new Set()
        blocks.push(block)
        return
      }
      const begun = this.begin(block)
      const marked = this.block(begun)
      const next = division.maybeChild(index + 1)
      blocks.push(!next || next.type.name === 'heading' ? this.end(marked) : marked)
    })
    return division.copy(Fragment.from(blocks))
  }

  private mark(line: Line, more: { main?: boolean; range?: 'start' | 'end' } = {}): Node {
    return schema.nodes.indexMark.create({ id: `mark${++this.count}`, term: line.id, ...more })
  }

  private begin(block: Node): Node {
    if (block.type.name !== 'paragraph') return block
    const begun = this.terms.filter(({ throughout }) => throughout && throughout === this.section && !this.inSection.has(`… ${throughout}`))
    for (const { throughout } of begun) this.inSection.add(`… ${throughout}`)
    this.open.push(...begun)
    return begun.length ? block.copy(Fragment.from([...begun.map(line => this.mark(line, { range: 'start' })), ...block.children])) : block
  }

  private end(block: Node): Node {
    if (block.type.name !== 'paragraph') return block
    const ended = this.open
    this.open = []
    return ended.length ? block.copy(Fragment.from([...block.children, ...ended.map(line => this.mark(line, { range: 'end' }))])) : block
  }

  private block(node: Node): Node {
    if (node.isTextblock && !node.type.contentMatch.matchType(schema.nodes.indexMark)) return node
    if (node.isTextblock) return node.copy(Fragment.from(node.children.flatMap(child => this.inline(child))))
    return node.childCount ? node.copy(Fragment.from(node.children.map(child => this.block(child)))) : node
  }

  private inline(child: Node): Node[] {
    if (child.text === undefined) return child.type.name === 'note' ? [this.note(child)] : [child]
    const out: Node[] = []
    let from = 0
    for (const { 0: words, index } of child.text.matchAll(this.pattern)) {
      const lines = (this.byWords.get(words.toLowerCase()) ?? []).filter(line => this.wants(line))
      if (!lines.length) continue
      if (index > from) out.push(child.cut(from, index))
      from = index
      for (const line of lines) out.push(this.mark(line, line.main === this.section ? { main: true } : {}))
    }
    out.push(from ? child.cut(from) : child)
    return out
  }

  private note(note: Node): Node {
    return note.copy(Fragment.from(note.children.flatMap(child => this.inline(child))))
  }

  /** Whether a term is to be marked where its words stand. */
  private wants({ id, main }: Line): boolean {
    if (this.inSection.has(id)) return false
    this.inSection.add(id)
    const places = this.places.get(id) ?? 0
    if (main !== this.section && places >= mostPlaces) return false
    this.places.set(id, places + 1)
    return true
  }
}

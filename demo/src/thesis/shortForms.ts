/**
 * The abbreviations and symbols of the demo thesis. An abbreviation is mentioned wherever its full form stands in the paragraphs of a chapter;
 * a symbol covers those that differ from it by an index or a mark.
 */
import { type Abbreviation, newAbbreviation } from '@steady-ledger/core/work/registers/abbreviations.ts'
import { type Node, schema } from '@steady-ledger/core/work/schema.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import { Fragment } from 'prosemirror-model'

/** Short form, and the full form by which it is found. */
const abbreviations = `
DC: drag coefficient
DW: deep water
EBN: eastern basin
ESD: echo sounder
ESL: eastern sill
HC: heat content
IMX: index of mixing
LWD: local wind
LEE: leeward end
MBN: middle basin
MIX: mixing index
OBS: observed share
PB: parish book
RFC: regional forecast
SDV: standard deviation
SLY: surface layer
SMN: seasonal mean
SWW: south-west wind
TFX: turbulent fluxes
ULY: upper layer
WBN: western basin
WC: water company
WLY: warm layer
WND: windward end
WSL: western sill
`

/** Notation, meaning, unit; “#” opens a group. */
const symbols = String.raw`
# Latin letters
A | area of the lake or of a basin at a height | m^2
a | area of a cross-section over a sill; constant of a thermistor | m^2
B | breadth of the passage over a sill | m
b | constant of a thermistor |
C | coefficient of exchange with the air |
c | specific heat; speed of a wave; constant of a thermistor | J kg^-1 K^-1
d | date of turnover in days |
E | flux of heat by evaporation; energy that passes a sill | W m^-2
e | vapour pressure | Pa
F | transport over a sill | m^3 s^-1
f | frequency of the earth’s turning | s^-1
g | acceleration by gravity; with a prime, reduced by the difference of density | m s^-2
H | greatest depth; flux of sensible heat | m
h | thickness of a layer | m
K | diffusivity | m^2 s^-1
L | length of a basin; heat of evaporation | m
M | index of mixing |
m | share of a basin that was seen to mix |
N | buoyancy frequency | s^-1
O | order of what is left out |
o | observed date in days |
p | pressure | Pa
Q | heat content to the square metre; exchange of heat | J m^-2
q | flux of heat | W m^-2
R | resistance; radiation; radius within which the turning of the earth is felt | Ω
r | residual of the heat budget | W m^-2
S | stability | J m^-2
s | source of heat within the water | W m^-3
T | temperature | °C
t | time | s
u | speed of wind or water | m s^-1
V | volume below a height | m^3
v | speed over a crest | m s^-1
W | ratio of stability to stress |
w | width of a weir; with a star, speed of convection | m s^-1
X | fetch | m
x | input of the index |
z | height above the deepest point | m
# Greek letters
\alpha | share that is reflected; constant of roughness |
\beta | bound of a closed record |
\Gamma | efficiency of mixing |
\gamma | share of the wind’s work that mixes |
\Delta | difference across a sill |
\delta | drift of a clock | s
\varepsilon | emissivity; rate of dissipation |
\zeta | height of the interface | m
\eta | weight of convection |
\Theta | period of the oscillation | s
\theta | phase of the oscillation |
\kappa | constant of the profile of wind |
\lambda | root of the matrix of exchange | s^-1
\rho | density | kg m^-3
\sigma | constant of radiation; standard deviation |
\tau | stress of the wind; length of a window | Pa
\phi | share of a period in which warm water stands over a crest |
\varphi | flux between two basins | m^3 s^-1
# Vectors, matrices and regions
\mathbf{I} | unit matrix |
\mathbf{j} | flux as a vector | W m^-2
\mathbf{M} | matrix of exchange | s^-1
\mathbf{n} | normal of a surface |
\mathbf{q} | supplies of all basins | K s^-1
\mathbf{T} | temperatures of all basins | °C
\mathbf{x} | direction that belongs to a root |
\mathscr{L} | the lake as a region |
`

function read(): Record<string, Abbreviation> {
  const entries: Record<string, Abbreviation> = {}
  for (const line of abbreviations.trim().split('\n')) {
    const [short = '', full = ''] = line.split(': ')
    // What is found as many is listed as one.
    const own = full === 'turbulent fluxes' ? { full: 'turbulent flux', fullPlural: full } : { full }
    entries[short.toLowerCase()] = { ...newAbbreviation(), short, ...own }
  }
  let group = ''
  for (const [order, line] of symbols.trim().split('\n').entries()) {
    if (line.startsWith('# ')) group = line.slice(2)
    else {
      const [formula = '', full = '', unit = ''] = line.split('|').map(part => part.trim())
      entries[`symbol${order}`] = { ...newAbbreviation(), kind: 'symbol', formula, full, unit, group }
    }
  }
  return entries
}

/** The work with its short forms: the full ones in its paragraphs are mentions. */
export function withShortForms(work: Work): Work {
  const entries = read()
  const byFull = new Map(
    Object.entries(entries).flatMap(([id, { kind, full, fullPlural }]): [string, { entry: string; plural: boolean }][] =>
      kind === 'symbol'
        ? []
        : [
            [full, { entry: id, plural: false }],
            ...(fullPlural ? [[fullPlural, { entry: id, plural: true }] as [string, { entry: string; plural: boolean }]] : []),
          ],
    ),
  )
  const pattern = new RegExp(`(?<![\\p{L}-])(?:${[...byFull.keys()].sort((a, b) => b.length - a.length).join('|')})(?![\\p{L}-])`, 'gu')
  const inline = (child: Node): Node[] => {
    const { text } = child
    if (text === undefined || child.marks.length) return [child]
    const out: Node[] = []
    let from = 0
    for (const match of text.matchAll(pattern)) {
      if (match.index > from) out.push(child.cut(from, match.index))
      out.push(schema.nodes.mention.create(byFull.get(match[0])))
      from = match.index + match[0].length
    }
    if (from < text.length) out.push(child.cut(from))
    return out
  }
  const block = (node: Node): Node => (node.type.name === 'paragraph' ? node.copy(Fragment.from(node.children.flatMap(inline))) : node)
  const doc = work.doc.copy(
    Fragment.from(
      work.doc.children.map(node => (node.attrs.role === 'chapter' ? node.copy(Fragment.from(node.children.map(block))) : node)),
    ),
  )
  return { ...work, abbreviations: entries, doc }
}

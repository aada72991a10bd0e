/** The file of a work: `work.json`, checked against its schema and against the document's own rules, and brought up to date. */
import { fromFirstVersion, fromSecondVersion, fromThirdVersion, type HouseStyle, pageProblem } from './houseStyle.ts'
import type { Milestone } from './milestone.ts'
import { type Node, schema } from './schema.ts'
import {
  boxSeries,
  type CounterForm,
  listingSeries,
  partRule,
  plainListLook,
  readyListLooks,
  type Scheme,
  statementSeries,
} from './scheme.ts'
import type { Picture, Settings, Work } from './work.ts'
import { validateHouseStyle, validateWork } from './workFile.validate.js'

/** A file that is not a work this program can open; the message says why, in plain words. Nothing was changed. */
export class WorkFileError extends Error {}

export const currentVersion = 4

interface WorkFile {
  format: 'steady-ledger-work'
  version: number
  settings: Settings
  scheme: Scheme
  houseStyle: HouseStyle
  milestones: readonly Milestone[]
  doc: unknown
  pictures: string[]
}

/** Steps from each schema version to the next, by the version they start from; a file is led through them in order. */
const migrations: Record<number, (file: Record<string, unknown>) => Record<string, unknown>> = {
  // Version 2: house styles with a name, more kinds of text, heads by tiles; listings as a series.
  1: file => {
    const scheme = file.scheme as Scheme
    const style = file.houseStyle as HouseStyle & { runningHead: { show: boolean; size: number } }
    const { prefixLevel = null } = scheme.series.find(({ key }) => key === 'figure') ?? {}
    return {
      ...file,
      version: 2,
      houseStyle: fromFirstVersion(style),
      scheme: { ...scheme, notes: { ...scheme.notes, place: 'foot' }, series: [...scheme.series, listingSeries(prefixLevel)] },
    }
  },
  // Version 3: looks of lists by level, heads by role, optical margins; notes by page, rows, notes to tables; statements as series; milestones.
  2: file => {
    const scheme = file.scheme as Scheme
    const { prefixLevel = null } = scheme.series.find(({ key }) => key === 'figure') ?? {}
    const series = scheme.series.map(rule => ({ ...rule, countsWith: rule.countsWith ?? null, statement: rule.statement ?? null }))
    return {
      ...file,
      version: 3,
      milestones: [],
      houseStyle: fromSecondVersion(file.houseStyle as HouseStyle),
      scheme: { ...scheme, series: [...series, ...statementSeries(prefixLevel).filter(rule => !series.some(own => own.key === rule.key))] },
    }
  },
  // Version 4: parts; looks of lists; the language of counters in words; places of numbers, run-in headings.
  3: file => {
    const scheme = file.scheme as Omit<Scheme, 'lists'> & { lists: CounterForm[] }
    const { main } = scheme.levels
    const { prefixLevel = null } = scheme.series.find(({ key }) => key === 'figure') ?? {}
    const at = scheme.series.findIndex(({ statement }) => statement !== null)
    const hasBoxes = scheme.series.some(({ key }) => key === 'box')
    // Before the statements, as in new works.
    const series = hasBoxes ? scheme.series : scheme.series.toSpliced(at < 0 ? scheme.series.length : at, 0, boxSeries(prefixLevel))
    const { numbered, bulleted } = readyListLooks()
    return {
      ...file,
      version: 4,
      houseStyle: fromThirdVersion(file.houseStyle as HouseStyle),
      scheme: {
        ...scheme,
        series,
        conjunction: '',
        language: (file.settings as Settings | undefined)?.language ?? 'en',
        levels: { ...scheme.levels, main: main.some(({ level }) => level === 0) ? main : [partRule(), ...main] },
        lists: { numbered: [plainListLook(scheme.lists), ...numbered.slice(1)], bulleted },
      },
    }
  },
}

/** Settings, scheme and house style of an earlier version, brought up to date. */
export function migratedParts<Parts extends object>(version: number, parts: Parts): Parts {
  let current: Record<string, unknown> = { ...parts, version }
  while ((current.version as number) < currentVersion) current = migrations[current.version as number]!(current)
  const { version: _version, ...rest } = current
  return rest as Parts
}

export function workToJson(work: Work): string {
  const file: WorkFile = {
    format: 'steady-ledger-work',
    version: currentVersion,
    settings: work.settings,
    scheme: work.scheme,
    houseStyle: work.houseStyle,
    milestones: work.milestones,
    pictures: [...work.pictures.keys()].sort(),
    doc: work.doc.toJSON(),
  }
  return `${JSON.stringify(file, null, 1)}\n`
}

export function workFromJson(text: string, pictures: Map<string, Picture>): Work {
  const file = migrated(parse(text))
  if (!validateWork(file)) throw new WorkFileError(`The work’s file does not keep to its form: ${firstError(validateWork)}.`)
  const { settings, scheme, houseStyle, milestones, doc } = file as unknown as WorkFile
  return { settings, scheme, houseStyle, milestones, doc: documentFromJson(doc), pictures }
}

const firstError = (validate: { errors?: { instancePath: string; message?: string }[] | null }): string => {
  const error = validate.errors?.[0]
  return `${error?.instancePath.slice(1).replaceAll('/', ' › ') || 'the whole'} ${error?.message ?? 'is wrong'}`
}

/** A house style as a file of its own. */
export const houseStyleToJson = (houseStyle: HouseStyle): string =>
  `${JSON.stringify({ format: 'steady-ledger-house-style', version: currentVersion, houseStyle }, null, 1)}\n`

export function houseStyleFromJson(text: string): HouseStyle {
  let file: { format?: unknown; version?: unknown; houseStyle?: unknown }
  try {
    file = JSON.parse(text)
  } catch {
    throw new WorkFileError('This is not a house style: the file is not readable as JSON.')
  }
  if (file?.format !== 'steady-ledger-house-style')
    throw new WorkFileError('This is not a house style. Choose a file that was saved from the House style view.')
  if (Number(file.version) > currentVersion)
    throw new WorkFileError('The house style was written by a newer version of Steady Ledger. Update the program to load it.')
  const given = file.houseStyle as HouseStyle
  const style = reformed(() => {
    const second = Number(file.version) < 3 ? fromSecondVersion(given) : given
    return Number(file.version) < 4 ? fromThirdVersion(second) : second
  })
  if (!validateHouseStyle(style)) throw new WorkFileError(`The house style does not keep to its form: ${firstError(validateHouseStyle)}.`)
  const problem = pageProblem(style.page)
  if (problem) throw new WorkFileError(`The house style cannot be used: ${problem}`)
  return style
}

function parse(text: string): Record<string, unknown> {
  let file: unknown
  try {
    file = JSON.parse(text)
  } catch {
    throw new WorkFileError('The work’s file is damaged: it is not readable as JSON.')
  }
  if (typeof file !== 'object' || file === null || (file as WorkFile).format !== 'steady-ledger-work')
    throw new WorkFileError('This is not a work of Steady Ledger.')
  return file as Record<string, unknown>
}

function migrated(file: Record<string, unknown>): Record<string, unknown> {
  let current = file
  while (typeof current.version === 'number' && current.version < currentVersion) {
    const step = migrations[current.version]
    if (!step)
      throw new WorkFileError(`The work was written in version ${current.version} of its form, which this program cannot bring up to date.`)
    current = reformed(() => step(current))
  }
  if (Number(current.version) > currentVersion)
    throw new WorkFileError('The work was written by a newer version of Steady Ledger. Update the program to open it.')
  return current
}

/** A step from one version to the next, of a file that may not be what it says it is. */
function reformed<Made>(step: () => Made): Made {
  try {
    return step()
  } catch {
    throw new WorkFileError('The file does not keep to the form of its version, so it cannot be brought up to date.')
  }
}

interface NodeJson {
  type?: unknown
  attrs?: Record<string, unknown>
  content?: NodeJson[]
}

/** Items of lists had no ids before version 4: those that have none get one that nothing else has. */
function withItemIds(json: unknown): unknown {
  const taken = new Set<unknown>()
  let missing = false
  const look = (node: NodeJson): void => {
    if (node?.attrs?.id) taken.add(node.attrs.id)
    else if (node?.type === 'listItem') missing = true
    if (Array.isArray(node?.content)) node.content.forEach(look)
  }
  look(json as NodeJson)
  if (!missing) return json
  let count = 0
  const give = (node: NodeJson): NodeJson => {
    if (typeof node !== 'object' || node === null) return node
    const content = Array.isArray(node.content) ? { content: node.content.map(give) } : {}
    if (node.type !== 'listItem' || node.attrs?.id) return { ...node, ...content }
    do count++
    while (taken.has(`item-${count}`))
    return { ...node, attrs: { ...node.attrs, id: `item-${count}` }, ...content }
  }
  return give(json as NodeJson)
}

/** A document from its JSON: every node, attribute and id checked. */
export function documentFromJson(json: unknown): Node {
  let doc: Node
  try {
    doc = schema.nodeFromJSON(withItemIds(json))
    doc.check()
  } catch (error) {
    throw new WorkFileError(`The text of the work is damaged: ${(error as Error).message}.`)
  }
  if (doc.type !== schema.topNodeType) throw new WorkFileError('The text of the work is damaged: it does not begin with divisions.')
  const seen = new Set<string>()
  doc.descendants(node => {
    const id = node.attrs.id as string | undefined
    if (!id) return
    if (seen.has(id)) throw new WorkFileError(`The text of the work is damaged: two things carry the id “${id}”.`)
    seen.add(id)
  })
  return doc
}

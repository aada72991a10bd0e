/** The file of a work: `work.json`, brought up to date, each part checked against its definition and the text against its kinds. */
import { completed, problemWith } from '../definition.ts'
import { type HouseStyle, houseStyle as houseStylePart } from '../parts/houseStyle.ts'
import { type PartName, type Parts, partNames, parts, partsOf } from '../parts/index.ts'
import type { Part, WorkKind } from '../parts/part.ts'
import { registerNames } from '../registers/index.ts'
import type { Entries } from '../registers/register.ts'
import { type Node, schema } from '../schema.ts'
import type { Picture, Work } from '../work.ts'
import { currentVersion, migrated, migratedHouseStyle } from './migrations/index.ts'
import { Refusal } from './refusal.ts'

export { currentVersion }

/** A file that is not a work this program can open; the message says why, in plain words. Nothing was changed. */
export class WorkFileError extends Refusal {}

const format = 'steady-ledger-work'
const styleFormat = 'steady-ledger-house-style'

/** What a reader of the file calls a part: “houseStyle” is its house style. */
export const titleOf = (name: PartName): string => name.replace(/[A-Z]/g, letter => ` ${letter.toLowerCase()}`)

/** Entries by id, whatever the order in which they were made. */
const inOrder = (entries: Entries<unknown>): Entries<unknown> =>
  Object.fromEntries(Object.entries(entries).sort(([a], [b]) => (a < b ? -1 : 1)))

export function workToJson(work: Work): string {
  const file = {
    format,
    version: currentVersion,
    ...partsOf(work),
    ...Object.fromEntries(registerNames.map(name => [name, inOrder(work[name])])),
    pictures: [...work.pictures.keys()].sort(),
    doc: work.doc.toJSON(),
  }
  return `${JSON.stringify(file, null, 1)}\n`
}

export function workFromJson(text: string, pictures: Map<string, Picture>): Work {
  const file = parsed(text, format, 'The work’s file is damaged: it is not readable as JSON.', 'This is not a work of Steady Ledger.')
  return { ...workFromRecord(file), pictures }
}

/** Text and parts of a work of any version, from its file or from the browser's storage. */
export function workFromRecord(file: Record<string, unknown>): Omit<Work, 'pictures'> {
  const current = broughtUpToDate(file, 'The work')
  return { ...partsFrom(current), doc: documentFromJson(current.doc) }
}

/** Parts, and fields of parts, that a file does not know are as in an empty work: to add one needs no new version. */
function partsFrom(file: Record<string, unknown>): Parts {
  const { settings } = file as { settings?: { kind?: unknown } }
  const kind = settings?.kind === 'paper' ? 'paper' : 'thesis'
  return Object.fromEntries(partNames.map(name => [name, partFrom(file, name, kind)])) as unknown as Parts
}

/** One part of a file, checked against its definition. */
export function partFrom(file: Record<string, unknown>, name: PartName, kind: WorkKind): unknown {
  const part: Part<never> = parts[name] as never
  const empty = part.empty(kind)
  const value = file[name] === undefined ? empty : completed(part.definition, file[name], empty)
  refuseWrong(part, value, titleOf(name))
  return value
}

function refuseWrong<Value>(part: Part<Value>, value: unknown, title: string): void {
  const wrong = problemWith(part.definition, value)
  if (wrong) throw new WorkFileError(`The ${title} cannot be used: ${wrong.place.join(' › ') || 'it'} ${wrong.problem}.`)
  const problem = part.problem?.(value as Value)
  if (problem) throw new WorkFileError(`The ${title} cannot be used: ${problem.replace(/\.$/, '')}.`)
}

/** A house style as a file of its own. */
export const houseStyleToJson = (houseStyle: HouseStyle): string =>
  `${JSON.stringify({ format: styleFormat, version: currentVersion, houseStyle }, null, 1)}\n`

export function houseStyleFromJson(text: string): HouseStyle {
  const file = parsed(
    text,
    styleFormat,
    'This is not a house style: the file is not readable as JSON.',
    'This is not a house style. Choose a file that was saved from the House style view.',
  )
  refuseNewer(file, 'The house style')
  const { definition, empty } = houseStylePart
  const style = completed(
    definition,
    reformed(() => migratedHouseStyle(file.houseStyle, Number(file.version))),
    empty('thesis'),
  )
  refuseWrong(houseStylePart, style, 'house style')
  return style as HouseStyle
}

function parsed(text: string, expected: string, damaged: string, foreign: string): Record<string, unknown> {
  let file: unknown
  try {
    file = JSON.parse(text)
  } catch {
    throw new WorkFileError(damaged)
  }
  if (typeof file !== 'object' || file === null || (file as { format?: unknown }).format !== expected) throw new WorkFileError(foreign)
  return file as Record<string, unknown>
}

export function broughtUpToDate(file: Record<string, unknown>, what: string): Record<string, unknown> {
  refuseNewer(file, what)
  if (!Number.isInteger(file.version) || Number(file.version) < 1)
    throw new WorkFileError(
      `${what} was written in version ${String(file.version)} of its form, which this program cannot bring up to date.`,
    )
  return file.version === currentVersion ? file : reformed(() => migrated(file))
}

function refuseNewer({ version }: Record<string, unknown>, what: string): void {
  if (Number(version) > currentVersion)
    throw new WorkFileError(`${what} was written by a newer version of Steady Ledger. Update the program to open it.`)
}

/** A step from one version to the next, of a file that may not be what it says it is. */
function reformed<Made>(step: () => Made): Made {
  try {
    return step()
  } catch {
    throw new WorkFileError('The file does not keep to the form of its version, so it cannot be brought up to date.')
  }
}

/** Things within things that a text may hold: no reader of it runs out of room for them. A list within a list is two. */
const deepestNesting = 200

function refuseDeeper<Thing>(thing: Thing, within: (thing: Thing) => readonly Thing[], left = deepestNesting): void {
  if (left < 0)
    throw new WorkFileError(`Things lie within things more than ${deepestNesting} deep in the text. Lists that deep cannot be kept.`)
  for (const inner of within(thing)) refuseDeeper(inner, within, left - 1)
}

/** Whether what stands between two places of a document lies deeper than any text may: asked of an edit before it is made. */
export function liesTooDeep(doc: Node, from: number, to: number): boolean {
  const deeper = (node: Node, start: number, left: number): boolean => {
    if (left < 0) return true
    let at = start
    return node.children.some(child => {
      const place = at
      at += child.nodeSize
      return place < to && at > from && deeper(child, place + 1, left - 1)
    })
  }
  return deeper(doc, 0, deepestNesting)
}

/** What a node holds, in its JSON. */
function contentOf(json: unknown): readonly unknown[] {
  const { content } = (typeof json === 'object' && json ? json : {}) as { content?: unknown }
  return Array.isArray(content) ? content : []
}

/** What is saved can be opened again: asked of a division before it is kept. Throws where it could not be. */
export function refuseUnopenable(node: Node): void {
  node.check()
  refuseDeeper(node, ({ children }) => children, deepestNesting - 1)
}

/** A document from its JSON: every node, attribute and id checked. */
export function documentFromJson(json: unknown): Node {
  let doc: Node
  refuseDeeper(json, contentOf)
  try {
    doc = schema.nodeFromJSON(json)
    doc.check()
  } catch (error) {
    throw new WorkFileError(`The text of the work is damaged: ${(error as Error).message}.`)
  }
  if (doc.type !== schema.topNodeType) throw new WorkFileError('The text of the work is damaged: it does not begin with divisions.')
  const seen = new Set<string>()
  doc.descendants(node => {
    const { id } = node.attrs
    if (!id) return
    if (seen.has(id)) throw new WorkFileError(`The text of the work is damaged: two things carry the id “${id}”.`)
    seen.add(id)
  })
  return doc
}

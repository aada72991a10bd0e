/** The file of a work: `work.json`, checked against its schema and against the document's own rules, and brought up to date. */
import type { HouseStyle } from './houseStyle.ts'
import { type Node, schema } from './schema.ts'
import type { Scheme } from './scheme.ts'
import type { Picture, Settings, Work } from './work.ts'
import validate from './workFile.validate.js'

/** A file that is not a work this program can open; the message says why, in plain words. Nothing was changed. */
export class WorkFileError extends Error {}

export const currentVersion = 1

interface WorkFile {
  format: 'steady-ledger-work'
  version: number
  settings: Settings
  scheme: Scheme
  houseStyle: HouseStyle
  doc: unknown
  pictures: string[]
}

/** Steps from each schema version to the next, by the version they start from; a file is led through them in order. */
const migrations: Record<number, (file: Record<string, unknown>) => Record<string, unknown>> = {}

export function workToJson(work: Work): string {
  const file: WorkFile = {
    format: 'steady-ledger-work',
    version: currentVersion,
    settings: work.settings,
    scheme: work.scheme,
    houseStyle: work.houseStyle,
    pictures: [...work.pictures.keys()].sort(),
    doc: work.doc.toJSON(),
  }
  return `${JSON.stringify(file, null, 1)}\n`
}

export function workFromJson(text: string, pictures: Map<string, Picture>): Work {
  const file = migrated(parse(text))
  if (!validate(file)) {
    const error = (validate as unknown as { errors: { instancePath: string; message?: string }[] }).errors[0]
    throw new WorkFileError(
      `The work’s file does not keep to its form: ${error?.instancePath.slice(1).replaceAll('/', ' › ') || 'the whole'} ${error?.message ?? 'is wrong'}.`,
    )
  }
  const { settings, scheme, houseStyle, doc } = file as unknown as WorkFile
  return { settings, scheme, houseStyle, doc: documentFromJson(doc), pictures }
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
    current = step(current)
  }
  if (Number(current.version) > currentVersion)
    throw new WorkFileError('The work was written by a newer version of Steady Ledger. Update the program to open it.')
  return current
}

/** A document from its JSON: every node, attribute and id checked. */
export function documentFromJson(json: unknown): Node {
  let doc: Node
  try {
    doc = schema.nodeFromJSON(json)
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

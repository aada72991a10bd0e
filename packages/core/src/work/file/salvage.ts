/** What can be read of a bundle that cannot be opened: every file, part and division by itself, and a list of what is missing. */
import { strFromU8 } from 'fflate'
import { type PartName, type Parts, partNames, parts } from '../parts/index.ts'
import type { Part } from '../parts/part.ts'
import { type Node, schema } from '../schema.ts'
import type { Picture, Work } from '../work.ts'
import { type FoundFile, foundFiles } from './archive.ts'
import { BundleBounds, largestBundle, pictureNameOf } from './bundle.ts'
import { readEnclosed } from './enclosed.ts'
import { broughtUpToDate, documentFromJson, partFrom, titleOf as titleOfPart } from './workFile.ts'

export interface Salvage {
  work: Work
  /** What is not there or may not be as it was, each as a clause: “the picture a.svg”. */
  missing: string[]
}

/** Null where nothing of a text can be read. Nothing is opened that a whole bundle might not hold. */
export function salvage(bytes: Uint8Array): Salvage | null {
  if (bytes.length > largestBundle) return null
  const missing: string[] = []
  const files = withinBounds(foundFiles(bytes), missing)
  const file = recordIn(files, missing)
  if (!file) return null
  const doc = documentIn(file, missing)
  if (!doc) return null
  return { work: { ...partsIn(file, missing), doc, pictures: picturesIn(files, file, missing) }, missing }
}

function withinBounds(files: readonly FoundFile[], missing: string[]): Map<string, FoundFile> {
  const bounds = new BundleBounds()
  const taken = new Map<string, FoundFile>()
  for (const file of files)
    try {
      bounds.take(file.name, file.content.length)
      if (!taken.has(file.name)) taken.set(file.name, file)
    } catch {
      missing.push('a file that does not belong in a bundle')
    }
  return taken
}

function recordIn(files: ReadonlyMap<string, FoundFile>, missing: string[]): Record<string, unknown> | null {
  const found = files.get('work.json')
  if (!found) return null
  if (!found.whole) missing.push('parts of the text, which may not be as they were')
  try {
    const file: unknown = JSON.parse(strFromU8(found.content))
    return typeof file === 'object' && file !== null ? broughtUpToDate(file as Record<string, unknown>, 'The work') : null
  } catch {
    return null
  }
}

/** The value where it can be used, else null. */
function tried<Value>(read: () => Value): Value | null {
  try {
    return read()
  } catch {
    return null
  }
}

function partsIn(file: Record<string, unknown>, missing: string[]): Parts {
  const kind = (file.settings as { kind?: unknown } | undefined)?.kind === 'paper' ? 'paper' : 'thesis'
  const valueOf = (name: PartName): unknown => {
    const value = tried(() => partFrom(file, name, kind))
    if (value !== null) return value
    missing.push(`the ${titleOfPart(name)}`)
    const part: Part<unknown> = parts[name]
    return part.empty(kind)
  }
  return Object.fromEntries(partNames.map(name => [name, valueOf(name)])) as unknown as Parts
}

function documentIn(file: Record<string, unknown>, missing: string[]): Node | null {
  const { content } = (typeof file.doc === 'object' && file.doc ? file.doc : {}) as { content?: unknown }
  if (!Array.isArray(content)) return null
  const taken: Node[] = []
  const ids = new Set<string>()
  let lost = 0
  for (const json of content) {
    const one = tried(() => documentFromJson({ type: 'doc', content: [json] }))?.firstChild
    const own = one ? idsIn(one) : []
    if (one && !own.some(id => ids.has(id))) {
      taken.push(one)
      for (const id of own) ids.add(id)
    } else lost++
  }
  if (taken.length === 0) return null
  if (lost) missing.push(lost === 1 ? 'a division that cannot be read' : `${lost} divisions that cannot be read`)
  return schema.nodes.doc?.create(null, taken) ?? null
}

function idsIn(node: Node): string[] {
  const ids: string[] = node.attrs.id ? [node.attrs.id] : []
  node.descendants(child => {
    if (child.attrs.id) ids.push(child.attrs.id)
  })
  return ids
}

function picturesIn(files: ReadonlyMap<string, FoundFile>, file: Record<string, unknown>, missing: string[]): Map<string, Picture> {
  const pictures = new Map<string, Picture>()
  for (const [path, { content, whole }] of files) {
    const name = pictureNameOf(path)
    const picture = name && whole ? tried(() => readEnclosed(name, content)) : null
    if (name && picture) pictures.set(name, picture)
  }
  const named = Array.isArray(file.pictures) ? file.pictures.filter(name => typeof name === 'string') : []
  for (const name of named) if (!pictures.has(name)) missing.push(`the picture “${name}”`)
  return pictures
}

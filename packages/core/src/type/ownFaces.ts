/** Faces of the author's own, in place of those that ship and beside them. */
import { faceNames, type HouseStyle } from '../work/parts/houseStyle.ts'
import type { Work } from '../work/work.ts'
import type { FontFiles, OwnFallback } from './fonts.ts'

/** The files that a work is set in: those given, and over them what it brings itself. A file that is not there leaves the given one. */
export function withOwnFaces(files: FontFiles, { houseStyle, pictures }: Pick<Work, 'houseStyle' | 'pictures'>): FontFiles {
  const { own } = houseStyle.families
  const bytesOf = (name: string): Uint8Array | undefined => {
    const bytes = pictures.get(name)?.bytes
    return bytes?.length ? bytes : undefined
  }
  const all = { ...files }
  for (const name of faceNames) all[name] = bytesOf(own[name]) ?? files[name]
  own.others.forEach((name, index) => {
    const bytes = bytesOf(name)
    if (bytes) all[`own${index}` as OwnFallback] = bytes
  })
  return all
}

/** Whether any face of a house style is a file of the author’s. */
export const namesOwnFaces = ({ own }: HouseStyle['families']): boolean => own.others.length > 0 || faceNames.some(name => own[name])

/** The files that a house style names and the work does not have. */
export function missingFaces({ houseStyle, pictures }: Pick<Work, 'houseStyle' | 'pictures'>): string[] {
  const { others, ...own } = houseStyle.families.own
  return [...new Set([...Object.values(own), ...others])].filter(name => name && !pictures.has(name))
}

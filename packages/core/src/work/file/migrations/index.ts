/** Steps from each version of the file to the next: one file a version, none of which is ever changed again. */
import { from1, houseStyleFrom1 } from './1.ts'
import { from2, houseStyleFrom2 } from './2.ts'
import { from3, houseStyleFrom3 } from './3.ts'
import { from4, houseStyleFrom4 } from './4.ts'
import { from5, houseStyleFrom5 } from './5.ts'
import { from6, houseStyleFrom6 } from './6.ts'
import { from7, houseStyleFrom7 } from './7.ts'
import { from8 } from './8.ts'
import { from9 } from './9.ts'

type FileJson = Record<string, unknown>
export const currentVersion = 10

const steps: Record<number, (file: FileJson) => FileJson> = {
  1: from1,
  2: from2,
  3: from3,
  4: from4,
  5: from5,
  6: from6,
  7: from7,
  8: from8,
  9: from9,
}

/** A file of an earlier version, led through every step up to the current one. Throws where it is not what its version says. */
export function migrated(file: FileJson): FileJson {
  let current = file
  for (let version = Number(file.version); version < currentVersion; version++) {
    const step = steps[version]
    if (!step) throw new RangeError(`There is no way from version ${version}.`)
    current = step(current)
  }
  return current
}

/** The house style alone, which is a file of its own as well. */
export function migratedHouseStyle(houseStyle: unknown, version: number): unknown {
  let current = houseStyle
  if (version < 2) current = houseStyleFrom1(current as Parameters<typeof houseStyleFrom1>[0])
  if (version < 3) current = houseStyleFrom2(current as Parameters<typeof houseStyleFrom2>[0])
  if (version < 4) current = houseStyleFrom3(current as Parameters<typeof houseStyleFrom3>[0])
  if (version < 5) current = houseStyleFrom4(current as object)
  if (version < 6) current = houseStyleFrom5(current as object)
  if (version < 7) current = houseStyleFrom6(current as object)
  if (version < 8) current = houseStyleFrom7(current as object)
  return current
}

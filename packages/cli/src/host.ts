/** What the core asks of its host, for Node: font files from the packages that ship with the program. */
import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { type FontFiles, fontPackages } from '@steady-ledger/core/type/fonts.ts'
import type { FaceName } from '@steady-ledger/core/work/parts/houseStyle.ts'

const require = createRequire(import.meta.url)

export function readFonts(): FontFiles {
  const names = Object.keys(fontPackages) as FaceName[]
  return Object.fromEntries(names.map(name => [name, new Uint8Array(readFileSync(require.resolve(fontPackages[name])))])) as FontFiles
}

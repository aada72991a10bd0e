/** What the core asks of its host, for Node: font files from the packages that ship with the program. */
import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import type { Subsetter } from '@steady-ledger/core/dispatch/html/cutFace.ts'
import type { MathFaceParts } from '@steady-ledger/core/dispatch/html/mathFace.ts'
import type { Families } from '@steady-ledger/core/type/families.ts'
import { type FontFiles, fallbackPackages, fontPackages } from '@steady-ledger/core/type/fonts.ts'

const require = createRequire(import.meta.url)

/** The faces that a house style's families have, and those for signs that they lack. */
export function readFonts(families?: Families): FontFiles {
  const packages = Object.entries({ ...fontPackages(families), ...fallbackPackages })
  return Object.fromEntries(
    packages.map(([name, file]) => [name, new Uint8Array(readFileSync(require.resolve(file)))]),
  ) as unknown as FontFiles
}

/** The program that draws drawings in dots. */
export const readDrawingProgram = async (): Promise<Uint8Array> =>
  new Uint8Array(readFileSync(require.resolve('@resvg/resvg-wasm/index_bg.wasm')))

let mathFace: Promise<MathFaceParts> | null = null

/** The face of formulas, and the program that cuts it to the signs of a work. To begin that takes longer than what it does. */
export const readMathFace = (): Promise<MathFaceParts> =>
  (mathFace ??= WebAssembly.instantiate(readFileSync(require.resolve('harfbuzzjs/dist/harfbuzz-subset.wasm'))).then(({ instance }) => ({
    face: new Uint8Array(readFileSync(require.resolve('@fontsource/stix-two-math/files/stix-two-math-latin-400-normal.woff2'))),
    subsetter: instance.exports as unknown as Subsetter,
  })))

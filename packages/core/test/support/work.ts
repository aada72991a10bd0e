/** Works and engines for tests. Fonts and formulas are shared: opening them is the slow part. */

import { div, identified } from '../../../../demo/src/builder.ts'
import { demoWorks } from '../../../../demo/src/index.ts'
import { readFonts } from '../../../cli/src/host.ts'
import { createTypesetter } from '../../src/formulas/converter.ts'
import { dividedLanguages, readPatterns } from '../../src/languages/patterns.ts'
import { type Turnover, TurnoverEngine } from '../../src/turnover/turnover.ts'
import { type Fonts, openFonts } from '../../src/type/fonts.ts'
import { emptyParts } from '../../src/work/parts/index.ts'
import { type Scheme, thesisScheme } from '../../src/work/parts/scheme.ts'
import type { Node } from '../../src/work/schema.ts'
import type { Picture, Work } from '../../src/work/work.ts'

// Pages are made in one go here: all that words may be divided by is there before.
await readPatterns(dividedLanguages)

export const fonts: Fonts = openFonts(readFonts())
export const formulas = createTypesetter()
export const newEngine = (): TurnoverEngine => new TurnoverEngine(fonts, formulas)

const turnovers = new Map<string, Promise<Turnover>>()

/** A demo work turned over, once for all tests of a thread: none of them changes it. */
export function demoTurnover(name: keyof typeof demoWorks): Promise<Turnover> {
  let made = turnovers.get(name)
  if (!made) turnovers.set(name, (made = demoWorks[name]().then(work => newEngine().run(work))))
  return made
}

export function workOf(divisions: Node[], more: Partial<Work> = {}): Work {
  return {
    ...emptyParts('thesis'),
    doc: identified(divisions, 't'),
    pictures: new Map<string, Picture>(),
    ...more,
  }
}
export const paperOf = (divisions: Node[]): Work => workOf(divisions, emptyParts('paper'))
export const chapter = (label: string, title: string, ...blocks: (Node | Node[])[]): Node =>
  div({ role: 'chapter', label }, title, ...blocks)

/** The id that carries a label. */
export function idOf(work: Work, label: string): string {
  let id = ''
  work.doc.descendants(node => {
    if (node.attrs.label === label) id = node.attrs.id
  })
  if (!id) throw new Error(`Nothing carries “${label}”.`)
  return id
}

export function changedScheme(change: (scheme: Scheme) => void, base: Scheme = thesisScheme()): Scheme {
  change(base)
  return base
}

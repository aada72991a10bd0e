/** Signs of a work that the faces of house styles lack: only for those the other faces have to be there. */
import type { Node } from 'prosemirror-model'
import type { FaceName } from '../work/parts/houseStyle.ts'
import type { Work } from '../work/work.ts'
import { type Fonts, fontPackages } from './fonts.ts'

/** Signs beyond those that every face has. */
const unusual = /[^\u0020-\u017f\u2010-\u2026\n]/gu

const signsOf = (text: string): Set<string> => new Set(text.match(unusual))

const ofDivisions = new WeakMap<Node, Set<string>>()
const ofRegisters = new WeakMap<object, Set<string>>()
function kept<Key extends object>(all: WeakMap<Key, Set<string>>, key: Key, textOf: (key: Key) => string): Set<string> {
  let found = all.get(key)
  if (!found) all.set(key, (found = signsOf(textOf(key))))
  return found
}

/** Whether a face lacks a sign that stands in the text of a work, or in what is printed of its registers. */
export function lacksSigns({ doc, abbreviations, sources, terms, settings, scheme }: Work, fonts: Fonts): boolean {
  const signs = [
    ...doc.children.map(division => kept(ofDivisions, division, ({ textContent }) => textContent)),
    ...[abbreviations, sources, terms, settings, scheme].map(part => kept(ofRegisters, part, JSON.stringify)),
  ]
  const all = new Set(signs.flatMap(found => [...found]))
  const faces = (Object.keys(fontPackages) as FaceName[]).map(name => fonts[name])
  return [...all].some(sign => faces.some(face => face.shape(sign).incomplete))
}

/** Signs of a work that the faces of house styles lack: only for those the other faces have to be there. */
import type { Node } from 'prosemirror-model'
import { faceNames } from '../work/parts/houseStyle.ts'
import type { Work } from '../work/work.ts'
import type { Fonts } from './fonts.ts'

/** Signs beyond those that every face has. */
const unusual = /[^\u0020-\u017f\u2010-\u2026\n]/gu

const signsOf = (text: string): Set<string> => new Set(text.match(unusual))

const ofDivisions = new WeakMap<Node, Set<string>>()
const ofParts = new WeakMap<object, Set<string>>()
function kept<Key extends object>(all: WeakMap<Key, Set<string>>, key: Key, textOf: (key: Key) => string): Set<string> {
  let found = all.get(key)
  if (!found) all.set(key, (found = signsOf(textOf(key))))
  return found
}

/** Whether a face lacks a sign that stands in the text of a work, or in what is printed of its registers. */
export function lacksSigns({ doc, abbreviations, sources, terms, settings, scheme }: Work, fonts: Fonts): boolean {
  const all = new Set<string>()
  const add = (signs: ReadonlySet<string>): void => {
    for (const sign of signs) all.add(sign)
  }
  for (const division of doc.children) add(kept(ofDivisions, division, ({ textContent }) => textContent))
  // An edit of one entry of thousands costs that one.
  for (const part of [settings, scheme, ...[abbreviations, sources, terms].flatMap(register => Object.values<object>(register))])
    add(kept(ofParts, part, JSON.stringify))
  const faces = faceNames.map(name => fonts[name])
  return [...all].some(sign => faces.some(face => face.shape(sign).incomplete))
}

/** Signs of a work that the faces of house styles lack: only for those the other faces have to be there. */
import type { Node } from 'prosemirror-model'
import { faceNames } from '../work/parts/houseStyle.ts'
import type { Work } from '../work/work.ts'
import type { FallbackName, Fonts } from './fonts.ts'

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

/** Which faces may have the signs of a script that others lack; what is of none of these may be in one of the last. */
const byScript: readonly [RegExp, readonly FallbackName[]][] = [
  [/\p{Script=Hebrew}/u, ['hebrew', 'hebrewBold']],
  [/\p{Script=Arabic}/u, ['arabic', 'arabicBold']],
  [/\p{Script=Thai}/u, ['thai', 'thaiBold']],
  [/\p{Emoji_Presentation}|\p{Emoji_Modifier}|[\u{1f000}-\u{1faff}]/u, ['emoji']],
]
const ofOthers: readonly FallbackName[] = ['signs', 'signsItalic', 'signsBold', 'signsBoldItalic', 'mathematics', 'emoji']

/** The faces that are wanted beside those that are open, for signs in the text of a work or in what is printed of its registers. */
export function facesWanted({ doc, abbreviations, sources, terms, settings, scheme }: Work, fonts: Fonts): ReadonlySet<FallbackName> {
  const all = new Set<string>()
  const add = (signs: ReadonlySet<string>): void => {
    for (const sign of signs) all.add(sign)
  }
  for (const division of doc.children) add(kept(ofDivisions, division, ({ textContent }) => textContent))
  // An edit of one entry of thousands costs that one.
  for (const part of [settings, scheme, ...[abbreviations, sources, terms].flatMap(register => Object.values<object>(register))])
    add(kept(ofParts, part, JSON.stringify))
  const faces = faceNames.map(name => fonts[name])
  const wanted = new Set<FallbackName>()
  for (const sign of all)
    if (faces.some(face => face.shape(sign).incomplete)) {
      const names = byScript.find(([script]) => script.test(sign))?.[1] ?? ofOthers
      for (const name of names) if (!fonts[name]) wanted.add(name)
    }
  return wanted
}

/** What stands before the words of a caption, a panel, a statement, a proof. */
import { capital } from '../languages/capital.ts'
import type { Words } from '../languages/language.ts'
import type { Entry } from '../numbers/ledger.ts'
import type { SeriesRule } from '../work/parts/scheme.ts'
import { joiner, type Piece } from './pieces.ts'

/** What captions call an entry, with a capital whatever sentences do. */
const captionName = (entry: Pick<Entry, 'names'>, rule: Pick<SeriesRule, 'captionName'>): string =>
  rule.captionName || capital(entry.names.one)

/** “Figure 3.4. ”; without the separator where no words follow, and nothing where there is no number. */
export function captionHead(entry: Entry | undefined, rule: SeriesRule, hasWords: boolean): Piece[] {
  if (!entry?.number) return []
  const text = `${captionName(entry, rule)}${joiner}${entry.number}${hasWords ? rule.captionSeparator : ''}`
  return [{ text, marks: ['strong'] }]
}

/** “Table 3.1, continued”. */
export const continuedHead = (entry: Entry | undefined, rule: SeriesRule, words: Words): Piece[] =>
  entry?.number ? [{ text: `${captionName(entry, rule)}${joiner}${entry.number}, ${words.continued}`, marks: ['strong'] }] : []

/** “(b)”, the sign of a panel. */
export const panelHead = (entry: Entry | undefined, hasWords: boolean): Piece[] =>
  entry?.number ? [{ text: hasWords ? `${entry.own}${joiner}` : entry.own }] : []

/** “Theorem 4.1 (of the basins). ”: the name in brackets as it is written. */
export function statementHead(entry: Entry | undefined, rule: SeriesRule, name: readonly Piece[]): Piece[] {
  const head = captionName({ names: rule.names }, rule) + (entry?.number ? `${joiner}${entry.number}` : '')
  if (name.length === 0) return [{ text: `${head}. `, marks: ['strong'] }]
  return [
    { text: `${head} `, marks: ['strong'] },
    { text: '(' },
    ...name.map(piece => ({ ...piece, authored: true as const })),
    { text: '). ' },
  ]
}

/** “Proof. ” */
export const proofHead = (words: Words): Piece[] => [{ text: `${words.proof}. `, marks: ['emphasis'] }]

/** “Keywords: ” and the keywords. */
export const keywordsLine = (keywords: readonly string[], words: Words): Piece[] => [
  { text: `${words.keywords} `, marks: ['strong'] },
  { text: keywords.join(', ') },
]

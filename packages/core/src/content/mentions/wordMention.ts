/** What a mention prints, from its entry and its standing. */
import { capital } from '../../languages/capital.ts'
import type { Words } from '../../languages/language.ts'
import { attributesOf } from '../../work/kinds/index.ts'
import type { Node } from '../../work/schema.ts'
import { lostPiece, type Piece } from '../pieces.ts'
import { opensSentence } from '../references/sentences.ts'
import { fullForm, shortPieces } from './forms.ts'
import type { Mentions, Said } from './standing.ts'

export interface MentionContext {
  mentions: Mentions
  language: string
  words: Words
}

/** An entry that has no full form is short everywhere, and one that has no short form is written out. */
export function wordMention(node: Node, occurrence: string, { mentions, language, words }: MentionContext): Piece[] {
  const { entry: id, form, plural, was } = attributesOf(node, 'mention')
  const entry = Object.hasOwn(mentions.entries, id) ? mentions.entries[id] : undefined
  if (!entry) return [lostPiece(was, words)]
  const standing = mentions.byPlace.get(occurrence)
  const asked: Said = standing?.said ?? (form === 'auto' ? 'short' : form)
  const hasShort = Boolean(entry.short || entry.formula)
  const said = !entry.full ? 'short' : !hasShort ? 'full' : asked
  const short = shortPieces(entry, plural, language)
  const full = entry.full ? fullForm(entry, plural, language) : ''
  if (said === 'short') return full ? short.map(piece => (piece.formula === undefined ? { ...piece, expansion: full } : piece)) : short
  const own = entry.language && entry.language !== language ? { language: entry.language } : {}
  const opens = standing !== undefined && opensSentence(standing.before, words)
  const written: Piece = { text: opens ? capital(full, entry.language ?? language) : full, authored: true, ...own }
  return said === 'full' ? [written] : [written, { text: ' (' }, ...short, { text: ')' }]
}

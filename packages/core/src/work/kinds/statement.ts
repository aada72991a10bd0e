/** Statements, their names and their proofs. */
import { ruleKey } from '../definition.ts'
import { blockKind, innerKind } from './kind.ts'
import { identified, kept, labelled, numbered } from './shared.ts'

const stated = 'paragraph (paragraph | equation | equationGroup | bulletedList | numberedList)*'

/** A theorem, lemma, definition …: an entry of the series it names, with or without a name of its own. */
export const statement = blockKind('statement', {
  content: `statementName? ${stated}`,
  attributes: { ...labelled, ...kept, series: ruleKey('theorem'), ...numbered },
  traits: { numbering: 'statement' },
  markup: { tag: 'div' },
  editing: { defining: true },
})

export const statementName = innerKind('statementName', {
  content: 'text*',
  markup: { tag: 'p' },
  editing: { marks: '', defining: true },
})

/** What is proved, in place of the word for a proof alone: “Proof of Theorem 2.1.3”, the number a living reference. */
export const proofName = innerKind('proofName', {
  content: '(text | reference | mention | formula | indexMark)*',
  markup: { tag: 'p' },
  editing: { defining: true },
})

export const proof = blockKind('proof', {
  content: `proofName? ${stated}`,
  attributes: { ...identified, ...kept },
  markup: { tag: 'div' },
  editing: { defining: true },
})

/** Attributes that several kinds have. */
import { flag, id, oneOf, orNone, ruleKey, whole, words } from '../definition.ts'

export const identified = { id: id() }
/** What can be referred to. */
export const labelled = { ...identified, label: words({ most: 200 }) }

/** What an author may ask of page make-up for any block: that no page turn parts it, or it from what follows. */
export const kept = { keepTogether: flag(false), keepWithNext: flag(false) }

/** Where a figure or table may stand: where it is or at the head of a later page, held here, at a head, at a foot, alone on a page, turned on one. */
export const placements = ['auto', 'here', 'head', 'foot', 'page', 'turned'] as const
export type Placement = (typeof placements)[number]

/** `allColumns`: it stands over all columns of its page, where the text has more than one. */
export const floating = { placement: oneOf(placements, 'auto'), allColumns: flag(false) }
export const numbered = { numbered: flag(true) }

/** What has a caption and draws from a series; empty for the series of its kind. */
export const captioned = { ...labelled, ...kept, ...floating, ...numbered, series: ruleKey() }

export const alignments = ['left', 'centre', 'right'] as const
export const aligned = { align: orNone(oneOf(alignments, 'left')) }

/** The number that a heading or list starts again at, against its rule; null where it follows the rule. */
export const restarted = { startAt: orNone(whole({ from: 0, to: 100_000 })) }

/** The line of its page that it stands on, from 1; 0 for where the text comes to it. */
export const pinned = { pin: whole({ from: 0, to: 200 }) }

/** What a picture shows, for readers who cannot see it. */
export const described = { alternative: words({ most: 10_000 }) }

/** A formula in the notation that mathematical libraries exchange. */
export const holdsFormula = { formula: words({ most: 200_000 }) }

/** What a division holds that draws, or could draw, a number. The engine of numbers sees only a list of these. */
import { isKind, type KindName } from '../work/kinds/index.ts'
import type { RuleSet } from '../work/parts/scheme.ts'
import type { Node } from '../work/schema.ts'

interface Item {
  id: string
  /** Kind of block in the document: figure, heading, note, division … */
  block: KindName
  numbered: boolean
  label: string
  /** The node whose text names it: a title, heading, caption, equation or note. */
  text: Node | null
}

/** A heading, or the title of a division. */
export interface HeadingItem extends Item {
  kind: 'heading'
  /** 0 for the title of a part, 1 for that of another division, 2 to 9 inside it. */
  level: number
  rules: RuleSet
  /** The number it starts again at, against the rule; null where it follows the rule. */
  startAt: number | null
  /** Whether the contents have it; null for what is usual in its matter. */
  listed: boolean | null
  /** Its words in contents and running heads; empty for all of them. */
  shortTitle: string
}

/** An entry of a series. */
export interface SeriesItem extends Item {
  kind: 'series'
  series: string
  shortText: Node | null
  /** What its author put in the place of a number; empty for a number. */
  tag: string
}

/** A panel of a figure or table, or a line of a group of equations. */
export interface MemberItem extends Item {
  kind: 'member'
  /** The entry it belongs to. */
  partOf: string
}

export interface NoteItem extends Item {
  kind: 'note'
  /** Of the second kind of notes of the work. */
  other: boolean
}

export interface ListItemItem extends Item {
  kind: 'listItem'
  /** The key of the look of its list. */
  look: string
  /** How many numbered lists it stands in, from 1. */
  depth: number
  /** The list it stands in, whether its first item counts on from the list before it, and what it starts at against its look. */
  list: { id: string; continued: boolean; startAt: number | null }
  /** The item of a numbered list that it stands in; empty for none. */
  partOf: string
}

/** A paragraph that carries a label and no number. */
export interface PlaceItem extends Item {
  kind: 'place'
}

export type NumberedItem = HeadingItem | SeriesItem | MemberItem | NoteItem | ListItemItem | PlaceItem
export type ItemKind = NumberedItem['kind']

/** Whether what names an item is a formula and not words. */
export const saysFormula = ({ text }: NumberedItem): boolean => text !== null && isKind(text, 'equation')

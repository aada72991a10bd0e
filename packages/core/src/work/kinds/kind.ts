/**
 * Kinds: what is true of a block, an inline thing or a mark before anybody numbers, says, sets or draws it. The schema of the document,
 * the clipboard form and the checks of the reader are made from them.
 */
import type { Node, NodeSpec, NodeType } from 'prosemirror-model'
import { keeps, mustBe, type Static, type TSchema } from '../definition.ts'

/** The attributes of a kind, each with its bounds and usual value. */
export type Attributes = Readonly<Record<string, TSchema>>
export type ValuesOf<Own extends Attributes> = { readonly [Name in keyof Own]: Static<Own[Name]> }

/** How something is numbered, if it is. */
export type Numbering =
  | 'none'
  /** A heading or the title of a division, by the rule of its level. */
  | 'heading'
  /** An entry of a series, named by its first child, the caption. */
  | 'caption'
  /** An entry of a series, named by what it says. */
  | 'formula'
  | 'formulaGroup'
  | 'statement'
  /** A part of an entry. */
  | 'panel'
  | 'listItem'
  | 'note'
  /** Without a number, and referred to by its page where it carries a label. */
  | 'place'

/** What follows from being of a kind. */
export interface Traits {
  numbering: Numbering
  /** The series that it draws from, unless its author chose another; empty where it draws from none. */
  series: string
  /** May move to the head of a page, as figures do. */
  floats: boolean
  /** Shows a picture. */
  picture: boolean
  /** Its text stands beside the flow, at a mark of its own. */
  aside: boolean
  /** What it says is written by the program, from more than its own nodes. */
  generated: boolean
  /** Stands in a line, and what it says there is found from its place and the rest of the work. */
  worded: boolean
  /** How it is offered to those who add to a work, “a listing”; empty where that takes more than an empty one, and has a command of its own. */
  offered: string
}
/** Of what has none. */
export const plainTraits: Traits = {
  numbering: 'none',
  series: '',
  floats: false,
  picture: false,
  aside: false,
  generated: false,
  worded: false,
  offered: '',
}

/** How a kind goes to the clipboard, and is drawn where nothing else draws it. */
export interface Markup {
  tag: string
  /** Written by other programs as well: taken without our mark on it. */
  common?: boolean
  /** Other elements that are taken as it. */
  also?: readonly string[]
  /** Attributes that other programs write, for those who draw by style sheet as well. */
  shown?(attributes: Record<string, unknown>): Record<string, string>
  /** Attributes as other programs write them. */
  read?(element: HtmlElement): Record<string, unknown>
  /** An element between the tag and the content. */
  inner?: string
}

/** What is asked of an element of the clipboard. */
export interface HtmlElement {
  readonly nodeName: string
  getAttribute(name: string): string | null
}

export interface Kind<Name extends string, Group extends string, Own extends Attributes> {
  readonly name: Name
  readonly group: Group
  readonly attributes: Own
  readonly traits: Traits
  readonly spec: NodeSpec
}

interface Definition<Own extends Attributes> {
  content?: string
  attributes?: Own
  traits?: Partial<Traits>
  markup?: Markup
  /** What else the editor is told: isolating, defining, atom … */
  editing?: Partial<NodeSpec>
}

const kind =
  <const Group extends 'block' | 'inline' | 'inner'>(group: Group) =>
  <const Name extends string, Own extends Attributes = Record<never, never>>(
    name: Name,
    { content = '', attributes = {} as Own, traits = {}, markup, editing = {} }: Definition<Own>,
  ): Kind<Name, Group, Own> => ({
    name,
    group,
    attributes,
    traits: { ...plainTraits, ...traits },
    spec: {
      content,
      ...(group === 'inner' ? {} : { group }),
      ...(group === 'inline' ? { inline: true } : {}),
      attrs: Object.fromEntries(
        Object.entries(attributes).map(([key, schema]) => [
          key,
          { default: schema.default, validate: (value: unknown) => refuse(name, key, schema, value) },
        ]),
      ),
      ...(markup ? markupOf(name, attributes, markup, !content) : {}),
      ...editing,
    },
  })

/** Stands among the blocks of a division. */
export const blockKind = kind('block')
/** Stands in a line of text. */
export const inlineKind = kind('inline')
/** A piece of a block: a caption, an item, a cell. */
export const innerKind = kind('inner')

/** An attribute out of its bounds, told in one sentence. */
function refuse(kind: string, name: string, schema: TSchema, value: unknown): void {
  if (!keeps(schema, value)) throw new RangeError(`the ${name} of a ${kind} ${mustBe(schema)}`)
}

/**
 * Attributes that are not the usual ones stand as JSON beside the tag. On the way back only those that the kind knows, within their
 * bounds, are taken; anything else is as usual.
 */
function markupOf(name: string, own: Attributes, markup: Markup, leaf: boolean): Partial<NodeSpec> {
  const { tag, common = false, also = [], shown, read, inner } = markup
  const getAttrs = (element: unknown): Record<string, unknown> => attributesOf(element as HtmlElement, own, read)
  const rule = common ? { tag } : { tag: `${tag}[data-kind="${name}"]`, priority: 70 }
  return {
    toDOM: node => {
      const unusual = Object.entries(node.attrs).filter(([key, value]) => JSON.stringify(value) !== JSON.stringify(own[key]?.default))
      const written = {
        ...(common ? {} : { 'data-kind': name }),
        ...(unusual.length ? { 'data-attributes': JSON.stringify(Object.fromEntries(unusual)) } : {}),
        ...shown?.(node.attrs),
      }
      return leaf ? [tag, written] : [tag, written, inner ? [inner, 0] : 0]
    },
    parseDOM: [rule, ...also.map(other => ({ tag: other }))].map(found => ({ ...found, ...(Object.keys(own).length ? { getAttrs } : {}) })),
  }
}

function attributesOf(element: HtmlElement, own: Attributes, read: Markup['read']): Record<string, unknown> {
  const given = { ...read?.(element), ...carried(element) }
  return Object.fromEntries(Object.entries(own).flatMap(([name, schema]) => (keeps(schema, given[name]) ? [[name, given[name]]] : [])))
}

function carried(element: HtmlElement): Record<string, unknown> {
  try {
    const given: unknown = JSON.parse(element.getAttribute('data-attributes') ?? '{}')
    return typeof given === 'object' && given !== null ? (given as Record<string, unknown>) : {}
  } catch {
    return {}
  }
}

/** A node of a kind, with its attributes as they are defined. */
export type NodeOf<Name extends string, Own extends Attributes> = Omit<Node, 'attrs' | 'type'> & {
  readonly attrs: ValuesOf<Own>
  readonly type: NodeType & { readonly name: Name }
}

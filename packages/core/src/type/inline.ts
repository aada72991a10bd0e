/** The inline content of a text block as styled runs: what is set, in which face, and where it leads. */
import type { Node } from 'prosemirror-model'
import type { FormulaBox, FormulaTypesetter } from '../formulas/typesetter.ts'
import { type ReferencePart, referenceText } from '../references/wordReference.ts'
import type { FaceName, TextStyle } from '../work/houseStyle.ts'
import { faceWith } from './faces.ts'

/** Where a piece of text leads: an entry of the work, an address outside, or a note. */
export type Lead = { entry: string } | { address: string } | { note: string }

export interface Run {
  text: string
  face: FaceName
  /** Type size in points. */
  size: number
  /** Height above the baseline in points; negative is below. */
  rise: number
  lead: Lead | null
  /** A formula stands here; `text` is then one placeholder letter. */
  formula: FormulaBox | null
  source: string
  /** The note whose mark this is. */
  note: string
  /** Words may be hyphenated. */
  divisible: boolean
  /** Something that must be mended: a lost target, a formula that cannot be set. */
  marked: boolean
  /** Other texts that the place of this one must have room for: the widest of all decides its width. */
  reserve?: string[]
  /** OpenType features: small capitals, old-style figures. */
  features?: string
  /** The reference that this says, where what it says depends on the page it stands on. */
  anchor?: Node
  /** A line ends in it at spaces only: numbers and ranges that references say are not torn apart. */
  whole?: true
  /** BCP 47 tag of words in another language than the work's. */
  language?: string
}

/** What inline content needs to know of the rest of the work. */
export interface InlineContext {
  formulas: FormulaTypesetter
  wordingOf(reference: Node): ReferencePart[]
  /** What a reference said in rounds that did not settle: its place is as wide as the widest, whatever it says in the end. */
  reserveOf(reference: Node): string[] | undefined
  /** The number of a note by id, and what else it was in rounds that did not settle. */
  noteMark(id: string): string
  noteReserve(id: string): string[] | undefined
}

/** Share of the type size that raised and lowered text and note marks have, and how far they move. */
const scriptSize = 0.68
const raised = 0.36
const lowered = -0.14

/** A run of words without marks; most are. */
function plainRun(text: string, face: FaceName, size: number, features: string): Run {
  const run: Run = { text, face, size, rise: 0, lead: null, formula: null, source: '', note: '', divisible: true, marked: false }
  if (features) run.features = features
  return run
}

export function runsOf(node: Node, style: TextStyle, context: InlineContext): Run[] {
  const runs: Run[] = []
  const usual = [...(style.smallCapitals ? ['smcp'] : []), ...(style.oldStyleFigures ? ['onum'] : [])].join(' ')
  const plain = plainRun('', style.face, style.size, usual)
  node.forEach(child => {
    if (child.isText && child.marks.length === 0) {
      runs.push(plainRun(child.text!, style.face, style.size, usual))
      return
    }
    const has = (mark: string): boolean => child.marks.some(found => found.type.name === mark)
    const face = faceWith(style.face, { emphasis: has('emphasis'), strong: has('strong'), code: has('code') })
    if (child.isText) {
      const link = child.marks.find(mark => mark.type.name === 'link')
      const script = has('superscript') ? raised : has('subscript') ? lowered : 0
      const size = style.size * (script ? scriptSize : face === 'mono' ? 0.92 : 1)
      const lead = link ? { address: link.attrs.address as string } : null
      const language = child.marks.find(mark => mark.type.name === 'language')?.attrs.tag as string | undefined
      const divisible = face !== 'mono' && !link
      const features = has('smallCapitals') ? { features: style.oldStyleFigures ? 'smcp onum' : 'smcp' } : {}
      const rise = script * style.size
      runs.push({ ...plain, text: child.text!, face, size, rise, lead, divisible, ...features, ...(language ? { language } : {}) })
    } else if (child.type.name === 'formula') {
      const source = child.attrs.formula as string
      const formula = context.formulas.set(source, false)
      if (formula.error) runs.push({ ...plain, text: source || '□', face: 'mono', size: style.size * 0.85, divisible: false, marked: true })
      else runs.push({ ...plain, text: 'x', face, formula, source, divisible: false })
    } else if (child.type.name === 'reference') {
      const parts = context.wordingOf(child)
      const reserve = context.reserveOf(child)
      const anchor = child.attrs.wording === 'nearby' ? { anchor: child } : {}
      if (reserve) {
        const target = parts.find(part => part.target && !part.lost)?.target
        const text = referenceText(parts).replaceAll(' ', '\u00a0')
        const lead = target ? { entry: target } : null
        runs.push({ ...plain, text, face, lead, divisible: false, whole: true, marked: parts.some(part => part.lost), reserve, ...anchor })
        return
      }
      for (const part of parts)
        runs.push({
          ...plain,
          text: part.text,
          face,
          lead: part.target && !part.lost ? { entry: part.target } : null,
          divisible: false,
          whole: true,
          ...anchor,
          marked: Boolean(part.lost),
        })
    } else if (child.type.name === 'note') {
      const id = child.attrs.id as string
      runs.push({
        ...plain,
        text: context.noteMark(id),
        face: style.face,
        size: style.size * scriptSize,
        rise: raised * style.size,
        lead: { note: id },
        note: id,
        divisible: false,
        ...(context.noteReserve(id) ? { reserve: context.noteReserve(id)! } : {}),
      })
    }
  })
  return runs
}

/** What the setting of a text block depends on beside the node and its style, as one string to compare. */
export function dependencies(node: Node, context: InlineContext): string {
  const { references, notes } = volatileParts(node)
  if (!references.length && !notes.length) return ''
  let key = ''
  for (const reference of references)
    for (const part of context.wordingOf(reference)) key += `${part.text}>${part.target ?? ''}${part.lost ? '!' : ''}|`
  for (const reference of references) key += context.reserveOf(reference)?.join('=') ?? ''
  for (const note of notes) key += `${context.noteMark(note)}${context.noteReserve(note)?.join('=') ?? ''}~`
  return key
}

const volatiles = new WeakMap<Node, { references: Node[]; notes: string[] }>()

/** References and note marks of a text block itself, not of notes in it. */
function volatileParts(node: Node): { references: Node[]; notes: string[] } {
  let found = volatiles.get(node)
  if (!found) {
    found = { references: [], notes: [] }
    for (const child of node.children) {
      if (child.type.name === 'reference') found.references.push(child)
      else if (child.type.name === 'note') found.notes.push(child.attrs.id)
    }
    volatiles.set(node, found)
  }
  return found
}

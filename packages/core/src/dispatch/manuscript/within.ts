/** Looking through what is said: the notes that are called in it, its plain words, its sections. */
import { speakMathMl } from '../../formulas/spoken/speak.ts'
import type { Manuscript, SaidBlock, SaidFormula, SaidHeading, SaidInline, SaidList } from './manuscript.ts'

/** What anything said may have, whatever it is. */
export type SaidThing = Partial<Record<'kind' | 'id' | 'anchor' | 'occurrence' | 'note' | 'range' | 'mathMl', string>>

/** What lies within something said, under its keys, in order: all but plain values, pictures and the words of a language. */
export const partsOf = (said: object): [key: string, part: object][] =>
  Object.entries(said).filter(
    ([key, value]) => typeof value === 'object' && value !== null && key !== 'picture' && key !== 'words' && !(value instanceof Uint8Array),
  )

/** Goes through all that is said within something, in order. */
export function visitSaid(said: object, visit: (thing: SaidThing) => void): void {
  visit(said)
  for (const [, part] of partsOf(said)) visitSaid(part, visit)
}

/** Notes whose marks stand in something said, in order. */
export function notesIn(said: object): string[] {
  const found: string[] = []
  visitSaid(said, ({ kind, note }) => {
    if (kind === 'noteMark') found.push(note!)
  })
  return found
}

/** What formulas are in plain words; the notation of one that cannot be set. */
export const spoken = ({ mathMl, notation }: SaidFormula, language: string): string => (mathMl ? speakMathMl(mathMl, language) : notation)

/** Words as a reader would say them, without the marks of notes. */
export function plainOf(said: readonly SaidInline[], language: string): string {
  return said
    .map(each => {
      if (each.kind === 'text') return each.text
      if (each.kind === 'formula') return spoken(each, language)
      return 'said' in each ? plainOf(each.said, language) : ''
    })
    .join('')
}

/** Words that are said a second time, in a list: without notes and places, and without what they lead to where they stand. */
export const saidAgain = (said: readonly SaidInline[]): SaidInline[] =>
  said.flatMap((each): SaidInline[] => {
    if (each.kind === 'text') {
      const { text, marks, language } = each
      return [{ kind: 'text', text, marks, ...(language ? { language } : {}) }]
    }
    if (each.kind === 'formula') {
      const { target: _target, ...formula } = each
      return [formula]
    }
    return 'said' in each ? saidAgain(each.said) : []
  })

/** How an output takes what is numbered, in the order in which it stands. */
export interface NumberedVisitor {
  heading(id: string, level: number): void
  /** An entry of a series. */
  entry(id: string): void
  /** Equations under one number, or each under its own. */
  group(id: string, lines: readonly string[]): void
  list(list: SaidList): void
}

/** Goes through everything numbered of a work but its notes. */
export function visitNumbered({ divisions }: Pick<Manuscript, 'divisions'>, visitor: NumberedVisitor): void {
  const walk = (blocks: readonly SaidBlock[]): void => {
    for (const block of blocks)
      switch (block.kind) {
        case 'heading':
          visitor.heading(block.id, block.level)
          break
        case 'figure':
        case 'table':
        case 'listing':
        case 'equation':
          visitor.entry(block.id)
          break
        case 'row':
          walk(block.figures)
          break
        case 'box':
        case 'statement':
          visitor.entry(block.id)
          walk(block.blocks)
          break
        case 'proof':
          walk(block.blocks)
          break
        case 'equationGroup':
          visitor.group(
            block.id,
            block.lines.map(({ id }) => id),
          )
          break
        case 'list':
          visitor.list(block)
      }
  }
  for (const { id, level, blocks } of divisions) {
    visitor.heading(id, level)
    walk(blocks)
  }
}

/** A heading with all that stands under it. */
export interface Section {
  heading: SaidHeading
  blocks: SaidBlock[]
  sections: Section[]
}

/** Blocks before the first heading, and sections within sections. A level that is left out is not made up. */
export function sectioned(blocks: readonly SaidBlock[]): Pick<Section, 'blocks' | 'sections'> {
  const root: Pick<Section, 'blocks' | 'sections'> = { blocks: [], sections: [] }
  const open: { level: number; section: Pick<Section, 'blocks' | 'sections'> }[] = [{ level: 1, section: root }]
  for (const block of blocks) {
    if (block.kind !== 'heading') {
      open.at(-1)!.section.blocks.push(block)
      continue
    }
    while (open.length > 1 && open.at(-1)!.level >= block.level) open.pop()
    const section: Section = { heading: block, blocks: [], sections: [] }
    open.at(-1)!.section.sections.push(section)
    open.push({ level: block.level, section })
  }
  return root
}

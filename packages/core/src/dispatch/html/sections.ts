/** Divisions as sections of a page of HTML. */

import type { Manuscript, SaidDivision } from '../manuscript/manuscript.ts'
import { plainOf } from '../manuscript/within.ts'
import { anchorOf } from '../markup/anchors.ts'
import { type Element, element } from '../markup/markup.ts'
import { blocksWithNotes, headingHtml, numbered } from './blockHtml.ts'
import type { HtmlContext } from './context.ts'

export function sectionHtml(division: SaidDivision, context: HtmlContext): Element {
  const { id, role, number, title, untitled, language } = division
  const level = role === 'titlePage' || role === 'halfTitle' ? 1 : context.top
  const plain = plainOf(title, context.manuscript.language)
  return element(
    'section',
    { class: role, lang: language, 'aria-label': untitled && plain ? plain : null, id: untitled ? anchorOf(id) : null },
    context.before(id),
    untitled ? null : headingHtml(level, { id: anchorOf(id) }, ...numbered(number, title, context)),
    blocksWithNotes(division.blocks, context),
  )
}

/** An entry of the contents that every output brings along, whether or not the work has some of its own. */
export interface OutlineEntry {
  id: string
  number: string
  text: string
  level: number
}

/** Divisions, and headings down to a level. */
export function outlineOf({ divisions, language, title }: Manuscript, depth: number): OutlineEntry[] {
  return divisions.flatMap(({ id, number, title: said, level, blocks, role }): OutlineEntry[] => [
    { id, number, text: plainOf(said, language) || (role === 'titlePage' ? title : ''), level },
    ...blocks.flatMap(block =>
      block.kind === 'heading' && block.level <= depth
        ? [{ id: block.id, number: block.number, text: plainOf(block.said, language), level: block.level }]
        : [],
    ),
  ])
}

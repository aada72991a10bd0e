/** What there is to lead to in a manuscript, by the names that JATS has for what is led to (its attribute `ref-type`). */
import type { Manuscript, SaidBlock } from './manuscript.ts'
import { partsOf, type SaidThing } from './within.ts'

const byKind: Partial<Record<SaidBlock['kind'], string>> = {
  heading: 'sec',
  list: 'list',
  figure: 'fig',
  row: 'fig',
  table: 'table',
  box: 'boxed-text',
  equation: 'disp-formula',
  equationGroup: 'disp-formula',
  listing: 'fig',
  statement: 'statement',
}

export function kindsOf(manuscript: Manuscript): Map<string, string> {
  const kinds = new Map<string, string>()
  const look = (said: object, around: string): void => {
    const { kind, id, anchor, occurrence, range } = said as SaidThing
    // Entries of lists have the names of what they lead to, and are not it.
    if (kind === 'entries' || kind === 'index' || kind === 'register') return
    const own = byKind[kind as SaidBlock['kind']] ?? around
    // Places that the index leads to; the ends of ranges are not written.
    if (id && range !== 'end') kinds.set(id, own)
    if (anchor) kinds.set(anchor, 'bibr')
    if (occurrence) kinds.set(occurrence, 'other')
    for (const [key, part] of partsOf(said))
      look(part, Array.isArray(said) ? around : key === 'panels' || key === 'lines' || key === 'grids' ? own : 'other')
  }
  for (const division of manuscript.divisions) {
    look(division.blocks, 'other')
    look(division.title, 'other')
    kinds.set(division.id, division.role === 'appendix' ? 'app' : 'sec')
  }
  for (const [id, note] of manuscript.notes) {
    look(note.paragraphs, 'other')
    kinds.set(id, 'fn')
  }
  return kinds
}

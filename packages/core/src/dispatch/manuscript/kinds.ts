/** What there is to lead to in a manuscript, by the names that JATS has for what is led to (its attribute `ref-type`). */
import type { Manuscript, SaidBlock } from './manuscript.ts'

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
  const look = (said: unknown, around: string): void => {
    if (Array.isArray(said)) {
      for (const each of said) look(each, around)
      return
    }
    if (typeof said !== 'object' || said === null || said instanceof Uint8Array) return
    const { kind, id, anchor, occurrence } = said as { kind?: SaidBlock['kind']; id?: string; anchor?: string; occurrence?: string }
    // Entries of lists have the names of what they lead to, and are not it.
    if (kind === 'entries' || kind === 'index' || kind === 'register') return
    const own = (kind && byKind[kind]) ?? around
    if (id && kind !== ('place' as string)) kinds.set(id, own)
    if (anchor) kinds.set(anchor, 'bibr')
    if (occurrence) kinds.set(occurrence, 'other')
    for (const [key, value] of Object.entries(said))
      if (key !== 'picture' && key !== 'words') look(value, key === 'panels' || key === 'lines' || key === 'grids' ? own : 'other')
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
  // Marks of an index: the ends of ranges are not written.
  const marks = (said: unknown): void => {
    if (Array.isArray(said)) for (const each of said) marks(each)
    else if (typeof said === 'object' && said !== null && !(said instanceof Uint8Array)) {
      const { kind, id, range } = said as { kind?: string; id?: string; range?: string }
      if (kind === 'place' && id && range !== 'end') kinds.set(id, 'other')
      for (const [key, value] of Object.entries(said)) if (key !== 'picture' && key !== 'words') marks(value)
    }
  }
  marks(manuscript.divisions)
  marks([...manuscript.notes.values()])
  return kinds
}

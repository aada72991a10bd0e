import { division } from '../work/schema.ts'
import type { Check } from './finding.ts'

export const notesNowhere: Check = {
  name: 'notesNowhere',
  title: 'Notes that are printed nowhere',
  look: ({ work, ledger }) => {
    const notes = ledger.entries.filter(entry => entry.item.kind === 'note')
    const hasPlace = work.scheme.notes.place !== 'work' || work.doc.children.some(node => division(node).role === 'endnotes')
    if (hasPlace || !notes[0]) return []
    return [
      {
        weight: 'mustMend',
        message: `${notes.length === 1 ? 'A note is' : `${notes.length} notes are`} to stand in a division of their own, and there is none.`,
        advice: 'Add a division for all notes from the command box (Ctrl K), or choose another place for notes in the house style.',
        place: notes[0].id,
        division: notes[0].division,
      },
    ]
  },
}

import { division } from '../../work/schema.ts'
import { workCheck } from '../check.ts'

export const notesNowhere = workCheck('notesNowhere', {
  title: 'Notes that are printed nowhere',
  weight: 'mustMend',
  *look({ turnover: { work, ledger } }) {
    const notes = ledger.entries.filter(entry => entry.item.kind === 'note')
    const [first] = notes
    const hasPlace = work.scheme.notes.place !== 'work' || work.doc.children.some(node => division(node).role === 'endnotes')
    if (hasPlace || !first) return
    yield {
      message: `${notes.length === 1 ? 'A note is' : `${notes.length} notes are`} to stand in a division of their own, and there is none.`,
      advice: 'Add a division for all notes from the command box (Ctrl K), or choose another place for notes in the house style.',
      place: first.id,
      division: first.division,
    }
  },
})

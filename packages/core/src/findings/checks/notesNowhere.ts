import { noteRulesOf } from '../../work/parts/scheme.ts'
import { division } from '../../work/schema.ts'
import { workCheck } from '../check.ts'

export const notesNowhere = workCheck('notesNowhere', {
  title: 'Notes that are printed nowhere',
  weight: 'mustMend',
  *look({ turnover: { work, ledger } }) {
    const notes = ledger.entries.filter(({ item }) => item.kind === 'note' && noteRulesOf(work.scheme, item.other).place === 'work')
    const [first] = notes
    if (!first || work.doc.children.some(node => division(node).role === 'endnotes')) return
    yield {
      message: `${notes.length === 1 ? 'A note is' : `${notes.length} notes are`} to stand in a division of their own, and there is none.`,
      advice: 'Add a division for all notes from the command box (Ctrl K), or choose another place for notes in the house style.',
      place: first.id,
      division: first.division,
    }
  },
})

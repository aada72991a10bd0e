import { sayField } from '../../content/fields.ts'
import { isKind } from '../../work/kinds/index.ts'
import { titleOf } from '../../work/schema.ts'
import { divisionCheck, type FoundIn } from '../check.ts'

export const emptyField = divisionCheck('emptyField', {
  title: 'Fields with nothing to say',
  weight: 'mustMend',
  look: ({ division, turnover: { work } }) => {
    const found: FoundIn[] = []
    const told = { settings: work.settings, title: titleOf(work.doc) }
    for (const block of division.children)
      block.descendants(node => {
        if (isKind(node, 'field') && !sayField(node.attrs.field, told))
          found.push({
            message: `The work says nothing of its ${node.attrs.field}, which is to be printed here.`,
            advice: 'Write it in the slip of the title page, or take the field away.',
            place: block.attrs.id || division.attrs.id,
          })
      })
    return found
  },
})

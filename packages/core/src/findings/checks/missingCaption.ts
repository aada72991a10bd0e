import { capital } from '../../languages/capital.ts'
import { captionedKinds, type KindName } from '../../work/kinds/index.ts'
import { workCheck } from '../check.ts'

const captioned: ReadonlySet<KindName> = new Set(captionedKinds)

export const missingCaption = workCheck('missingCaption', {
  title: 'Figures, tables, listings and boxes without a caption',
  weight: 'shouldMend',
  *look({ turnover: { ledger } }) {
    for (const { id, item, names, number, division } of ledger.entries)
      if (captioned.has(item.block) && item.numbered && item.text?.content.size === 0)
        yield {
          message: `${capital(names.one)} ${number} has no caption.`,
          advice: 'Write what it shows: lists and references use the caption.',
          place: id,
          division,
        }
  },
})

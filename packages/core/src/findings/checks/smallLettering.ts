import { capital } from '../../languages/capital.ts'
import { isOverMargins, pictureWidth, roomFor } from '../../pages/measure.ts'
import { points } from '../../work/definition.ts'
import { isKind } from '../../work/kinds/index.ts'
import { shownPicture } from '../../work/work.ts'
import { divisionCheck, type FoundIn } from '../check.ts'

export const smallLettering = divisionCheck('smallLettering', {
  title: 'Drawings whose words print too small',
  weight: 'shouldMend',
  options: { least: points({ from: 1, to: 20, usual: 5, title: 'Smallest letters of drawings', group: 'checks', shownIn: 'pt' }) },
  look: ({ division, turnover: { work, ledger }, options: { least } }) => {
    const found: FoundIn[] = []
    division.descendants((block, _at, parent) => {
      if (!isKind(block, 'figure') || (parent && isKind(parent, 'row'))) return !block.isTextblock
      const picture = shownPicture(work.pictures, block.attrs.picture)
      if (!picture?.lettering) return false
      const { id, width } = block.attrs
      const measure = roomFor(block, division, work.houseStyle)
      const printed = (picture.lettering * pictureWidth(block, measure, work.houseStyle)) / picture.width
      if (printed >= least) return false
      const entry = ledger.byId.get(id)
      const share = Math.ceil(((least * picture.width) / picture.lettering / measure) * 100) / 100
      found.push({
        message: `${capital(entry?.number ? `${entry.names.one} ${entry.number}` : 'a figure')} has words that print at ${printed.toFixed(1)} pt; the house rule is ${least} pt.`,
        advice:
          share <= 1 ? 'Set it wider, or draw it with larger letters.' : 'Draw it with larger letters, or turn it on a page of its own.',
        place: id,
        ...(share <= 1 && !isOverMargins(block, measure, work.houseStyle)
          ? {
              remedy: {
                does: 'setAttribute',
                block: id,
                attribute: 'width',
                expected: width,
                value: share,
                says: `Set to ${Math.round(share * 100)} % of the measure`,
              } as const,
            }
          : {}),
      })
      return false
    })
    return found
  },
})

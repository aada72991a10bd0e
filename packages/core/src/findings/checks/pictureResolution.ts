import { capital } from '../../languages/capital.ts'
import { isOverMargins, pictureWidth, roomFor } from '../../pages/measure.ts'
import type { Turnover } from '../../turnover/turnover.ts'
import { whole } from '../../work/definition.ts'
import { isKind } from '../../work/kinds/index.ts'
import type { Node } from '../../work/schema.ts'
import { pageBehind, shownPicture } from '../../work/work.ts'
import { divisionCheck, type FoundIn } from '../check.ts'

/** Narrowest share of the measure that a picture is offered to be set to. */
const leastShare = 0.1
/** Points in an inch. */
const inch = 72

export const pictureResolution = divisionCheck('pictureResolution', {
  title: 'Pictures that are missing or too coarse',
  weight: 'shouldMend',
  options: { least: whole({ from: 0, to: 5000, usual: 200, title: 'Lowest resolution of pictures, in dots per inch' }) },
  look: ({ division, turnover, options: { least } }) => {
    const found: FoundIn[] = []
    division.descendants((block, _at, parent) => {
      const shows = isKind(block, 'panel') || (isKind(block, 'figure') && !isKind(block.child(block.childCount - 1), 'panel'))
      if (!shows) return !block.isTextblock
      // In a row widths are shares of the row, and what a picture prints at is known there only when it is set.
      const inRow = parent !== null && isKind(parent, 'row')
      found.push(...problemsOf(block, isKind(block, 'panel') && parent ? parent : block, { inRow, least, division, turnover }))
      return false
    })
    return found
  },
})

function problemsOf(
  block: Node,
  floats: Node,
  { inRow, least, division, turnover: { work, ledger } }: { inRow: boolean; least: number; division: Node; turnover: Turnover },
): FoundIn[] {
  const { id, picture: file, width } = block.attrs as { id: string; picture: string; width: number }
  const entry = ledger.byId.get(id)
  const name = entry?.number ? `${entry.names.one} ${entry.number}` : 'a figure'
  const picture = shownPicture(work.pictures, file)
  if (!picture) return [{ weight: 'mustMend', message: `${capital(name)} has no picture.`, advice: 'Choose or drop a picture.', place: id }]
  // Pages of a PDF are printed as they are in it.
  const behind = pageBehind(file)
  if (picture.type === 'image/svg+xml' || inRow || (behind && work.pictures.has(behind.file))) return []
  const room = roomFor(floats, division, work.houseStyle)
  const resolution = Math.round((picture.width / pictureWidth(block, room, work.houseStyle)) * inch)
  if (resolution >= least) return []
  const share = Math.floor((picture.width / least / room) * inch * 100) / 100
  const says = `Set to ${Math.round(share * 100)} % of the measure`
  return [
    {
      message: `The picture of ${name} prints at ${resolution} dots per inch; the house rule is ${least}.`,
      advice: 'Use a finer picture, or print it smaller.',
      place: id,
      ...(share >= leastShare && !isOverMargins(block, room, work.houseStyle)
        ? { remedy: { does: 'setAttribute', block: id, attribute: 'width', expected: width, value: share, says } }
        : {}),
    },
  ]
}

import type { Check, Finding } from './finding.ts'

export const pictureResolution: Check = {
  name: 'pictureResolution',
  title: 'Pictures that are missing or too coarse',
  look: ({ work, ledger }) => {
    const { page, pictureResolution: least } = work.houseStyle
    const measure = page.width - page.inner - page.outer
    const found: Omit<Finding, 'check'>[] = []
    work.doc.forEach((node, _offset, division) =>
      node.descendants((block, _at, parent) => {
        const { name: kind } = block.type
        const shows = kind === 'panel' || (kind === 'figure' && block.lastChild!.type.name !== 'panel')
        if (!shows) return !block.isTextblock
        const entry = ledger.byId.get(block.attrs.id)
        const name = entry ? `${entry.names.one} ${entry.number}` : 'A figure'
        const picture = work.pictures.get(block.attrs.picture)
        if (!picture) {
          found.push({
            weight: 'mustMend',
            message: `${name} has no picture.`,
            advice: 'Choose or drop a picture.',
            place: block.attrs.id,
            division,
          })
          return false
        }
        if (picture.type === 'image/svg+xml') return false
        // In a row widths are shares of the row, and what a picture prints at is known there only when it is set.
        if (parent?.type.name === 'row') return false
        const inches = (measure * block.attrs.width) / 72
        const resolution = Math.round(picture.width / inches)
        if (resolution >= least) return false
        const share = Math.floor((picture.width / least / (measure / 72)) * 100) / 100
        found.push({
          weight: 'shouldMend',
          message: `The picture of ${name.toLowerCase()} prints at ${resolution} dots per inch; the house rule is ${least}.`,
          advice: 'Use a finer picture, or print it smaller.',
          place: block.attrs.id,
          division,
          ...(share >= 0.1
            ? {
                remedy: {
                  kind: 'setWidth' as const,
                  block: block.attrs.id,
                  width: share,
                  says: `Set to ${Math.round(share * 100)} % of the measure`,
                },
              }
            : {}),
        })
        return false
      }),
    )
    return found
  },
}

import { oneOf } from '../../work/definition.ts'
import { isKind } from '../../work/kinds/index.ts'
import { noteSideOf, noteSides } from '../../work/parts/sideOfNoteMarks.ts'
import type { Node } from '../../work/schema.ts'
import { divisionCheck, type FoundIn } from '../check.ts'

const closing = /^[.,;:!?…]+[”"’»]?/u
const closed = /[.,;:!?…]+[”"’»]?$/u

/** On which side of a stop or comma the mark of a note stands. */
export const notePunctuation = divisionCheck('notePunctuation', {
  title: 'Notes: marks on the wrong side of a stop',
  weight: 'worthALook',
  options: {
    side: oneOf(noteSides, 'language', {
      title: 'Marks of notes stand',
      options: {
        language: 'As is usual in the language of the work',
        after: 'After a stop or comma',
        before: 'Before it',
        either: 'On either side',
      },
    }),
  },
  look({ division, options, turnover }) {
    const found: FoundIn[] = []
    const side = noteSideOf(options.side, turnover.work.settings.language)
    if (side === 'either') return found
    division.descendants((block, _at) => {
      if (!block.inlineContent) return true
      block.forEach((child, _offset, index) => {
        // Marks at one place are moved together.
        if (!isKind(child, 'note') || (index > 0 && isKind(block.child(index - 1), 'note'))) return
        const length = stopBeside(block, index, side)
        if (!length) return
        const one = marksFrom(block, index) === 1
        const stands = one ? 'The mark of this note stands' : 'The marks of these notes stand'
        found.push({
          message:
            side === 'after'
              ? `${stands} before a stop or comma; the house style wants ${one ? 'it' : 'them'} behind.`
              : `${stands} behind a stop or comma; the house style wants ${one ? 'it' : 'them'} before.`,
          advice: 'Move it to the other side, or say in the house style that either is right.',
          place: child.attrs.id,
          remedy: { says: 'Move the mark', does: 'moveNote', note: child.attrs.id, side, over: length },
        })
      })
      return false
    })
    return found
  },
})

/** How many notes stand at one place, from the first of them. */
export function marksFrom(block: Node, index: number): number {
  let count = 0
  while (index + count < block.childCount && isKind(block.child(index + count), 'note')) count++
  return count
}

/** How many letters long the stop is that the marks from an index on are to be moved over; 0 where they stand right. */
export function stopBeside(block: Node, index: number, side: 'after' | 'before'): number {
  const beside = block.maybeChild(side === 'after' ? index + marksFrom(block, index) : index - 1)
  return beside?.text === undefined ? 0 : ((side === 'after' ? closing : closed).exec(beside.text)?.[0].length ?? 0)
}

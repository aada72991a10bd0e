/** A small work to be kept, and written in. */
import { emptyParts } from '@steady-ledger/core/work/parts/index.ts'
import { thesisStyle } from '@steady-ledger/core/work/parts/readyStyles.ts'
import { thesisScheme } from '@steady-ledger/core/work/parts/scheme.ts'
import { schema } from '@steady-ledger/core/work/schema.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import { Transform } from '@tiptap/pm/transform'
import { div, fig, identified, p, t } from '../../../../demo/src/builder.ts'

export const svg = (name: string) => ({
  name,
  type: 'image/svg+xml' as const,
  bytes: new TextEncoder().encode('<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 2 1"/>'),
  width: 2,
  height: 1,
})

export const keptWork = (): Work => ({
  ...emptyParts('thesis'),
  settings: { ...emptyParts('thesis').settings, author: 'Ilse Tolvay', keywords: ['lakes'] },
  scheme: thesisScheme(),
  houseStyle: thesisStyle(),
  milestones: [],
  doc: identified(
    [
      div({ role: 'titlePage', label: 'title' }, 'A lake'),
      div({ role: 'chapter', label: 'one' }, 'One', p`words`, fig('f', { picture: 'f.svg', alternative: 'f' }, t`Depths.`)),
      div({ role: 'chapter', label: 'two' }, 'Two', p`more words`),
    ],
    'w',
  ),
  pictures: new Map([
    ['f.svg', svg('f.svg')],
    ['unused.svg', svg('unused.svg')],
  ]),
})

/** The work with a word at the start of the first text of a division. */
export function typed(from: Work, division: number, word: string): Work {
  let start = 0
  for (let i = 0; i < division; i++) start += from.doc.child(i).nodeSize
  return { ...from, doc: new Transform(from.doc).insert(start + 2, schema.text(word)).doc }
}

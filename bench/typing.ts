import { Transform } from 'prosemirror-transform'
import { schema } from '../packages/core/src/work/schema.ts'
import type { Work } from '../packages/core/src/work/work.ts'

/** Types letters into the middle paragraph. */
export function* typing(start: Work, letters: number): Generator<Work> {
  let middle = 0
  start.doc.descendants((node, at) => {
    if (middle === 0 && node.isText && at > start.doc.content.size / 2 && start.doc.resolve(at).parent.type.name === 'paragraph')
      middle = at + 1
  })
  let current = start
  for (let i = 0; i < letters; i++) {
    current = { ...current, doc: new Transform(current.doc).insert(middle + i, schema.text('x')).doc }
    yield current
  }
}

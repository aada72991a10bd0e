import type { Transform } from 'prosemirror-transform'
import { findBlock, removeBlock, removeTarget, setAttributes } from '../work/commands.ts'
import type { Remedy } from './finding.ts'

/** Carries out a remedy on a document; false where the document has moved on and there is nothing to mend. */
export function applyRemedy(tr: Transform, remedy: Remedy): boolean {
  switch (remedy.kind) {
    case 'removeBlock':
      return removeBlock(tr, remedy.block)
    case 'removeReference':
      return removeTarget(tr, remedy.holder, remedy.target)
    case 'setLevel':
      return setAttributes(tr, remedy.block, { level: remedy.level })
    case 'setWidth':
      return setAttributes(tr, remedy.block, { width: remedy.width })
    case 'removeTypedNumber': {
      const at = findBlock(tr.doc, remedy.block)
      if (at < 0) return false
      const node = tr.doc.nodeAt(at)!
      // The typed number stands at the start of the heading itself, or of the title or caption inside.
      const start = at + (node.inlineContent ? 1 : 2)
      tr.delete(start, start + remedy.length)
      return true
    }
  }
}

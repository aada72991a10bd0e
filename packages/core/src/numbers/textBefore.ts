/** What is said right before something in a line of text: enough to see whether a sentence begins with it. */
import { isKind } from '../work/kinds/index.ts'
import type { Node } from '../work/schema.ts'

/** Most UTF-16 code units that may stand between the end of a sentence and what opens the next: an abbreviation, signs and spaces. */
const enough = 40

/** The last words before the inline node at an index; a line feed stands where the text, or a paragraph of a note, begins. Notes and marks for an index do not count. */
export function textBefore(block: Node, index: number): string {
  let before = ''
  for (let at = index - 1; at >= 0 && before.length < enough; at--) {
    const child = block.child(at)
    if (isKind(child, 'noteBreak')) return `\n${before}`
    if (!isKind(child, 'note') && !isKind(child, 'indexMark')) before = (child.text ?? '#') + before
  }
  return before.length < enough ? `\n${before}` : before.slice(-enough)
}

import type { Node } from 'prosemirror-model'
import { proofHead, statementHead } from '../../content/captions.ts'
import { identityIn } from '../../numbers/occurrences.ts'
import { headRuns, type Run, runsOf } from '../../type/inline.ts'
import { type BlockKind, isKind, kindOf } from '../../work/kinds/index.ts'
import type { TextStyle } from '../../work/parts/houseStyle.ts'
import { seriesRule } from '../../work/parts/scheme.ts'
import { type Box, box, lineBoxes, type Mark, type StripItem, space } from '../box.ts'
import { type BlockHandler, type Place, type Setting, setText } from '../setting.ts'
import { slanted } from '../variant.ts'
import { equation, equationGroup } from './equation.ts'
import { list } from './list.ts'

/** Space above and below a statement or proof, in lines of the body. */
const around = 0.55

/** A theorem and its like: the head runs into the first line; its words are set as the series says. */
export const statement: BlockHandler<'statement'> = (node, setting, place) => {
  const { body } = setting.houseStyle
  const { id, series } = node.attrs
  const rule = seriesRule(setting.scheme, series)
  const style = rule.statement === 'italic' ? slanted(body) : body
  const entry = setting.ledger.byId.get(id)
  const name = node.firstChild && isKind(node.firstChild, 'statementName') ? node.firstChild : null
  // Without notes or references: it is said in lists as well.
  const said = name ? name.children.map(child => ({ text: child.text ?? '' })) : []
  const leadIn = headRuns(statementHead(entry, rule, said), body)
  const strip = textOf(node, leadIn, style, setting, place)
  const first = strip.find((item): item is Box => item.kind === 'box')
  if (first) first.begins = [id, ...first.begins]
  return framed(strip, setting)
}

/** A proof ends with an open square at the right end of its last line, in its closing display, or on a line of its own where that is full. */
export const proof: BlockHandler<'proof'> = (node, setting, place) => {
  const { body } = setting.houseStyle
  const strip = textOf(node, headOfProof(node, setting), body, setting, place)
  endMark(strip, node, setting)
  return framed(strip, setting)
}

/** The word for a proof, or what its author says it proves. */
function headOfProof(node: Node, setting: Setting): Run[] {
  const { body } = setting.houseStyle
  const { firstChild } = node
  if (!firstChild || !isKind(firstChild, 'proofName') || firstChild.content.size === 0) return headRuns(proofHead(setting.words), body)
  const said = runsOf(firstChild, slanted(body), setting, identityIn(node.attrs.id, firstChild, 0))
  return [...said, ...headRuns([{ text: '. ', marks: ['emphasis'] }], body)]
}

const framed = (strip: StripItem[], { houseStyle: { body } }: Setting): StripItem[] => [
  space(body.leading * around),
  ...strip,
  space(body.leading * around),
]

/** The text that a block holds beside its name or caption. */
export function textOf(node: Node, leadIn: Run[], style: TextStyle, setting: Setting, place: Place): StripItem[] {
  const strip: StripItem[] = []
  let after: Place['after'] | '' = ''
  for (const part of node.children) {
    if (isKind(part, 'equation')) strip.push(...equation(part, setting, place))
    else if (isKind(part, 'equationGroup')) strip.push(...equationGroup(part, setting, place))
    else if (isKind(part, 'bulletedList') || isKind(part, 'numberedList')) strip.push(...list(part, setting, place))
    else if (isKind(part, 'paragraph')) {
      const opening = after === ''
      const indent = after === 'paragraph' ? setting.houseStyle.indent : 0
      const lines = setText(part, setting, { style, measure: setting.measure, indent, ...(opening ? { leadIn } : {}) })
      strip.push(...lineBoxes(lines, { ...style, x: 0, tag: 'P', block: part.attrs.id }))
    } else continue
    after = kindOf(part) as BlockKind
  }
  return strip
}

function endMark(strip: StripItem[], node: Node, { measure, houseStyle: { body } }: Setting): void {
  const side = body.size * 0.55
  const square = (bottom: number): Mark[] => {
    const rule = (x: number, y: number, width: number, height: number): Mark => ({
      kind: 'rule',
      x: measure - side + x,
      y: bottom - side + y,
      width,
      height,
    })
    const thick = 0.5
    return [rule(0, 0, side, thick), rule(0, side - thick, side, thick), rule(0, 0, thick, side), rule(side - thick, 0, thick, side)]
  }
  const last = strip.findLast((item): item is Box => item.kind === 'box')
  const text = last?.marks.findLast(mark => mark.kind === 'line' && mark.tag !== 'Lbl')
  const shown = last?.marks.find(mark => mark.kind === 'formula')
  // A display that closes the proof takes the mark into its line, where no number stands there.
  const free = shown && !last?.marks.some(mark => mark.kind === 'line') && shown.x + shown.formula.width * shown.size + side * 2 < measure
  if (last && free) last.marks = [...last.marks, ...square(shown.baseline)]
  else if (last && text?.kind === 'line' && text.x + text.line.end + side * 2 < measure)
    last.marks = [...last.marks, ...square(text.baseline)]
  else {
    if (last) last.breakAfter = Infinity
    while (strip.at(-1)?.kind === 'space') strip.pop()
    strip.push(box(body.leading, square(body.leading * 0.75), { block: node.attrs.id }))
  }
}

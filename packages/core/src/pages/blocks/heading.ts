import type { Node } from 'prosemirror-model'
import { identityIn } from '../../numbers/occurrences.ts'
import { type Run, runsOf } from '../../type/inline.ts'
import type { HeadingStyle, TextStyle } from '../../work/parts/houseStyle.ts'
import type { LevelRule } from '../../work/parts/scheme.ts'
import { type Role, roles } from '../../work/roles.ts'
import { box, lineBoxes, type StripItem, space, type Tag } from '../box.ts'
import { type BlockHandler, type Setting, setText, setWords, words } from '../setting.ts'

/** Gap between the number of a heading and its text, in em, where the scheme says a gap. */
const numberGap = 0.8

export const heading: BlockHandler<'heading'> = (node, setting, place) => {
  const { level } = node.attrs
  const { headings } = setting.houseStyle
  const style = headings[Math.min(level, headings.length) - 1]!
  // Its words open the paragraph below it.
  if (style.runIn && place.before === 'paragraph') return []
  // Two headings in a row stand closer than a heading and the text before it.
  const before = place.after === 'title' ? 0 : place.after === 'heading' ? style.before / 2 : style.before
  return [space(before), ...numberedTitle(node, node.attrs.id, style, `H${Math.min(6, level) as 2}`, setting), space(style.after)]
}

/** The title of a division, sunk on its opening page by house style. */
/** How far down its page a dedication or an epigraph stands, as a share of the text. */
const restsAt = 0.28

export function divisionTitle(title: Node, id: string, role: Role, setting: Setting): StripItem[] {
  const { headings, part, titlePage, sink, opens } = setting.houseStyle
  // What is not printed has its place all the same: on its page, above what is.
  if (roles[role].untitled)
    return [
      box(role === 'copyright' ? 0 : setting.height * restsAt, [], { block: id, begins: [id], breakAfter: Infinity }),
      ...(role === 'copyright' ? [{ kind: 'fill' } as const] : []),
    ]
  if (role === 'titlePage' || role === 'halfTitle') {
    const lines = setText(title, setting, { style: titlePage.title, measure: setting.measure, title: true, identity: `${id}.0` })
    const boxes = lineBoxes(lines, { ...titlePage.title, x: 0, tag: 'Title', block: id, begins: [id] })
    return [fixedSpace(titlePage.title.before), ...boxes, space(titlePage.title.after)]
  }
  const style = role === 'part' ? part : headings[0]!
  const above = opens === 'runOn' ? space(style.before) : fixedSpace(role === 'part' ? style.before : sink)
  return [above, ...numberedTitle(title, id, style, 'H1', setting), space(style.after)]
}

/** Space that stays at the head of a page, where other space is dropped. */
const fixedSpace = (height: number): StripItem => box(height, [], { breakAfter: Infinity })

/** Gap between number and text by what the scheme lets follow the number, in em. */
const gaps = { space: 0.25, gap: numberGap, nothing: 0, line: 0 }

function numberedTitle(node: Node, id: string, style: HeadingStyle, tag: Tag, setting: Setting): StripItem[] {
  const entry = setting.ledger.byId.get(id)
  const follows = followsNumber(id, setting)
  const strip: StripItem[] = []
  // Places of number and text are those of lines that begin at the left edge; elsewhere the number is set as words of the text.
  const placed = style.align === 'left' || style.align === 'justified'
  const numberAt = placed ? style.numberAt : 0
  let offset = placed ? (style.textAt ?? 0) : 0
  let numberLine: StripItem | undefined
  const leadIn: Run[] = []
  if (entry?.number && follows === 'line') {
    const above = { ...style, size: style.size * 0.6, leading: style.leading * 0.8 }
    const number = setWords([words(entry.number, above)], setting, above, setting.measure)
    strip.push(...lineBoxes(number, { ...above, x: numberAt, tag, block: id }))
  } else if (entry?.number && !placed) leadIn.push(...numberRuns(entry.number, follows, style))
  else if (entry?.number) {
    const [line] = setWords([words(entry.number, style)], setting, style, setting.measure)
    const end = numberAt + line!.end + gaps[follows] * style.size
    offset = style.textAt === null ? Math.max(0, end) : Math.max(style.textAt, end)
    ;[numberLine] = lineBoxes([line!], { ...style, x: numberAt, tag, block: id })
  }
  const lines = setText(node, setting, { style, measure: setting.measure - offset, leadIn, title: true, identity: identityIn(id, node, 0) })
  const text = lineBoxes(lines, { ...style, x: offset, tag, block: id, begins: [id] })
  if (numberLine?.kind === 'box' && text[0]) text[0] = { ...text[0], marks: [...numberLine.marks, ...text[0].marks] }
  strip.push(...text)
  return strip.map(item =>
    item.kind === 'box' ? { ...item, breakAfter: Infinity, begins: item === strip[0] || item.begins.length ? [id] : [] } : item,
  )
}

function followsNumber(id: string, { ledger, scheme }: Setting): LevelRule['follows'] {
  const entry = ledger.byId.get(id)
  const item = entry?.item
  if (item?.kind !== 'heading') return 'gap'
  return scheme.levels[item.rules].find(({ level }) => level === item.level)?.follows ?? 'gap'
}

const numberRuns = (number: string, follows: LevelRule['follows'], style: TextStyle): Run[] => [
  words(number + (follows === 'nothing' ? '' : follows === 'space' ? '\u00a0' : '\u2002'), style, { whole: true }),
]

/** Whether a heading's words open the paragraph below it. */
export const runsIn = (node: Node, { houseStyle: { headings } }: Setting): boolean =>
  headings[Math.min(node.attrs.level as number, headings.length) - 1]!.runIn

/** What a heading that runs in sets before its paragraph: number and words in its own look, and a gap. `before` in points. */
export function runInHeading(node: Node, setting: Setting): { runs: Run[]; before: number } {
  const { headings } = setting.houseStyle
  const style = headings[Math.min(node.attrs.level as number, headings.length) - 1]!
  const entry = setting.ledger.byId.get(node.attrs.id)
  const number = entry?.number ? numberRuns(entry.number, followsNumber(node.attrs.id, setting), style) : []
  return { runs: [...number, ...runsOf(node, style, setting), words('\u2003', style)], before: style.before }
}

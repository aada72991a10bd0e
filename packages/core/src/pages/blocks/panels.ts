import type { Node } from 'prosemirror-model'
import { lineBoxes, type Mark } from '../box.ts'
import { type Setting, setText, words } from '../setting.ts'
import { moved, stack } from './caption.ts'
import { missing, missingShape } from './figure.ts'

/** Space between panels beside each other and lines of panels, in em of the caption. */
const gap = 1.6

/** The panels of a figure beside each other, each over its own words; what does not fit beside goes on in a further line. */
export function setPanels(
  figure: Node,
  column: number,
  setting: Setting,
): { marks: Mark[]; width: number; height: number; notes: string[] } {
  const { caption: style } = setting.houseStyle
  const gutter = gap * style.size
  const panels = figure.children.filter(child => child.type.name === 'panel')
  const marks: Mark[] = []
  const notes: string[] = []
  let height = 0
  for (const line of linesOf(panels, column, gutter)) {
    if (height > 0) height += gutter
    const widths = line.map(panel => Math.min(shareOf(panel) * column, column - gutter * (line.length - 1)))
    const set = line.map((panel, i) => setPanel(panel, widths[i]!, setting))
    const pictures = Math.max(...set.map(({ picture }) => picture))
    let x = (column - widths.reduce((sum, width) => sum + width, 0) - gutter * (line.length - 1)) / 2
    set.forEach((panel, i) => {
      marks.push(...panel.pictureMarks.map(mark => moved(mark, x, height + pictures - panel.picture)))
      marks.push(...panel.words.marks.map(mark => moved(mark, x, height + pictures + style.size * 0.4)))
      notes.push(...panel.words.notes)
      x += widths[i]! + gutter
    })
    height += pictures + Math.max(...set.map(panel => (panel.words.height ? panel.words.height + style.size * 0.4 : 0)))
  }
  return { marks, width: column, height, notes }
}

const shareOf = (panel: Node): number => Math.min(1, Math.max(0.1, Number(panel.attrs.width) || 0.45))

/** As many beside each other as the measure holds. */
function linesOf(panels: Node[], column: number, gutter: number): Node[][] {
  const lines: Node[][] = []
  let room = 0
  for (const panel of panels) {
    const width = shareOf(panel) * column
    // Two halves and the space between them are a line: the space is taken from both.
    if (lines.length && room >= width - gutter * (lines.at(-1)!.length + 1)) lines.at(-1)!.push(panel)
    else {
      lines.push([panel])
      room = column
    }
    room -= width
  }
  return lines
}

function setPanel(
  panel: Node,
  width: number,
  setting: Setting,
): { pictureMarks: Mark[]; picture: number; words: { marks: Mark[]; height: number; notes: string[] } } {
  const style = setting.houseStyle.caption
  const found = setting.pictures.get(panel.attrs.picture)
  const picture = width * (found ? found.height / found.width : missingShape)
  const pictureMarks: Mark[] = found
    ? [{ kind: 'picture', x: 0, y: 0, width, height: picture, picture: found.name, alternative: panel.attrs.alternative }]
    : missing(width, picture)
  const entry = setting.ledger.byId.get(panel.attrs.id)
  const sign = entry?.number ? entry.bare.slice(entry.prefix.length) : ''
  if (!sign && !panel.content.size) return { pictureMarks, picture, words: { marks: [], height: 0, notes: [] } }
  const leadIn = sign ? [words(panel.content.size ? `${sign}\u00a0` : sign, style, { whole: true })] : []
  const lines = setText(panel, setting, { style: centred(style), measure: width, leadIn })
  const boxes = lineBoxes(lines, { ...style, x: 0, tag: 'Caption', block: panel.attrs.id, within: [`Caption ${panel.attrs.id}`] })
  return { pictureMarks, picture, words: stack(boxes) }
}

const centredStyles = new WeakMap<object, Setting['houseStyle']['caption']>()

/** The same object every time, so that set lines are found again. */
function centred(style: Setting['houseStyle']['caption']): Setting['houseStyle']['caption'] {
  let found = centredStyles.get(style)
  if (!found) centredStyles.set(style, (found = { ...style, align: 'centre' }))
  return found
}

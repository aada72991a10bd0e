import type { Node } from 'prosemirror-model'
import { panelHead } from '../../content/captions.ts'
import { headRuns } from '../../type/inline.ts'
import { isKind } from '../../work/kinds/index.ts'
import { shownPicture } from '../../work/work.ts'
import { lineBoxes, type Mark } from '../box.ts'
import { type Setting, setText } from '../setting.ts'
import { aligned } from '../variant.ts'
import { moved, stack } from './caption.ts'
import { missing, missingShape, pictureMark } from './figure.ts'

/** Space between panels beside each other and lines of panels, in em of the caption. */
const gap = 1.6

/**
 * The panels of a figure beside each other, each over its own words; what does not fit beside goes on in a further line. Never higher
 * than `most`, in points: pictures are set smaller, and where words alone would be too high, each panel has the whole width for them.
 */
export function setPanels(figure: Node, column: number, most: number, setting: Setting): SetPanels {
  const { id } = figure.attrs
  const panels = figure.children.filter(child => isKind(child, 'panel'))
  const beside = layOut(id, linesOf(panels, column, setting), column, 1, setting)
  if (beside.height <= most) return beside
  const words = beside.height - beside.pictures
  if (words < most * wordsAtMost) return layOut(id, linesOf(panels, column, setting), column, (most - words) / beside.pictures, setting)
  const alone = panels.map(panel => [panel])
  const wide = layOut(id, alone, column, 1, setting, column)
  const left = most - (wide.height - wide.pictures)
  return layOut(id, alone, column, Math.max(0.02, Math.min(1, left / wide.pictures)), setting, column)
}

/**
 * The lines of panels one by one, as large as they are asked for, or as a page allows, with the room below each to the next; null where they
 * all have room on a page, or nearly, so that they are set smaller there.
 */
export function panelsOverPages(figure: Node, column: number, most: number, setting: Setting): (SetPanels & { ids: string[] })[] | null {
  const { id } = figure.attrs
  const lines = linesOf(
    figure.children.filter(child => isKind(child, 'panel')),
    column,
    setting,
  )
  const whole = layOut(id, lines, column, 1, setting)
  if (lines.length < 2 || most - (whole.height - whole.pictures) >= whole.pictures * leastScale) return null
  return lines.map((line, index) => {
    const own = layOut(id, [line], column, 1, setting)
    const room = most - (own.height - own.pictures)
    const set = own.height <= most ? own : layOut(id, [line], column, Math.max(0.02, room / own.pictures), setting)
    const below = index < lines.length - 1 ? gap * setting.houseStyle.caption.size : 0
    return { ...set, height: set.height + below, ids: line.map(panel => panel.attrs.id as string) }
  })
}

/** Pictures of panels are not set smaller than by this share to keep them on one page. */
const leastScale = 0.6
/** Share of the height that words under narrow panels may take. */
const wordsAtMost = 0.7
/** Narrowest panel, in em of the caption. */
const leastWidth = 8

export interface SetPanels {
  marks: Mark[]
  width: number
  height: number
  /** What of the height is pictures. */
  pictures: number
  notes: string[]
}

/** `scale` is that of the pictures; `measure` the width that words have, where it is not that of their picture. */
function layOut(figure: string, lines: Node[][], column: number, scale: number, setting: Setting, measure?: number): SetPanels {
  const { caption: style } = setting.houseStyle
  const gutter = gap * style.size
  const marks: Mark[] = []
  const notes: string[] = []
  let height = 0
  let allPictures = 0
  for (const line of lines) {
    if (height > 0) height += gutter
    const room = column - gutter * (line.length - 1)
    const asked = line.reduce((sum, panel) => sum + widthOf(panel, column, setting), 0)
    // Two halves and the space between them are a line: the space is taken from both.
    const widths = line.map(panel => widthOf(panel, column, setting) * Math.min(1, room / asked))
    const set = line.map((panel, i) => setPanel(figure, panel, widths[i]!, scale, measure ?? widths[i]!, setting))
    const pictures = Math.max(...set.map(({ picture }) => picture))
    let x = (column - widths.reduce((sum, width) => sum + width, 0) - gutter * (line.length - 1)) / 2
    set.forEach((panel, i) => {
      const inset = (widths[i]! * (1 - scale)) / 2
      marks.push(...panel.pictureMarks.map(mark => moved(mark, x + inset, height + pictures - panel.picture)))
      marks.push(...panel.words.marks.map(mark => moved(mark, measure ? 0 : x, height + pictures + style.size * 0.4)))
      notes.push(...panel.words.notes)
      x += widths[i]! + gutter
    })
    height += pictures + Math.max(...set.map(panel => (panel.words.height ? panel.words.height + style.size * 0.4 : 0)))
    allPictures += pictures
  }
  return { marks, width: column, height, pictures: allPictures, notes }
}

const widthOf = (panel: Node, column: number, { houseStyle }: Setting): number =>
  Math.min(column, Math.max(shareOf(panel) * column, leastWidth * houseStyle.caption.size))

const shareOf = (panel: Node): number => Math.min(1, Math.max(0.1, Number(panel.attrs.width) || 0.45))

/** As many beside each other as the measure holds: a little narrower, if need be, for the space between them, but none too narrow. */
function linesOf(panels: Node[], column: number, setting: Setting): Node[][] {
  const { caption } = setting.houseStyle
  const gutter = gap * caption.size
  const fits = (line: Node[]): boolean => {
    const widths = line.map(panel => widthOf(panel, column, setting))
    const asked = widths.reduce((sum, width) => sum + width, 0)
    const scale = Math.min(1, (column - gutter * (line.length - 1)) / asked)
    return asked <= column + 0.01 && Math.min(...widths) * scale >= leastWidth * caption.size - 0.01
  }
  const lines: Node[][] = []
  for (const panel of panels) {
    const longer = [...(lines.at(-1) ?? []), panel]
    if (lines.length && fits(longer)) lines[lines.length - 1] = longer
    else lines.push([panel])
  }
  return lines
}

function setPanel(
  figure: string,
  panel: Node,
  width: number,
  scale: number,
  measure: number,
  setting: Setting,
): { pictureMarks: Mark[]; picture: number; words: { marks: Mark[]; height: number; notes: string[] } } {
  const style = setting.houseStyle.caption
  const found = shownPicture(setting.pictures, panel.attrs.picture)
  const printed = width * scale
  const picture = printed * (found ? found.height / found.width : missingShape)
  const within = [`Figure ${figure}`, `Figure ${panel.attrs.id}`]
  const pictureMarks: Mark[] = found
    ? [pictureMark(found.name, printed, picture, panel.attrs.alternative, within)]
    : missing(printed, picture)
  const entry = setting.ledger.byId.get(panel.attrs.id)
  const head = panelHead(entry, panel.content.size > 0)
  if (head.length === 0 && !panel.content.size) return { pictureMarks, picture, words: { marks: [], height: 0, notes: [] } }
  const leadIn = headRuns(head, style).map(run => ({ ...run, whole: true as const }))
  const lines = setText(panel, setting, { style: aligned(style, 'centre'), measure, leadIn })
  const boxes = lineBoxes(lines, {
    ...style,
    x: 0,
    tag: 'Caption',
    block: panel.attrs.id,
    within: [...within, `Caption ${panel.attrs.id}`],
  })
  return { pictureMarks, picture, words: stack(boxes) }
}

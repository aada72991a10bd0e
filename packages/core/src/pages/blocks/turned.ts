/** Figures and tables that are turned on pages of their own, with all that is set in them. */
import { isKind } from '../../work/kinds/index.ts'
import { seriesOf } from '../../work/schema.ts'
import { type Box, box, type StripItem } from '../box.ts'
import type { BlockHandler, Setting } from '../setting.ts'
import { moved } from './caption.ts'

const settings = new WeakMap<Setting, Setting>()

/** What is set on a turned page: lines as long as a page is high. */
function turnedSetting(setting: Setting): Setting {
  let own = settings.get(setting)
  if (!own) settings.set(setting, (own = { ...setting, measure: setting.height, height: setting.measure }))
  return own
}

/** The same handler for what its author wants turned. */
export const turnable =
  <Kind extends 'figure' | 'row' | 'table'>(set: BlockHandler<Kind>): BlockHandler<Kind> =>
  (node, setting, place) =>
    node.attrs.placement === 'turned'
      ? turnedPages(set(node, turnedSetting(setting), place), seriesOf(isKind(node, 'row') ? node.firstChild! : node), setting)
      : set(node, setting, place)

/** A strip as turned pages: what is longer than one goes on on the next, with what stands again at its head. */
function turnedPages(strip: StripItem[], series: string, { measure, height }: Setting): StripItem[] {
  const boxes = strip.filter(item => item.kind === 'box')
  const pages: Box[][] = []
  let room = 0
  let open: Box[] | undefined
  boxes.forEach((each, index) => {
    // What must not be parted from what follows goes on with it.
    let needed = each.height
    for (let next = index; boxes[next]!.breakAfter === Infinity && boxes[next + 1]; next++) needed += boxes[next + 1]!.height
    if (!open || (needed > room && each.height < measure && open.length > (each.repeated?.length ?? 0))) {
      open = pages.length ? [...(each.repeated ?? [])] : []
      pages.push(open)
      room = measure - open.reduce((sum, again) => sum + again.height, 0)
    }
    open.push(each)
    room -= each.height
  })
  return pages.map(own => {
    const used = own.reduce((sum, each) => sum + each.height, 0)
    let y = Math.max(0, (measure - used) / 2)
    const marks = own.flatMap(each => {
      const top = y
      y += each.height
      return each.marks.map(mark => moved(mark, 0, top))
    })
    return box(height, marks, {
      block: own.find(({ block }) => block)?.block ?? '',
      begins: own.flatMap(({ begins }) => begins),
      notes: own.flatMap(({ notes }) => notes),
      turned: true,
      float: { series, placement: 'page', before: 0, after: 0 },
    })
  })
}

/**
 * Boxes that no page can hold, cut where nothing that they draw is cut: a row longer than a page, a caption, the words of a panel. What
 * has no such place within a page stays whole; a finding says that it stands over the edge.
 */
import { type Box, box, costs, type Mark, type StripItem, space } from './box.ts'

/** From where to where a mark reaches, in points from the top of its box. */
export function extentOf(mark: Mark): { top: number; bottom: number } {
  switch (mark.kind) {
    case 'line':
      return { top: mark.baseline - mark.line.above, bottom: mark.baseline + mark.line.below }
    case 'formula':
      return { top: mark.baseline - mark.formula.height * mark.size, bottom: mark.baseline + mark.formula.depth * mark.size }
    case 'rule':
    case 'picture':
      return { top: mark.y, bottom: mark.y + mark.height }
  }
}

/** A strip in which every box can stand on a page of the given height, as far as it can be cut. */
export function sliced(strip: StripItem[], height: number): StripItem[] {
  if (!strip.some(item => tooHigh(item, height))) return strip
  return strip.flatMap(item => (item.kind === 'box' && tooHigh(item, height) ? slicesOf(item, height) : [item]))
}

const heightOf = (boxes: readonly Box[] = []): number => boxes.reduce((sum, { height }) => sum + height, 0)

const tooHigh = (item: StripItem, height: number): boolean => item.kind === 'box' && item.height + heightOf(item.repeated) > height

/** Of a float, the parts stand in the text: it has more to say than a page, and goes where its place is. */
function slicesOf({ float, ...whole }: Box, height: number): StripItem[] {
  const tops = cutsOf(whole, height)
  const notes = new Set(whole.notes)
  const parts = partsOf(whole.marks, tops, whole.height)
  const slices = tops.map((top, index): Box => {
    const bottom = tops[index + 1] ?? whole.height
    const marks = parts[index]!
    const own = marks.flatMap(mark => (mark.kind === 'line' ? mark.line.notes.filter(id => notes.has(id)) : []))
    const last = index === tops.length - 1
    return box(bottom - top, marks, {
      block: whole.block,
      begins: index === 0 ? whole.begins : [],
      notes: own,
      breakBefore: index === 0 ? whole.breakBefore : 0,
      breakAfter: last ? whole.breakAfter : costs.insideTable,
      ...(whole.repeated && heightOf(whole.repeated) < height / 2 ? { repeated: whole.repeated } : {}),
      ...(index === 0 && whole.pin ? { pin: whole.pin } : {}),
      ...(index === 0 && whole.lead ? { lead: whole.lead } : {}),
    })
  })
  const called = new Set(slices.flatMap(slice => slice.notes))
  const [first] = slices
  if (first) first.notes = [...whole.notes.filter(id => !called.has(id)), ...first.notes]
  return float ? [space(float.before), ...slices, space(float.after)] : slices
}

/** The tops of the parts: the first is 0, each other a place where something begins that nothing above it reaches into. */
function cutsOf({ marks }: Pick<Box, 'marks'>, height: number): number[] {
  // Rules may be cut anywhere: those that frame a box go on on the next page.
  const solid = marks
    .filter(mark => mark.kind !== 'rule')
    .map(extentOf)
    .sort((a, b) => a.top - b.top)
  const tops = [0]
  let reached = 0
  for (const { top, bottom } of solid) {
    const clean = top >= reached - tolerance
    // Columns of lines that never end together: rather a line that stands out of its part by half than one that is lost.
    if (reached > 0 && (clean || bottom - tops.at(-1)! > height * crowded)) tops.push(top)
    reached = Math.max(reached, bottom)
  }
  return tops
}

/** The share of a page beyond which a part is cut though lines reach into the next. */
const crowded = 0.8

/** What lines of neighbouring texts may overlap by, in points. */
const tolerance = 1

/**
 * What stands in each of the parts that begin at the given tops, in the order of the marks, from the upper end of its part: a rule in every part
 * that it reaches into, what is no rule stands whole where its middle is.
 */
function partsOf(marks: readonly Mark[], tops: readonly number[], height: number): Mark[][] {
  const parts = tops.map((): Mark[] => [])
  for (const mark of marks)
    if (mark.kind === 'rule') {
      for (const [index, top] of tops.entries()) {
        const bottom = tops[index + 1] ?? height
        const from = Math.max(mark.y, top)
        const to = Math.min(mark.y + mark.height, bottom)
        const last = index === tops.length - 1
        if (to > from || (mark.y >= top && mark.y < bottom) || (last && mark.y >= bottom))
          parts[index]!.push({ ...mark, y: from - top, height: Math.max(to - from, Math.min(mark.height, 0.5)) })
      }
    } else {
      const extent = extentOf(mark)
      const index = partAt(tops, (extent.top + extent.bottom) / 2)
      const top = tops[index] ?? 0
      parts[index]?.push(mark.kind === 'picture' ? { ...mark, y: mark.y - top } : { ...mark, baseline: mark.baseline - top })
    }
  return parts
}

/** The last of the tops that is not below a height, in points; -1 where all are. */
function partAt(tops: readonly number[], height: number): number {
  let low = 0
  let high = tops.length
  while (low < high) {
    const middle = (low + high) >> 1
    if (tops[middle]! <= height) low = middle + 1
    else high = middle
  }
  return low - 1
}

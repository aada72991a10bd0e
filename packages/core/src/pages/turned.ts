/**
 * Boxes that are turned on their page by a right angle, to be read from its right side: a wide table, a wide picture. Their marks stand in a
 * frame of their own, as wide as the box is high on its page and read from left to right; the frame's left end is at the foot of the page.
 */
import type { Box, Placed } from './box.ts'

/** A rectangle in points from a top left corner. */
export interface Area {
  x: number
  y: number
  width: number
  height: number
}

/** Where something of a box is on its page: it is given from the top left corner of the box, or of its frame where it is turned. */
export function onPage({ x, y, box }: Placed, { x: right, y: down, width, height }: Area): Area {
  if (!box.turned) return { x: x + right, y: y + down, width, height }
  return { x: x + down, y: y + box.height - right - width, width: height, height: width }
}

/** How a turned box is drawn: the matrix from its frame to the page, both with y downwards. */
export const turn = ({
  x,
  y,
  box,
}: {
  x: number
  y: number
  box: Pick<Box, 'height'>
}): [number, number, number, number, number, number] => [0, -1, 1, 0, x, y + box.height]

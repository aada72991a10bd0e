/** Gathers what an SVG drawing of a formula consists of: outlines and rectangles with their whole transform, clipped as they are there. */
import type { LiteElement } from '@mathjax/src/js/adaptors/lite/Element.js'
import type { Affine, FormulaDrawing } from './typesetter.ts'

/** The space that stands on each side of a relation, in em. */
const relationSpace = 5 / 18

export const numbers = (text: string): number[] => (text.match(/-?[\d.]+(e-?\d+)?/g) ?? []).map(Number)

const times = (m: Affine, n: Affine): Affine => [
  m[0] * n[0] + m[2] * n[1],
  m[1] * n[0] + m[3] * n[1],
  m[0] * n[2] + m[2] * n[3],
  m[1] * n[2] + m[3] * n[3],
  m[0] * n[4] + m[2] * n[5] + m[4],
  m[1] * n[4] + m[3] * n[5] + m[5],
]
const applied = ([a, b, c, d, e, f]: Affine, x: number, y: number): [number, number] => [a * x + c * y + e, b * x + d * y + f]
const rounded = (place: Affine): Affine => place.map(value => Math.round(value * 1e4) / 1e4) as Affine
const unmoved: Affine = [1, 0, 0, 1, 0, 0]

/** What lies outside of it is not drawn: the pieces that long signs are made of reach over each other. In 1/1000 em. */
interface Clip {
  left: number
  right: number
  low: number
  high: number
}

/** Gathers a drawing into a box. Before the elements of `breaks` a line may end. */
export function drawInto(box: FormulaDrawing, root: LiteElement, breaks: ReadonlySet<LiteElement>): void {
  const collect = (node: LiteElement, outer: Affine, around: Clip | undefined): void => {
    const attributes = node.attributes as Record<string, string> | undefined
    if (!attributes) return
    let place = attributes.transform ? times(outer, transformOf(attributes.transform)) : outer
    let clip = around
    if (breaks.has(node)) {
      const begin = place[4] / 1000
      box.breaks.push({ begin, end: Math.max(0, begin - relationSpace), outline: box.outlines.length, rule: box.rules.length })
    }
    if (node.kind === 'svg' && node !== root && attributes.viewBox) {
      const [left, top, width, height] = numbers(attributes.viewBox) as [number, number, number, number]
      const across = Number(attributes.width) / width
      const down = Number(attributes.height) / height
      place = times(place, [across, 0, 0, down, Number(attributes.x ?? 0) - left * across, Number(attributes.y ?? 0) - top * down])
      const [x1, y1] = applied(place, left, top)
      const [x2, y2] = applied(place, left + width, top + height)
      clip = { left: Math.min(x1, x2), right: Math.max(x1, x2), low: Math.min(y1, y2), high: Math.max(y1, y2) }
    }
    if (node.kind === 'path' && attributes.d)
      box.outlines.push(
        clip
          ? { path: clipped(attributes.d, place, clip), place: rounded([1, 0, 0, 1, clip.left, clip.low]) }
          : { path: attributes.d, place: rounded(place) },
      )
    else if (node.kind === 'rect')
      box.rules.push({
        rect: [attributes.x, attributes.y, attributes.width, attributes.height].map(value => Number(value ?? 0)) as [
          number,
          number,
          number,
          number,
        ],
        place: rounded(place),
      })
    for (const child of node.children ?? []) collect(child as LiteElement, place, clip)
  }
  collect(root, [1, 0, 0, -1, 0, 0], undefined)
}

/** An outline from the lower left of what is shown on, its points brought to the edges: exact for the straight pieces that long signs have. */
function clipped(path: string, place: Affine, { left, right, low, high }: Clip): string {
  let at: [number, number] = [0, 0]
  const point = (x: number, y: number): string => {
    at = [x, y]
    const [across, up] = applied(place, x, y)
    return [Math.min(right, Math.max(left, across)) - left, Math.min(high, Math.max(low, up)) - low]
      .map(value => Math.round(value * 10) / 10)
      .join(' ')
  }
  let made = ''
  for (const [, command, list] of path.matchAll(/([MLQCHVZ])([^MLQCHVZ]*)/g)) {
    const values = numbers(list!)
    if (command === 'Z') made += 'Z'
    else if (command === 'H') for (const x of values) made += `L${point(x, at[1])}`
    else if (command === 'V') for (const y of values) made += `L${point(at[0], y)}`
    else
      made += command + Array.from({ length: values.length / 2 }, (_, index) => point(values[index * 2]!, values[index * 2 + 1]!)).join(' ')
  }
  return made
}

function transformOf(text: string): Affine {
  let place = unmoved
  for (const [, name, list] of text.matchAll(/(\w+)\(([^)]*)\)/g)) {
    const [a = 0, b] = numbers(list!)
    if (name === 'translate') place = times(place, [1, 0, 0, 1, a, b ?? 0])
    else if (name === 'scale') place = times(place, [a, 0, 0, b ?? a, 0, 0])
    else if (name === 'matrix') place = times(place, numbers(list!) as Affine)
  }
  return place
}

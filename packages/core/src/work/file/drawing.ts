/**
 * Drawings (SVG 1.1) as they come from outside: only elements that draw are let in, nothing that leads out of the file, and no more than
 * can be drawn in a moment, however often what is drawn once is used.
 */
import { SaxesParser, type SaxesTagNS } from 'saxes'
import { Lettering } from './lettering.ts'

/** Why a drawing is refused, as what it holds (“a script”), or what is wrong with it. */
export class DrawingRefused extends Error {
  /** Whether the message is a thing that a drawing must not hold. */
  readonly holds: boolean
  constructor(message: string, holds = true) {
    super(message)
    this.holds = holds
  }
}

const namespace = 'http://www.w3.org/2000/svg'
const xhtml = 'http://www.w3.org/1999/xhtml'
const allowed = new Set(
  (
    'svg g defs symbol use title desc metadata style path rect circle ellipse line polyline polygon text tspan textPath image clipPath mask ' +
    'pattern marker linearGradient radialGradient stop filter switch a view'
  )
    .toLowerCase()
    .split(' '),
)
/** Parts of filters, which change what is drawn and draw nothing themselves. */
const filterPart = /^fe[a-z]+$/
const mostShapes = 60_000
const deepest = 200

/** An element: how much is drawn for it, and what is drawn once more. */
interface Shape {
  children: Shape[]
  /** Ids of what it uses, fills or masks with. */
  uses: string[]
}

/** CSS with its escapes resolved: `u\72l(` is `url(`. */
const unescaped = (css: string): string =>
  css.replace(/\\(?:([0-9a-f]{1,6})\s?|(.))/gi, (_, code: string | undefined, sign: string | undefined) => {
    const point = Number.parseInt(code ?? '', 16)
    return code ? (point > 0 && point <= 0x10ffff ? String.fromCodePoint(point) : '') : (sign ?? '')
  })

/** Anything in a style that is not of the drawing itself. */
const leadsOutside = (css: string): boolean => {
  const plain = unescaped(css).replace(/\/\*.*?\*\//gs, '')
  return /url\((?!\s*['"]?\s*#)|@import|image-set\s*\(|(^|[^a-z])src\s*\(|expression\s*\(|javascript:/i.test(plain)
}

const localAddress = /^(#|data:image\/(png|jpeg);)/i

/** Size in user units from the view box, else from width and height, and that of its smallest words. Throws `DrawingRefused`. */
export function readDrawing(source: string): { width: number; height: number; lettering?: number } {
  let size: { width: number; height: number } | null = null
  let count = 0
  const lettering = new Lettering()
  const root: Shape = { children: [], uses: [] }
  const open = [root]
  const byId = new Map<string, Shape>()
  const refuse = (what: string): never => {
    throw new DrawingRefused(what)
  }
  const parser = new SaxesParser({ xmlns: true })
  parser.on('error', () => {
    throw new DrawingRefused('is not a well-formed drawing. Save it again and try once more.', false)
  })
  parser.on('doctype', text => {
    if (text.includes('[')) refuse('definitions of its own')
  })
  parser.on('processinginstruction', ({ target }) => {
    if (target.toLowerCase() !== 'xml') refuse('a style sheet from outside')
  })
  parser.on('opentag', tag => {
    if (open.length > deepest) refuse('too deep a nesting')
    if (++count > mostShapes) refuse(`more than ${mostShapes.toLocaleString('en-GB')} shapes`)
    refuseElement(tag, refuse)
    const attributes = Object.values(tag.attributes).map(({ name, value }): [string, string] => [name.toLowerCase(), value])
    const shape: Shape = { children: [], uses: attributes.flatMap(usedIn) }
    for (const [name, value] of attributes) {
      refuseAttribute(name, value, refuse)
      if (name === 'id') byId.set(value, shape)
    }
    open.at(-1)?.children.push(shape)
    open.push(shape)
    lettering.element(tag.local.toLowerCase(), new Map(attributes))
    if (!size && tag.local.toLowerCase() === 'svg') size = sizeFrom(new Map(attributes))
  })
  const style = (text: string): void => {
    if (leadsOutside(text)) refuse('a link to something outside')
    lettering.text(text)
  }
  parser.on('text', style)
  parser.on('cdata', style)
  parser.on('closetag', () => {
    open.pop()
    lettering.end()
  })
  parser.write(source).close()
  if (drawnBy(root, byId, refuse) > mostShapes) refuse(`shapes that are used more than ${mostShapes.toLocaleString('en-GB')} times`)
  if (!size) throw new DrawingRefused('does not say how large it is. Give the drawing a width and a height.', false)
  const { smallest } = lettering
  return smallest === undefined ? size : { ...(size as { width: number; height: number }), lettering: smallest }
}

function refuseElement({ local, uri, name }: SaxesTagNS, refuse: (what: string) => never): void {
  const element = local.toLowerCase()
  if (uri === xhtml) refuse('a part of a web page')
  // What drawing programs note for themselves in their own names draws nothing.
  if (uri !== namespace && uri !== '') return
  if (!allowed.has(element) && !filterPart.test(element)) refuse(`a “${name.toLowerCase().slice(0, 40)}” element`)
}

function refuseAttribute(name: string, value: string, refuse: (what: string) => never): void {
  if (name.startsWith('on')) refuse('a script')
  if (/(^|:)(href|src)$/.test(name) && !localAddress.test(value.trim())) refuse('a link to something outside')
  if (!name.startsWith('xmlns') && !/(^|:)href$/.test(name) && leadsOutside(value)) refuse('a link to something outside')
}

function usedIn([name, value]: [string, string]): string[] {
  if (/(^|:)href$/.test(name)) return value.trim().startsWith('#') ? [value.trim().slice(1)] : []
  return [...value.matchAll(/url\(\s*['"]?\s*#([^'")\s]+)/gi)].map(([, id]) => id ?? '')
}

/** How many shapes are drawn for one, everything that is used counted as often as it is; no more than a few above the most. */
function drawnBy(shape: Shape, byId: ReadonlyMap<string, Shape>, refuse: (what: string) => never): number {
  const known = new Map<Shape, number>()
  const under = new Set<Shape>()
  const count = (one: Shape): number => {
    const before = known.get(one)
    if (before !== undefined) return before
    if (under.has(one)) return refuse('a shape that is drawn within itself')
    under.add(one)
    let sum = 1
    for (const child of one.children) sum = Math.min(mostShapes + 1, sum + count(child))
    for (const id of one.uses) {
      const used = byId.get(id)
      if (used) sum = Math.min(mostShapes + 1, sum + count(used))
    }
    under.delete(one)
    known.set(one, sum)
    return sum
  }
  return count(shape)
}

function sizeFrom(attributes: ReadonlyMap<string, string>): { width: number; height: number } | null {
  const box = attributes
    .get('viewbox')
    ?.trim()
    .split(/[\s,]+/)
    .map(Number)
  const [, , width = Number.parseFloat(attributes.get('width') ?? ''), height = Number.parseFloat(attributes.get('height') ?? '')] =
    box ?? []
  return width > 0 && height > 0 ? { width, height } : null
}

/**
 * Formulas as outlines and boxes, by MathJax with the STIX Two fonts; a formula is its source in the notation the math libraries
 * exchange. Every result is kept by source and style, and can be handed out and taken back in, so that it outlives the program.
 */

import type { LiteElement } from '@mathjax/src/js/adaptors/lite/Element.js'
import { liteAdaptor } from '@mathjax/src/js/adaptors/liteAdaptor.js'
import { RegisterHTMLHandler } from '@mathjax/src/js/handlers/html.js'
import '@mathjax/src/js/input/tex/ams/AmsConfiguration.js'
import '@mathjax/src/js/input/tex/base/BaseConfiguration.js'
import '@mathjax/src/js/input/tex/boldsymbol/BoldsymbolConfiguration.js'
import '@mathjax/src/js/input/tex/configmacros/ConfigMacrosConfiguration.js'
import { MathJaxStix2Font } from '@mathjax/mathjax-stix2-font/js/svg.js'
import { TeX } from '@mathjax/src/js/input/tex.js'
import { mathjax } from '@mathjax/src/js/mathjax.js'
import { SVG } from '@mathjax/src/js/output/svg.js'
import './mathFont.ts'
import { notationMacros, notationPackages } from './notation.ts'

/** Affine transform a b c d e f, as in SVG: x' = a x + c y + e, y' = b x + d y + f. */
export type Affine = [number, number, number, number, number, number]

/** A formula ready to draw. All lengths in em; y grows upwards from the baseline. */
export interface FormulaBox {
  width: number
  height: number
  depth: number
  /** Filled outlines: path data with absolute commands M L Q C H V Z in 1/1000 em, and where they stand. */
  outlines: { path: string; place: Affine }[]
  /** Filled rectangles: x, y, width, height in 1/1000 em after `place`. */
  rules: { rect: [number, number, number, number]; place: Affine }[]
  /** Where a line may end within it: after a relation outside all brackets. */
  breaks: FormulaBreak[]
  /** What is wrong with the source, where it cannot be set. */
  error: string
}

export interface FormulaBreak {
  /** Where what comes before it ends and what comes after it begins, in em: the space between them is that of the relation. */
  end: number
  begin: number
  /** The first outline and the first rectangle that come after it. */
  outline: number
  rule: number
}

export interface FormulaToSet {
  source: string
  display: boolean
}

export interface FormulaTypesetter {
  set(source: string, display: boolean): FormulaBox
  /** Whether it is set already. */
  knows(source: string, display: boolean): boolean
  /** Everything set so far that was not taken in, by key. */
  handOut(): [string, FormulaBox][]
  takeIn(boxes: Iterable<[string, FormulaBox]>): void
  /** Takes in what another typesetter has just set: it is handed out again, as if it had been set here. */
  takeOver(boxes: Iterable<[string, FormulaBox]>): void
}

type Convert = (source: string, display: boolean) => LiteElement

/** MathJax starts up on the first formula that no cache knows. */
function startConverter(): Convert {
  mathjax.asyncLoad = () => ({})
  mathjax.asyncIsSynchronous = true
  const adaptor = liteAdaptor()
  RegisterHTMLHandler(adaptor)
  const output = new SVG({ fontCache: 'none', fontData: MathJaxStix2Font, linebreaks: { inline: false } })
  const input = new TeX({
    packages: notationPackages,
    macros: notationMacros,
    formatError: (_: unknown, error: Error) => {
      throw error
    },
  })
  const document = mathjax.document('', { InputJax: input, OutputJax: output })
  output.font.loadDynamicFilesSync()
  return (source, display) => {
    const root = document.convert(source, { display, em: 12, ex: 5.7, containerWidth: 1e5 }) as LiteElement
    return adaptor.tags(root, 'svg')[0] as LiteElement
  }
}

const keyOf = (source: string, display: boolean): string => (display ? 'display ' : 'inline ') + source

export function createTypesetter(): FormulaTypesetter {
  const known = new Map<string, FormulaBox>()
  const fresh = new Map<string, FormulaBox>()
  let convert: Convert | undefined
  return {
    knows: (source, display) => known.has(keyOf(source, display)),
    set(source, display) {
      const key = keyOf(source, display)
      let box = known.get(key)
      if (!box) {
        convert ??= startConverter()
        box = typeset(convert, source, display)
        known.set(key, box)
        fresh.set(key, box)
      }
      return box
    },
    handOut() {
      const boxes = [...fresh]
      fresh.clear()
      return boxes
    },
    takeIn(boxes) {
      // Boxes kept by an earlier version do not say where they break: they are set again.
      for (const [key, box] of boxes) if (Array.isArray(box.breaks)) known.set(key, box)
    },
    takeOver(boxes) {
      for (const [key, box] of boxes) {
        known.set(key, box)
        fresh.set(key, box)
      }
    },
  }
}

function typeset(convert: Convert, source: string, display: boolean): FormulaBox {
  if (!source.trim()) return failed('The formula is empty.')
  try {
    const root = convert(source, display)
    const [, top, width, height] = numbers(root.attributes.viewBox as string)
    const box: FormulaBox = {
      width: width! / 1000,
      height: -top! / 1000,
      depth: (height! + top!) / 1000,
      outlines: [],
      rules: [],
      breaks: [],
      error: '',
    }
    collect(root, [1, 0, 0, -1, 0, 0], box, display ? noNodes : afterRelations(root), true)
    return box
  } catch (error) {
    return failed((error as Error).message)
  }
}

const failed = (error: string): FormulaBox => ({ width: 1, height: 0.7, depth: 0.2, outlines: [], rules: [], breaks: [], error })

const numbers = (text: string): number[] => (text.match(/-?[\d.]+(e-?\d+)?/g) ?? []).map(Number)

const times = (m: Affine, n: Affine): Affine => [
  m[0] * n[0] + m[2] * n[1],
  m[1] * n[0] + m[3] * n[1],
  m[0] * n[2] + m[2] * n[3],
  m[1] * n[2] + m[3] * n[3],
  m[0] * n[4] + m[2] * n[5] + m[4],
  m[1] * n[4] + m[3] * n[5] + m[5],
]

/** The space that stands on each side of a relation, in em. */
const relationSpace = 5 / 18
const codeOf = (sign: string): string => sign.codePointAt(0)!.toString(16).toUpperCase()
const relations = new Set([...'=<>≤≥≪≫≈≃≅∼≡≠∝→←↔⇒⇔↦∈∋⊂⊃⊆⊇≺≻∥⊥⩽⩾≲≳'].map(codeOf))
const opening = new Set([...'([{⟨'].map(codeOf))
const closing = new Set([...')]}⟩'].map(codeOf))
const noNodes: ReadonlySet<LiteElement> = new Set()

const elementsOf = (node: LiteElement): LiteElement[] => (node.children ?? []).filter(child => 'attributes' in child) as LiteElement[]
const kindOf = (node: LiteElement): string => (node.attributes as Record<string, string>)['data-mml-node'] ?? ''

/** The elements of the outermost row that come straight after a relation. */
function afterRelations(root: LiteElement): ReadonlySet<LiteElement> {
  let row = elementsOf(root)
  while (row.length === 1 && ['', 'math', 'mrow', 'mstyle', 'TeXAtom'].includes(kindOf(row[0]!))) row = elementsOf(row[0]!)
  const found = new Set<LiteElement>()
  let depth = 0
  for (let i = 0; i + 1 < row.length; i++) {
    const [glyph, more] = elementsOf(row[i]!)
    const sign = glyph && !more ? (glyph.attributes as Record<string, string>)['data-c'] : undefined
    if (kindOf(row[i]!) !== 'mo' || !sign) continue
    if (opening.has(sign)) depth++
    else if (closing.has(sign)) depth--
    else if (i > 0 && depth <= 0 && relations.has(sign)) found.add(row[i + 1]!)
  }
  return found
}

/** Walks the drawing and gathers outlines and rectangles with their whole transform. */
function collect(node: LiteElement, outer: Affine, box: FormulaBox, breaks: ReadonlySet<LiteElement>, root = false): void {
  const attributes = node.attributes as Record<string, string> | undefined
  if (!attributes) return
  let place = outer
  if (attributes.transform) place = times(place, transformOf(attributes.transform))
  if (breaks.has(node)) {
    const begin = place[4] / 1000
    box.breaks.push({ begin, end: Math.max(0, begin - relationSpace), outline: box.outlines.length, rule: box.rules.length })
  }
  if (node.kind === 'svg' && !root && attributes.viewBox) {
    const [left, top, width, height] = numbers(attributes.viewBox) as [number, number, number, number]
    const across = Number(attributes.width) / width
    const down = Number(attributes.height) / height
    place = times(place, [across, 0, 0, down, Number(attributes.x ?? 0) - left * across, Number(attributes.y ?? 0) - top * down])
  }
  if (node.kind === 'path' && attributes.d) box.outlines.push({ path: attributes.d, place: rounded(place) })
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
  for (const child of node.children ?? []) collect(child as LiteElement, place, box, breaks)
}

const rounded = (place: Affine): Affine => place.map(value => Math.round(value * 1e4) / 1e4) as Affine

function transformOf(text: string): Affine {
  let place: Affine = [1, 0, 0, 1, 0, 0]
  for (const [, name, list] of text.matchAll(/(\w+)\(([^)]*)\)/g)) {
    const [a = 0, b] = numbers(list!)
    if (name === 'translate') place = times(place, [1, 0, 0, 1, a, b ?? 0])
    else if (name === 'scale') place = times(place, [a, 0, 0, b ?? a, 0, 0])
    else if (name === 'matrix') place = times(place, numbers(list!) as Affine)
  }
  return place
}

/** Sets formulas by MathJax with the STIX Two fonts. All of MathJax comes with this file and with no other. */

import type { LiteDocument } from '@mathjax/src/js/adaptors/lite/Document.js'
import type { LiteElement } from '@mathjax/src/js/adaptors/lite/Element.js'
import type { LiteText } from '@mathjax/src/js/adaptors/lite/Text.js'
import { liteAdaptor } from '@mathjax/src/js/adaptors/liteAdaptor.js'
import { type MathItem as AnyMathItem, STATE } from '@mathjax/src/js/core/MathItem.js'
import { SerializedMmlVisitor } from '@mathjax/src/js/core/MmlTree/SerializedMmlVisitor.js'
import { RegisterHTMLHandler } from '@mathjax/src/js/handlers/html.js'
import '@mathjax/src/js/input/tex/ams/AmsConfiguration.js'
import '@mathjax/src/js/input/tex/base/BaseConfiguration.js'
import '@mathjax/src/js/input/tex/boldsymbol/BoldsymbolConfiguration.js'
import '@mathjax/src/js/input/tex/configmacros/ConfigMacrosConfiguration.js'
import '@mathjax/src/js/input/tex/mathtools/MathtoolsConfiguration.js'
import { MathJaxStix2Font } from '@mathjax/mathjax-stix2-font/js/svg.js'
import { TeX } from '@mathjax/src/js/input/tex.js'
import { mathjax } from '@mathjax/src/js/mathjax.js'
import { SVG } from '@mathjax/src/js/output/svg.js'
import './mathFont.ts'

import { cleanMathMl } from './cleanMathMl.ts'
import { drawInto, numbers } from './drawInto.ts'
import { closingSigns, openingSigns, relationSigns } from './lineSigns.ts'
import { notationMacros, notationPackages } from './notation.ts'
import { plainReason } from './plainReason.ts'
import type { FormulaDrawing, FormulaTypesetter, SetFormula } from './typesetter.ts'
import { typesetterOver } from './typesetter.ts'

type MathItem = AnyMathItem<LiteElement, LiteText, LiteDocument>

interface Converted {
  svg: LiteElement
  mathMl: string
}
type Convert = (source: string, display: boolean) => Converted

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
  const visitor = new SerializedMmlVisitor()
  return (source, display) => {
    // As `document.convert` does it; that gives the drawing alone, and reading a formula anew for its MathML takes half as long again.
    const item = new document.options.MathItem(source, input, display) as MathItem
    item.start.node = adaptor.body(document.document)
    item.setMetrics(12, 5.7, 1e5, 1)
    item.convert(document, STATE.LAST)
    return { svg: adaptor.tags(item.typesetRoot, 'svg')[0] as LiteElement, mathMl: cleanMathMl(visitor.visitTree(item.root)) }
  }
}

let convert: Convert | undefined

/** Sets a formula anew; MathJax starts up on the first. */
export const setFormula: SetFormula = (source, display) => {
  convert ??= startConverter()
  return typeset(convert, source, display)
}

/** A typesetter that can set every formula itself, at once. */
export const createTypesetter = (): FormulaTypesetter => typesetterOver(setFormula)

/** Most code units of a source that is set: a page holds a fraction of what it says, and setting takes its time. */
const longestSource = 8000

function typeset(convert: Convert, source: string, display: boolean): FormulaDrawing {
  if (!source.trim()) return failed('The formula is empty.')
  if (source.length > longestSource)
    return failed(`The formula is longer than ${longestSource.toLocaleString('en-GB')} signs. Make several of it.`)
  try {
    const { svg: root, mathMl } = convert(source, display)
    const [, top, width, height] = numbers(root.attributes.viewBox as string)
    const box: FormulaDrawing = {
      width: width! / 1000,
      height: -top! / 1000,
      depth: (height! + top!) / 1000,
      outlines: [],
      rules: [],
      breaks: [],
      mathMl,
      error: '',
    }
    drawInto(box, root, lineStarts(root, display))
    return box
  } catch (error) {
    return failed(plainReason(error))
  }
}

const failed = (error: string): FormulaDrawing => ({
  width: 1,
  height: 0.7,
  depth: 0.2,
  outlines: [],
  rules: [],
  breaks: [],
  mathMl: '',
  error,
})

const codeOf = (sign: string): string => sign.codePointAt(0)!.toString(16).toUpperCase()
const [relations, opening, closing] = [relationSigns, openingSigns, closingSigns].map(signs => new Set([...signs].map(codeOf))) as [
  Set<string>,
  Set<string>,
  Set<string>,
]

const elementsOf = (node: LiteElement): LiteElement[] => (node.children ?? []).filter(child => 'attributes' in child) as LiteElement[]
const kindOf = (node: LiteElement): string => (node.attributes as Record<string, string>)['data-mml-node'] ?? ''

/**
 * The elements of the outermost row that a line may begin with: in a line of text those straight after a relation, in a display the
 * relations themselves, at which its lines are aligned as well.
 */
function lineStarts(root: LiteElement, display: boolean): ReadonlySet<LiteElement> {
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
    else if ((display || i > 0) && depth <= 0 && relations.has(sign)) found.add(row[display ? i : i + 1]!)
  }
  return found
}

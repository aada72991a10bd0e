/** Formula outlines in a PDF: every distinct outline is one shared form, placed where it stands. */
import type PDFDocument from 'pdfkit'
import type { Reference } from 'pdfkit'
import type { FormulaDrawing } from '../../formulas/typesetter.ts'
import { numeral } from './pdfText.ts'

export class PdfFormulas {
  private readonly forms = new Map<string, { name: string; reference: Reference }>()
  private readonly document: PDFDocument

  constructor(document: PDFDocument) {
    this.document = document
  }

  /** Operators that draw a formula with its baseline's left end at a point, y upwards from the page's lower edge. */
  draw(formula: FormulaDrawing, size: number, x: number, y: number): string {
    const scale = size / 1000
    let out = `q ${scale.toFixed(5)} 0 0 ${scale.toFixed(5)} ${numeral(x)} ${numeral(y)} cm`
    for (const { path, place } of formula.outlines) {
      const form = this.form(path)
      this.document.page.xobjects[form.name] = form.reference
      out += ` q ${place.map(precise).join(' ')} cm /${form.name} Do Q`
    }
    for (const { rect, place } of formula.rules) out += ` q ${place.map(precise).join(' ')} cm ${rect.map(numeral).join(' ')} re f Q`
    return `${out} Q`
  }

  private form(path: string): { name: string; reference: Reference } {
    let form = this.forms.get(path)
    if (!form) {
      const reference = this.document.ref({ Type: 'XObject', Subtype: 'Form', BBox: [-3000, -4000, 9000, 6000], Resources: {} })
      reference.end(`${pathOperators(path)}f`)
      this.forms.set(path, (form = { name: `Outline${this.forms.size}`, reference }))
    }
    return form
  }
}

const precise = (value: number): string => (Math.round(value * 1000) / 1000).toString()

/** Path data with absolute commands as PDF operators; quadratic curves become cubic ones. */
export function pathOperators(path: string): string {
  const tokens = path.match(/[A-Z]|-?(?:\d+\.?\d*|\.\d+)(?:e-?\d+)?/g) ?? []
  let out = ''
  let command = ''
  let x = 0
  let y = 0
  let control: [number, number] | null = null
  let i = 0
  const next = (): number => Number(tokens[i++])
  const quadratic = (cx: number, cy: number, ex: number, ey: number): void => {
    out += `${[x + (2 / 3) * (cx - x), y + (2 / 3) * (cy - y), ex + (2 / 3) * (cx - ex), ey + (2 / 3) * (cy - ey), ex, ey].map(numeral).join(' ')} c `
    control = [cx, cy]
    x = ex
    y = ey
  }
  while (i < tokens.length) {
    if (/[A-Z]/.test(tokens[i]!)) command = tokens[i++]!
    if (command !== 'Q' && command !== 'T') control = null
    switch (command) {
      case 'M':
      case 'L':
        x = next()
        y = next()
        out += `${numeral(x)} ${numeral(y)} ${command === 'M' ? 'm' : 'l'} `
        if (command === 'M') command = 'L'
        break
      case 'H':
        x = next()
        out += `${numeral(x)} ${numeral(y)} l `
        break
      case 'V':
        y = next()
        out += `${numeral(x)} ${numeral(y)} l `
        break
      case 'C': {
        const points = [next(), next(), next(), next(), next(), next()]
        out += `${points.map(numeral).join(' ')} c `
        x = points[4]!
        y = points[5]!
        break
      }
      case 'Q':
        quadratic(next(), next(), next(), next())
        break
      case 'T': {
        const [cx, cy]: [number, number] = control ?? [x, y]
        quadratic(2 * x - cx, 2 * y - cy, next(), next())
        break
      }
      case 'Z':
        out += 'h '
        break
      default:
        throw new RangeError(`A formula outline has a command this program does not know: “${command}”.`)
    }
  }
  return out
}

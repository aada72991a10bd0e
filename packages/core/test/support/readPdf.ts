/** Reads a PDF back with a library that had no part in writing it: objects, content streams, the structure tree and what it says. */

import type { PDFObject } from 'pdf-lib'
import {
  decodePDFRawStream,
  PDFArray,
  PDFDict,
  PDFDocument,
  PDFHexString,
  PDFName,
  PDFNumber,
  PDFRawStream,
  PDFRef,
  PDFString,
} from 'pdf-lib'

/** One operator of a content stream and what stands before it. */
export interface Operation {
  operator: string
  operands: Operand[]
}
export type Operand = number | string | Uint8Array | Operand[] | Map<string, Operand>

const latin = (bytes: Uint8Array): string => Buffer.from(bytes.buffer, bytes.byteOffset, bytes.length).toString('latin1')

/** Names keep their slash; strings are bytes. */
export function operationsOf(bytes: Uint8Array): Operation[] {
  const text = latin(bytes)
  const token =
    /\s*(?:(%[^\r\n]*)|(<<)|(>>)|(\[)|(\])|<([0-9A-Fa-f\s]*)>|(\()|(\/[^\s<>[\](){}/%]*)|([+-]?(?:\d+\.?\d*|\.\d+))|([^\s<>[\](){}/%]+))/y
  const out: Operation[] = []
  let operands: Operand[] = []
  const stack: Operand[][] = []
  const top = (): Operand[] => stack.at(-1) ?? operands
  let at = 0
  while (at < text.length) {
    token.lastIndex = at
    const found = token.exec(text)
    if (!found) break
    at = token.lastIndex
    const [, comment, opens, closes, list, listEnd, hex, string, name, number, word] = found
    if (comment !== undefined) continue
    if (opens !== undefined || list !== undefined) stack.push([])
    else if (closes !== undefined || listEnd !== undefined) {
      const inner = stack.pop()!
      if (listEnd !== undefined) top().push(inner)
      else {
        const map = new Map<string, Operand>()
        for (let i = 0; i < inner.length; i += 2) map.set(inner[i] as string, inner[i + 1]!)
        top().push(map)
      }
    } else if (hex !== undefined) {
      const digits = hex.replace(/\s/g, '')
      top().push(
        Uint8Array.from({ length: Math.ceil(digits.length / 2) }, (_, i) =>
          Number.parseInt(digits.slice(i * 2, i * 2 + 2).padEnd(2, '0'), 16),
        ),
      )
    } else if (string !== undefined) {
      let depth = 1
      let end = at
      for (; depth > 0 && end < text.length; end++) {
        if (text[end] === '\\') end++
        else if (text[end] === '(') depth++
        else if (text[end] === ')') depth--
      }
      top().push(PDFString.of(text.slice(at, end - 1)).asBytes())
      at = end
    } else if (name !== undefined) top().push(name)
    else if (number !== undefined) top().push(Number(number))
    else {
      out.push({ operator: word!, operands })
      operands = []
    }
  }
  return out
}

export function textOfBytes(bytes: Uint8Array): string {
  if (bytes[0] === 0xfe && bytes[1] === 0xff) {
    let text = ''
    for (let i = 2; i + 1 < bytes.length; i += 2) text += String.fromCharCode(bytes[i]! * 256 + bytes[i + 1]!)
    return text
  }
  return latin(bytes)
}

export interface Element {
  tag: string
  dict: PDFDict
  parent: Element | null
  /** Elements, and runs of marked content as what they say. */
  children: (Element | { mcid: number; page: string; says: string } | { annotation: PDFDict })[]
}

export class ReadPdf {
  readonly document: PDFDocument
  readonly catalog: PDFDict
  private readonly fonts = new Map<PDFDict, Map<number, string>>()
  private readonly operations = new Map<PDFDict, Operation[]>()
  private root: Element | undefined
  /** What each piece of marked content says, by page and number. */
  readonly says = new Map<string, string>()

  private constructor(document: PDFDocument) {
    this.document = document
    this.catalog = document.catalog
    for (const { ref, node } of document.getPages()) this.readContent(ref.toString(), this.operationsOn(node), this.resourcesOf(node))
  }

  static async open(bytes: Uint8Array): Promise<ReadPdf> {
    return new ReadPdf(await PDFDocument.load(bytes, { updateMetadata: false }))
  }

  look(value: PDFObject | undefined): PDFObject | undefined {
    return value instanceof PDFRef ? this.document.context.lookup(value) : value
  }
  dict(from: PDFDict, name: string): PDFDict | undefined {
    const value = this.look(from.get(PDFName.of(name)))
    return value instanceof PDFDict ? value : value instanceof PDFRawStream ? value.dict : undefined
  }
  list(from: PDFDict, name: string): PDFObject[] {
    const value = this.look(from.get(PDFName.of(name)))
    return value instanceof PDFArray ? value.asArray().map(each => this.look(each)!) : value ? [value] : []
  }
  name(from: PDFDict, name: string): string {
    const value = this.look(from.get(PDFName.of(name)))
    return value instanceof PDFName ? value.decodeText() : ''
  }
  number(from: PDFDict, name: string): number | undefined {
    const value = this.look(from.get(PDFName.of(name)))
    return value instanceof PDFNumber ? value.asNumber() : undefined
  }
  words(from: PDFDict, name: string): string | undefined {
    const value = this.look(from.get(PDFName.of(name)))
    return value instanceof PDFString || value instanceof PDFHexString ? value.decodeText() : undefined
  }

  resourcesOf(page: PDFDict): PDFDict | undefined {
    return this.dict(page, 'Resources')
  }
  /** What a page draws, read once. */
  operationsOn(page: PDFDict): readonly Operation[] {
    const read = this.operations.get(page)
    if (read) return read
    const parts = this.list(page, 'Contents').flatMap(part => (part instanceof PDFRawStream ? [decodePDFRawStream(part).decode()] : []))
    const operations = operationsOf(Buffer.concat(parts))
    this.operations.set(page, operations)
    return operations
  }
  /** What a form draws. */
  operationsOfForm(form: PDFRawStream): readonly Operation[] {
    const operations = this.operations.get(form.dict) ?? operationsOf(decodePDFRawStream(form).decode())
    this.operations.set(form.dict, operations)
    return operations
  }

  /** What the codes of a font read as. */
  unicodeOf(font: PDFDict): Map<number, string> {
    let map = this.fonts.get(font)
    if (map) return map
    this.fonts.set(font, (map = new Map()))
    const stream = this.look(font.get(PDFName.of('ToUnicode')))
    if (!(stream instanceof PDFRawStream)) return map
    const text = latin(decodePDFRawStream(stream).decode())
    for (const [, first, , values] of text.matchAll(/<(\w{4})> <(\w{4})> \[([^\]]*)\]/g))
      [...values!.matchAll(/<([^>]*)>/g)].forEach(([, digits], i) => {
        const units = digits!.trim().split(/\s+/).filter(Boolean)
        map!.set(Number.parseInt(first!, 16) + i, String.fromCharCode(...units.map(unit => Number.parseInt(unit, 16))))
      })
    return map
  }

  private readContent(page: string, operations: readonly Operation[], resources: PDFDict | undefined): void {
    const fonts = resources && this.dict(resources, 'Font')
    const open: { mcid: number | null; actual: string | null }[] = []
    let font: Map<number, string> | undefined
    const say = (text: string): void => {
      const within = open.findLast(({ mcid }) => mcid !== null)
      if (!within) return
      const key = `${page} ${within.mcid}`
      this.says.set(key, (this.says.get(key) ?? '') + text)
    }
    const show = (bytesShown: Uint8Array): void => {
      if (open.some(({ actual }) => actual !== null)) return
      for (let i = 0; i + 1 < bytesShown.length; i += 2) say(font?.get(bytesShown[i]! * 256 + bytesShown[i + 1]!) ?? '\ufffd')
    }
    for (const { operator, operands } of operations) {
      if (operator === 'Tf') font = fonts && this.unicodeOf(this.dict(fonts, (operands[0] as string).slice(1))!)
      else if (operator === 'BMC') open.push({ mcid: null, actual: null })
      else if (operator === 'BDC') {
        const told = operands[1] as Map<string, Operand>
        const mcid = told.get('/MCID')
        const actual = told.get('/ActualText')
        open.push({ mcid: typeof mcid === 'number' ? mcid : null, actual: actual instanceof Uint8Array ? textOfBytes(actual) : null })
        if (actual instanceof Uint8Array) say(textOfBytes(actual))
      } else if (operator === 'EMC') open.pop()
      else if (operator === 'Tj') show(operands[0] as Uint8Array)
      else if (operator === 'TJ') for (const part of operands[0] as Operand[]) if (part instanceof Uint8Array) show(part)
    }
  }

  /** The structure tree, from its root. */
  tree(): Element {
    this.root ??= this.readTree()
    return this.root
  }
  private readTree(): Element {
    const root = this.dict(this.catalog, 'StructTreeRoot')!
    const read = (dict: PDFDict, parent: Element | null, page: string): Element => {
      const own = dict.get(PDFName.of('Pg'))
      const at = own instanceof PDFRef ? own.toString() : page
      const element: Element = { tag: this.name(dict, 'S') || 'Root', dict, parent, children: [] }
      for (const kid of this.list(dict, 'K')) {
        if (kid instanceof PDFNumber) {
          const mcid = kid.asNumber()
          element.children.push({ mcid, page: at, says: this.says.get(`${at} ${mcid}`) ?? '' })
        } else if (kid instanceof PDFDict && this.name(kid, 'Type') === 'MCR') {
          const there = kid.get(PDFName.of('Pg'))!.toString()
          const mcid = this.number(kid, 'MCID')!
          element.children.push({ mcid, page: there, says: this.says.get(`${there} ${mcid}`) ?? '' })
        } else if (kid instanceof PDFDict && this.name(kid, 'Type') === 'OBJR') {
          const annotation = this.dict(kid, 'Obj')
          if (annotation) element.children.push({ annotation })
        } else if (kid instanceof PDFDict) element.children.push(read(kid, element, at))
      }
      return element
    }
    return read(root, null, '')
  }

  /** Attributes of an element, all owners together. */
  attributes(element: Element): Map<string, PDFObject> {
    const all = new Map<string, PDFObject>()
    for (const each of this.list(element.dict, 'A'))
      if (each instanceof PDFDict) for (const [name, value] of each.entries()) all.set(name.asString().slice(1), this.look(value)!)
    return all
  }
}

export const isElement = (child: Element['children'][number]): child is Element => 'tag' in child

/** All elements below one, itself first, in the order of reading. */
export function* elementsOf(element: Element): Generator<Element> {
  yield element
  for (const child of element.children) if (isElement(child)) yield* elementsOf(child)
}

/** What an element says, as somebody hears it: a formula or picture by its words where `words` gives them. */
export function saidBy(element: Element, instead: (element: Element) => string | null = () => null): string {
  const other = instead(element)
  if (other !== null) return other
  return element.children.map(child => ('says' in child ? child.says : isElement(child) ? saidBy(child, instead) : '')).join('')
}

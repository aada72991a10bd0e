/**
 * Pages of a PDF from elsewhere, to be drawn into one of ours, which keeps to ISO 19005-2 and ISO 14289-1: only what those standards let stand
 * is let in. Clauses are those of ISO 19005-2. What has no place in our file and shows nothing (structure, notes of programs) is left behind.
 */
import { Unzlib } from 'fflate'
import {
  PDFArray,
  PDFDict,
  PDFDocument,
  PDFInvalidObject,
  PDFName,
  PDFNumber,
  type PDFObject,
  type PDFPage,
  PDFRawStream,
  PDFRef,
  PDFStream,
} from 'pdf-lib'
import { joinBytes } from '../../../work/file/byteStreams.ts'
import { NotContent, operationsIn } from './contentStream.ts'

/** Why a page cannot stand in an archive file as it is: ends a sentence such as “page 3 prints as a picture, for it …”. */
export class NotForArchive extends Error {}

/** A page as a form: what is in it, and how it comes to stand upright in a square of 1 by 1. */
export interface ForeignPage {
  document: PDFDocument
  /** Left, bottom, right and top edge, in points. */
  box: readonly [number, number, number, number]
  matrix: readonly number[]
  resources: PDFDict
  /** How its colours mix, where some of them are seen through. */
  group: PDFObject | undefined
  content: Uint8Array
  /** Contents of the forms within it, without the marks of their own structure. */
  cleaned: ReadonlyMap<PDFRawStream, Uint8Array>
}

/** How much packed content is given to the inflater at a time, in bytes. */
const step = 1 << 12
const named = (name: string): PDFName => PDFName.of(name)
const most = { objects: 20_000, content: 32 * 1024 * 1024, operations: 2_000_000, open: 28, depth: 60 } as const

/** Operators that draw or say how (7.2); those that mark structure are left out, any other is none. */
const drawing = new Set(
  `b B b* B* BT BX c cm cs CS d d0 d1 Do ET EX f F f* g G gs h i j J k K l m M n q Q re rg RG ri s S sc SC scn SCN sh T* Tc Td TD Tf Tj TJ TL Tm Tr Ts Tw Tz v w W W* y ' "`.split(
    ' ',
  ),
)
const structure = new Set(['BMC', 'BDC', 'EMC', 'MP', 'DP'])
const filters = new Set(['FlateDecode', 'DCTDecode', 'CCITTFaxDecode', 'JBIG2Decode', 'RunLengthDecode', 'ASCII85Decode', 'ASCIIHexDecode'])
const blendModes = new Set(
  'Normal Compatible Multiply Screen Overlay Darken Lighten ColorDodge ColorBurn HardLight SoftLight Difference Exclusion Hue Saturation Color Luminosity'.split(
    ' ',
  ),
)
const encodings = new Set(['WinAnsiEncoding', 'MacRomanEncoding'])

/** Throws where the file cannot be read. */
export async function openForeignFile(bytes: Uint8Array): Promise<PDFDocument> {
  return PDFDocument.load(bytes, { updateMetadata: false, throwOnInvalidObject: false })
}

/** `number` counts from 1. Throws NotForArchive. */
export function foreignPage(document: PDFDocument, number: number): ForeignPage {
  const page = document.getPages()[number - 1]
  if (!page) throw new NotForArchive('is not in the file')
  try {
    return new Inspection(document).page(page)
  } catch (error) {
    if (error instanceof NotForArchive) throw error
    // Whatever a file from elsewhere makes a reader stumble over.
    throw new NotForArchive('is damaged, or written in a way of its own')
  }
}

class Inspection {
  private readonly cleaned = new Map<PDFRawStream, Uint8Array>()
  private readonly seen = new Set<PDFObject>()
  /** Resources and fonts that were looked at as such. */
  private readonly known = new Set<PDFDict>()
  private objects = 0
  private operations = 0
  private unpacked = 0

  private readonly document: PDFDocument

  constructor(document: PDFDocument) {
    this.document = document
  }

  page(page: PDFPage): ForeignPage {
    const { node } = page
    for (const each of this.items(node.get(named('Annots')))) this.annotation(each)
    const resources = node.Resources() ?? this.document.context.obj({})
    const group = node.get(named('Group'))
    if (group) this.everything(group, 0)
    const content = this.withoutMarks(this.contentOf(node.get(named('Contents'))))
    this.resources(resources)
    const { x, y, width, height } = page.getCropBox()
    if (!(width > 0 && height > 0)) throw new NotForArchive('has no size')
    const turned = (((page.getRotation().angle % 360) + 360) % 360) as number
    return {
      document: this.document,
      box: [x, y, x + width, y + height],
      matrix: upright(turned, x, y, width, height),
      resources,
      group,
      content,
      cleaned: this.cleaned,
    }
  }

  private look(value: PDFObject | undefined): PDFObject | undefined {
    return value instanceof PDFRef ? this.document.context.lookup(value) : value
  }
  private dict(value: PDFObject | undefined): PDFDict | undefined {
    const found = this.look(value)
    return found instanceof PDFDict ? found : found instanceof PDFStream ? found.dict : undefined
  }
  private name(dict: PDFDict | undefined, key: string): string {
    const found = this.look(dict?.get(named(key)))
    return found instanceof PDFName ? found.asString().slice(1) : ''
  }
  private items(value: PDFObject | undefined): PDFObject[] {
    const found = this.look(value)
    return found instanceof PDFArray ? found.asArray() : found ? [found] : []
  }
  private entries(value: PDFObject | undefined): PDFObject[] {
    return [...(this.dict(value)?.values() ?? [])]
  }

  /** Links lead elsewhere from here; what an annotation draws would be lost. */
  private annotation(value: PDFObject): void {
    const dict = this.dict(value)
    const kind = this.name(dict, 'Subtype')
    if (!dict || kind === 'Link' || kind === 'Popup') return
    const flags = this.look(dict.get(named('F')))
    const hidden = flags instanceof PDFNumber && (flags.asNumber() & 0b100010) !== 0
    if (!hidden && dict.get(named('AP'))) throw new NotForArchive('has a signature, stamp or note on it')
  }

  private contentOf(value: PDFObject | undefined): Uint8Array {
    // No operand goes on from one to the next.
    return joinBytes(
      this.items(value).map(each => this.decoded(this.look(each))),
      1,
    )
  }

  private decoded(stream: PDFObject | undefined): Uint8Array {
    if (!(stream instanceof PDFRawStream)) return new Uint8Array()
    this.filtersOf(stream)
    const packed = this.items(stream.dict.get(named('Filter'))).map(each => this.look(each))
    if (packed.length > 1 || stream.dict.get(named('DecodeParms')) || (packed[0] && packed[0] !== named('FlateDecode')))
      throw new NotForArchive('is packed in a way of its own')
    return packed.length ? this.unpack(stream.contents) : stream.contents
  }

  /** Whatever a stream claims, no more is unpacked than can be read. */
  private unpack(bytes: Uint8Array): Uint8Array {
    const parts: Uint8Array[] = []
    const unzlib = new Unzlib(part => {
      parts.push(part)
      this.unpacked += part.length
    })
    for (let from = 0; from < bytes.length; from += step) {
      if (this.unpacked > most.content) throw new NotForArchive('holds more than can be read')
      unzlib.push(bytes.subarray(from, from + step), from + step >= bytes.length)
    }
    return joinBytes(parts)
  }

  /** Content without the marks of its own structure, which would stand in ours (ISO 14289-1, 7.1). */
  private withoutMarks(content: Uint8Array): Uint8Array {
    const kept = new Uint8Array(content.length)
    let length = 0
    let copied = 0
    let open = 0
    const keep = (from: number, to: number): void => {
      kept.set(content.subarray(from, to), length)
      length += to - from
    }
    try {
      for (const { operator, from, to, name } of operationsIn(content)) {
        if (++this.operations > most.operations) throw new NotForArchive('draws more than can be read')
        if (structure.has(operator)) {
          if (operator === 'BDC' && name && this.layered(content, from, to)) throw new NotForArchive('has layers that can be hidden')
          keep(copied, from)
          copied = to
        } else if (!drawing.has(operator)) throw new NotForArchive('is drawn in a way of its own')
        else if (operator === 'k' || operator === 'K' || ((operator === 'cs' || operator === 'CS') && name === 'DeviceCMYK'))
          throw new NotForArchive('has the colours of a press')
        else if (operator === 'q') open++
        else if (operator === 'Q') open--
        if (open > most.open) throw new NotForArchive('is drawn in a way of its own')
      }
    } catch (error) {
      if (error instanceof NotContent) throw new NotForArchive('is drawn in a way of its own')
      throw error
    }
    keep(copied, content.length)
    return kept.subarray(0, length)
  }

  private layered(content: Uint8Array, from: number, to: number): boolean {
    return String.fromCharCode(...content.subarray(from, Math.min(to, from + 3))) === '/OC'
  }

  private resources(resources: PDFDict): void {
    if (this.known.has(resources)) return
    this.known.add(resources)
    this.everything(resources, 0)
    for (const font of this.entries(resources.get(named('Font')))) this.font(this.dict(font))
    for (const state of this.entries(resources.get(named('ExtGState')))) this.state(this.dict(state))
    for (const form of this.entries(resources.get(named('XObject')))) this.form(this.look(form))
    for (const pattern of this.entries(resources.get(named('Pattern')))) this.form(this.look(pattern))
  }

  /** What stands for itself wherever it is reached: how it is packed, its colours, and how much there is of it. */
  private everything(value: PDFObject | undefined, depth: number): void {
    const found = this.look(value)
    if (found instanceof PDFInvalidObject) throw new NotForArchive('is damaged')
    if (found instanceof PDFName) {
      if (found === named('DeviceCMYK')) throw new NotForArchive('has the colours of a press')
      return
    }
    if (!(found instanceof PDFArray || found instanceof PDFDict || found instanceof PDFStream) || this.seen.has(found)) return
    this.seen.add(found)
    if (++this.objects > most.objects || depth > most.depth) throw new NotForArchive('holds more than can be read')
    if (found instanceof PDFArray) for (const each of found.asArray()) this.everything(each, depth + 1)
    else {
      const dict = found instanceof PDFStream ? found.dict : found
      if (found instanceof PDFStream) this.filtersOf(found)
      if (dict.get(named('OC')) || this.name(dict, 'Type') === 'OCG') throw new NotForArchive('has layers that can be hidden')
      for (const [key, each] of dict.entries()) if (!isLeftBehind(found, key)) this.everything(each, depth + 1)
    }
  }

  /** How a stream is packed (6.1.7); nothing of it stands in another file. */
  private filtersOf(stream: PDFStream): void {
    if (!(stream instanceof PDFRawStream) || stream.dict.get(named('F'))) throw new NotForArchive('is kept in another file in part')
    for (const each of this.items(stream.dict.get(named('Filter')))) {
      const filter = this.look(each)
      if (!(filter instanceof PDFName) || !filters.has(filter.asString().slice(1)))
        throw new NotForArchive('is packed in a way that archives do not take')
    }
  }

  /** Letters come along, and say what they are (6.2.11). */
  private font(font: PDFDict | undefined): void {
    if (!font || this.known.has(font)) return
    this.known.add(font)
    const kind = this.name(font, 'Subtype')
    if (kind === 'Type3') throw new NotForArchive('has letters that are drawn one by one')
    const inner = kind === 'Type0' ? this.dict(this.items(font.get(named('DescendantFonts')))[0]) : font
    const descriptor = this.dict(inner?.get(named('FontDescriptor')))
    const file = ['FontFile', 'FontFile2', 'FontFile3'].some(key => this.look(descriptor?.get(named(key))) instanceof PDFStream)
    if (!file) throw new NotForArchive('has letters that the file does not bring along')
    const told = this.look(font.get(named('ToUnicode'))) instanceof PDFStream
    if (kind === 'Type0') {
      if (!this.name(font, 'Encoding').startsWith('Identity-')) throw new NotForArchive('has letters by a list of their own')
      if (this.name(inner, 'Subtype') === 'CIDFontType2' && !inner?.get(named('CIDToGIDMap')))
        throw new NotForArchive('has letters by a list of their own')
    }
    const base = this.name(font, 'Encoding') || this.name(this.dict(font.get(named('Encoding'))), 'BaseEncoding')
    if (!told && !(kind !== 'Type0' && encodings.has(base))) throw new NotForArchive('has letters that do not say what they are')
  }

  /** How things are drawn (6.2.5, 6.2.10). */
  private state(state: PDFDict | undefined): void {
    if (!state) return
    if (['TR', 'HTP', 'HTO'].some(key => state.get(named(key)))) throw new NotForArchive('is drawn in a way of its own')
    const transfer = this.look(state.get(named('TR2')))
    if (transfer && transfer !== named('Default')) throw new NotForArchive('is drawn in a way of its own')
    for (const each of this.items(state.get(named('BM')))) {
      const mode = this.look(each)
      if (!(mode instanceof PDFName) || !blendModes.has(mode.asString().slice(1))) throw new NotForArchive('is drawn in a way of its own')
    }
    for (const each of this.items(state.get(named('Font'))).slice(0, 1)) this.font(this.dict(each))
    const mask = this.dict(state.get(named('SMask')))
    if (mask) this.form(this.look(mask.get(named('G'))))
  }

  /** Forms and patterns draw as pages do; pictures are what they are (6.2.8, 6.2.9). */
  private form(form: PDFObject | undefined): void {
    if (!(form instanceof PDFStream) || this.cleaned.has(form as PDFRawStream)) return
    const kind = this.name(form.dict, 'Subtype')
    if (kind === 'PS' || form.dict.get(named('PS')) || form.dict.get(named('Ref'))) throw new NotForArchive('is drawn in a way of its own')
    if (kind === 'Image' || !(form instanceof PDFRawStream)) return
    this.cleaned.set(form, new Uint8Array())
    const content = this.withoutMarks(this.decoded(form))
    this.cleaned.set(form, content)
    const resources = this.dict(form.dict.get(named('Resources')))
    if (resources) this.resources(resources)
    // What it names is its own (6.2.2), and not that of whatever draws it.
    else if (namesOthers(content)) throw new NotForArchive('is drawn in a way of its own')
  }
}

const ofStreams = new Set(
  ['StructParent', 'StructParents', 'Metadata', 'PieceInfo', 'LastModified', 'Interpolate', 'Alternates', 'OPI', 'Length', 'ID'].map(named),
)
const ofDescriptors = new Set(['CIDSet', 'CharSet'].map(named))
const properties = named('Properties')

/** Whether an entry is no part of what is drawn: it is neither looked at nor taken along. */
export function isLeftBehind(holder: PDFObject, key: PDFName): boolean {
  if (holder instanceof PDFStream) return ofStreams.has(key)
  if (!(holder instanceof PDFDict)) return false
  if (holder.get(named('Type')) === named('FontDescriptor')) return ofDescriptors.has(key)
  // Of resources: what marks of structure say.
  return key === properties && holder.get(properties) !== undefined
}

const naming = new Set(['gs', 'Do', 'Tf', 'cs', 'CS', 'sh', 'scn', 'SCN'])
const standing = new Set(['DeviceGray', 'DeviceRGB', 'Pattern'])
function namesOthers(content: Uint8Array): boolean {
  for (const { operator, name } of operationsIn(content)) if (naming.has(operator) && name && !standing.has(name)) return true
  return false
}

/** From the page's coordinates to a square of 1 by 1 in which it stands as it is shown (8.3.3 of ISO 32000-1). */
function upright(turned: number, x: number, y: number, width: number, height: number): number[] {
  const [w, h] = [1 / width, 1 / height]
  switch (turned) {
    case 90:
      return [0, -w, h, 0, -y * h, 1 + x * w]
    case 180:
      return [-w, 0, 0, -h, 1 + x * w, 1 + y * h]
    case 270:
      return [0, w, -h, 0, 1 + y * h, -x * w]
    default:
      return [w, 0, 0, h, -x * w, -y * h]
  }
}

/** The parts of pdfkit that the PDF is written with, its internals among them: the version is pinned for their sake. */
declare module 'pdfkit' {
  export interface Reference {
    data: Record<string, unknown>
    compress: boolean
    write(chunk: string | Uint8Array): void
    end(chunk?: string | Uint8Array): void
  }
  export interface EmbeddedFont {
    id: string
    ref(): Reference
    subset: { includeGlyph(glyph: number): number; glyphs: number[] }
    widths: number[]
    unicode: number[][]
    font: { unitsPerEm: number }
  }
  export interface StructureContent {
    readonly refs: unknown[]
  }
  export interface StructureElement {
    add(child: StructureElement | StructureContent): this
    end(): void
  }
  export interface Page {
    width: number
    height: number
    content: Reference
    resources: Reference
    dictionary: Reference
    fonts: Record<string, Reference>
    xobjects: Record<string, Reference>
    write(operators: string): void
    end(): void
  }
  /** A picture made of pixels: written when it is first drawn. */
  export interface Image {
    label: string
    width: number
    height: number
    obj: Reference | null
    embed(document: PDFDocument): void
  }
  export interface OutlineItem {
    addItem(title: string): OutlineItem
    outlineData: Record<string, unknown>
  }
  export default class PDFDocument {
    constructor(options: Record<string, unknown>)
    page: Page
    outline: OutlineItem
    _root: Reference
    _font: EmbeddedFont
    _ctm: number[]
    options: Record<string, unknown>
    info: Record<string, unknown>
    endMetadata(): void
    /** Embeds a file. */
    file(bytes: Uint8Array, options: Record<string, unknown>): Reference
    getMarkInfoDictionary(): Reference
    /** Bytes written so far. */
    _offset: number
    _write(data: string | Uint8Array): void
    push(chunk: Uint8Array | null): boolean
    addPage(options: Record<string, unknown>): this
    addContent(operators: string): this
    addNamedDestination(name: string, ...place: unknown[]): void
    registerFont(name: string, bytes: Uint8Array): this
    font(name: string): this
    /** Of bytes, or an address that holds its data. */
    openImage(source: Uint8Array | string): Image
    image(image: Image, x: number, y: number, options: Record<string, unknown>): this
    /** How many images were opened. */
    _imageCount: number
    goTo(x: number, y: number, width: number, height: number, name: string, options?: Record<string, unknown>): this
    link(x: number, y: number, width: number, height: number, address: string, options?: Record<string, unknown>): this
    ref(data: Record<string, unknown>): Reference
    struct(type: string, options?: Record<string, unknown>): StructureElement
    addStructure(element: StructureElement): this
    markStructureContent(tag: string, options?: Record<string, unknown>): StructureContent
    markContent(tag: string, options?: Record<string, unknown>): this
    endMarkedContent(): this
    save(): this
    restore(): this
    end(): void
  }
}
declare module 'pdfkit/output' {
  export function toBytes(document: import('pdfkit').default): Promise<Uint8Array>
}
declare module 'svg-to-pdfkit' {
  export default function svgToPdf(
    document: import('pdfkit').default,
    source: string,
    x: number,
    y: number,
    options: Record<string, unknown>,
  ): void
}

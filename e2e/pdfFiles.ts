/** PDFs for tests: one with pages that can and cannot be kept as they are, and what one draws. */
import {
  beginText,
  endText,
  moveText,
  PDFDocument,
  PDFHexString,
  PDFName,
  PDFRawStream,
  PDFString,
  rgb,
  StandardFonts,
  setFontAndSize,
  showText,
} from 'pdf-lib'

/** The first page holds shapes alone, the second words in letters that are not in the file, one of them coded as Japanese was before Unicode. */
export async function twoPages(): Promise<Buffer> {
  const document = await PDFDocument.create()
  document.addPage([420, 595]).drawRectangle({ x: 60, y: 300, width: 200, height: 100, color: rgb(0.2, 0.5, 0.4) })
  const font = await document.embedFont(StandardFonts.TimesRoman)
  const second = document.addPage([420, 595])
  second.drawText('I made this work myself, at the lake.', { x: 40, y: 500, size: 16, font })
  const { context } = document
  const japanese = context.obj({
    Type: 'Font',
    Subtype: 'Type0',
    BaseFont: 'Mincho',
    Encoding: '90ms-RKSJ-H',
    DescendantFonts: [
      {
        Type: 'Font',
        Subtype: 'CIDFontType0',
        BaseFont: 'Mincho',
        CIDSystemInfo: { Registry: PDFString.of('Adobe'), Ordering: PDFString.of('Japan1'), Supplement: 2 },
        FontDescriptor: { Type: 'FontDescriptor', FontName: 'Mincho', Flags: 4, FontBBox: [0, 0, 1000, 1000], ItalicAngle: 0 },
      },
    ],
  })
  second.node.setFontDictionary(PDFName.of('Japanese'), context.register(japanese))
  // 湖, a lake.
  second.pushOperators(beginText(), setFontAndSize('Japanese', 16), moveText(40, 460), showText(PDFHexString.of('8cce')), endText())
  return Buffer.from(await document.save())
}

/** What a PDF draws beside text: images, and forms with their edges. */
export async function drawnIn(bytes: Uint8Array): Promise<string[]> {
  const document = await PDFDocument.load(bytes)
  return document.context.enumerateIndirectObjects().flatMap(([, object]) => {
    if (!(object instanceof PDFRawStream) || object.dict.get(PDFName.of('Type')) !== PDFName.of('XObject')) return []
    return [`${object.dict.get(PDFName.of('Subtype'))} ${object.dict.get(PDFName.of('BBox')) ?? ''}`.trim()]
  })
}

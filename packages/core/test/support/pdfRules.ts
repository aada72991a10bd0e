/**
 * The machine-checkable clauses of ISO 14289-1 (PDF/UA-1) and ISO 19005-2 (PDF/A-2, level A) that concern what we write, each a check over
 * a PDF that is read back. `docs/pdf.md` lists them. A check tells what is wrong, with a way to find it; nothing where all is right.
 */
import { decodePDFRawStream, PDFArray, PDFBool, PDFDict, PDFHexString, PDFName, PDFNumber, PDFRawStream, PDFString } from 'pdf-lib'
import { type Element, elementsOf, isElement, type Operand, type Operation, type ReadPdf, saidBy } from './readPdf.ts'

export interface Rule {
  /** Standard and clause, as `A 6.1.3` or `UA 7.5`. */
  clause: string
  says: string
  broken(pdf: ReadPdf, bytes: Uint8Array): string[]
}

const rule = (clause: string, says: string, broken: Rule['broken']): Rule => ({ clause, says, broken })
const when = (wrong: boolean, says: string): string[] => (wrong ? [says] : [])

const xmpOf = (pdf: ReadPdf): string => {
  const stream = pdf.look(pdf.catalog.get(PDFName.of('Metadata')))
  return stream instanceof PDFRawStream ? new TextDecoder().decode(decodePDFRawStream(stream).decode()) : ''
}
const objectsOf = (pdf: ReadPdf) => pdf.document.context.enumerateIndirectObjects()
const dictsRead = new WeakMap<ReadPdf, PDFDict[]>()
const dictsOf = (pdf: ReadPdf): readonly PDFDict[] => {
  const read = dictsRead.get(pdf)
  if (read) return read
  const found: PDFDict[] = []
  const walk = (value: unknown): void => {
    if (value instanceof PDFRawStream) walk(value.dict)
    else if (value instanceof PDFDict) {
      found.push(value)
      for (const [, inner] of value.entries()) walk(inner)
    } else if (value instanceof PDFArray) value.asArray().forEach(walk)
  }
  for (const [, object] of objectsOf(pdf)) walk(object)
  dictsRead.set(pdf, found)
  return found
}
const formsOf = (pdf: ReadPdf): PDFRawStream[] =>
  objectsOf(pdf).flatMap(([, object]) => (object instanceof PDFRawStream && pdf.name(object.dict, 'Subtype') === 'Form' ? [object] : []))
const fontsOf = (pdf: ReadPdf): PDFDict[] =>
  dictsOf(pdf).filter(dict => pdf.name(dict, 'Type') === 'Font' && pdf.name(dict, 'Subtype') === 'Type0')
const descendant = (pdf: ReadPdf, font: PDFDict): PDFDict => pdf.list(font, 'DescendantFonts')[0] as PDFDict
const annotationsOf = (pdf: ReadPdf): PDFDict[] => pdf.document.getPages().flatMap(page => pdf.list(page.node, 'Annots') as PDFDict[])
const all = (pdf: ReadPdf, tag: string): Element[] => [...elementsOf(pdf.tree())].filter(element => element.tag === tag)
const called = (element: Element): string => `${element.tag} “${saidBy(element).slice(0, 40)}”`
const within = (element: Element, tags: readonly string[]): boolean => element.parent !== null && tags.includes(element.parent.tag)

/** Codes that are shown, by font; of pages and forms. */
function shownCodes(pdf: ReadPdf): Map<PDFDict, Set<number>> {
  const shown = new Map<PDFDict, Set<number>>()
  const read = (operations: readonly Operation[], resources: PDFDict | undefined): void => {
    const fonts = resources && pdf.dict(resources, 'Font')
    let codes: Set<number> | undefined
    const show = (part: Operand): void => {
      if (part instanceof Uint8Array) for (let i = 0; i + 1 < part.length; i += 2) codes?.add(part[i]! * 256 + part[i + 1]!)
    }
    for (const { operator, operands } of operations) {
      if (operator === 'Tf') {
        const font = fonts && pdf.dict(fonts, (operands[0] as string).slice(1))
        if (font && !shown.has(font)) shown.set(font, new Set())
        codes = font && shown.get(font)
      } else if (operator === 'Tj') show(operands[0]!)
      else if (operator === 'TJ') for (const part of operands[0] as Operand[]) show(part)
    }
  }
  for (const page of pdf.document.getPages()) read(pdf.operationsOn(page.node), pdf.resourcesOf(page.node))
  for (const form of formsOf(pdf)) read(pdf.operationsOfForm(form), pdf.resourcesOf(form.dict))
  return shown
}

const painting = new Set(['S', 's', 'f', 'F', 'f*', 'B', 'B*', 'b', 'b*', 'Do', 'Tj', 'TJ', "'", '"', 'sh', 'BI'])
/** All operators of ISO 32000-1, annex A. */
const operators = new Set(
  'b B b* B* BDC BI BMC BT BX c cm CS cs d d0 d1 Do DP EI EMC ET EX f F f* G g gs h i ID j J K k l m M MP n q Q re RG rg ri s S SC sc SCN scn sh T* Tc Td TD Tf Tj TJ TL Tm Tr Ts Tw Tz v w W W* y \' "'.split(
    ' ',
  ),
)
const standardTags = new Set(
  'Document Part Art Sect Div BlockQuote Caption TOC TOCI Index NonStruct Private H H1 H2 H3 H4 H5 H6 P L LI Lbl LBody Table TR TH TD THead TBody TFoot Span Quote Note Reference BibEntry Code Link Annot Ruby Warichu Figure Formula Form Root'.split(
    ' ',
  ),
)

function contentRule(pdf: ReadPdf): string[] {
  const wrong: string[] = []
  pdf.document.getPages().forEach((page, index) => {
    const open: ('artifact' | 'tagged' | 'other')[] = []
    let depth = 0
    for (const { operator, operands } of pdf.operationsOn(page.node)) {
      if (operator === 'q') depth++
      if (operator === 'Q') depth--
      if (depth > 28) wrong.push(`page ${index + 1}: states of graphics are nested more than 28 deep (A 6.1.13)`)
      if (operator === 'BMC' || operator === 'BDC') {
        const told = operands[1]
        const kind = operands[0] === '/Artifact' ? 'artifact' : told instanceof Map && told.has('/MCID') ? 'tagged' : 'other'
        if (kind === 'artifact' && open.includes('tagged')) wrong.push(`page ${index + 1}: an artifact within what is tagged`)
        if (kind === 'tagged' && open.some(each => each !== 'other'))
          wrong.push(`page ${index + 1}: tagged within an artifact or another tag`)
        open.push(kind)
      } else if (operator === 'EMC') open.pop()
      else if (painting.has(operator) && open.every(each => each === 'other'))
        wrong.push(`page ${index + 1}: ${operator} is neither tagged nor an artifact`)
    }
    if (open.length) wrong.push(`page ${index + 1}: marked content is not closed`)
  })
  return wrong.slice(0, 5)
}

function tableRule(pdf: ReadPdf): string[] {
  return all(pdf, 'Table').flatMap(table => {
    const reaching: number[] = []
    const widths = [...elementsOf(table)]
      .filter(({ tag }) => tag === 'TR')
      .map(row => {
        let width = reaching.filter(rows => rows > 0).length
        for (let i = 0; i < reaching.length; i++) reaching[i] = Math.max(0, reaching[i]! - 1)
        for (const cell of row.children.filter(isElement)) {
          const told = pdf.attributes(cell)
          const of = (name: string): number => (told.get(name) as PDFNumber | undefined)?.asNumber() ?? 1
          width += of('ColSpan')
          if (of('RowSpan') > 1) for (let i = 0; i < of('ColSpan'); i++) reaching.push(of('RowSpan') - 1)
        }
        return width
      })
    return when(new Set(widths).size > 1, `${called(table)} has rows of ${[...new Set(widths)].join(' and ')} columns`)
  })
}

function headingRule(pdf: ReadPdf): string[] {
  let last = 0
  return [...elementsOf(pdf.tree())].flatMap(element => {
    const level = Number(/^H([1-6])$/.exec(element.tag)?.[1] ?? 0)
    if (!level) return []
    const wrong = when(level > last + 1, `${called(element)} follows a heading of level ${last}`)
    last = level
    return wrong
  })
}

const belongs =
  (tag: string, parents: readonly string[]) =>
  (pdf: ReadPdf): string[] =>
    all(pdf, tag).flatMap(element => when(!within(element, parents), `${called(element)} stands in ${element.parent?.tag}`))

export const rules: readonly Rule[] = [
  rule('A 6.1.2', 'The header is that of PDF 1.7, with a comment of bytes above 127 behind it.', (_pdf, bytes) => {
    const head = Buffer.from(bytes.subarray(0, 16)).toString('latin1')
    return when(!/^%PDF-1\.[0-7]\n%[\x80-\xff]{4}/.test(head), head)
  }),
  rule(
    'A 6.1.3',
    'The trailer has an identifier and nothing is encrypted; nothing stands behind the end of the file.',
    ({ document }, bytes) => [
      ...when(!document.context.trailerInfo.ID, 'no identifier'),
      ...when(Boolean(document.context.trailerInfo.Encrypt), 'encrypted'),
      ...when(!/%%EOF\r?\n?$/.test(Buffer.from(bytes.subarray(-10)).toString('latin1')), 'more behind the end'),
    ],
  ),
  rule('A 6.1.7', 'No stream is outside the file or packed by a method that is not allowed.', pdf =>
    dictsOf(pdf).flatMap(dict =>
      when(
        pdf.list(dict, 'Filter').some(filter => /LZW|Crypt/.test(filter.toString())) ||
          (dict.has(PDFName.of('Length')) && dict.has(PDFName.of('F'))),
        dict.toString().slice(0, 80),
      ),
    ),
  ),
  rule('A 6.1.13', 'Strings, names and numbers keep within the limits.', pdf => {
    const wrong: string[] = []
    const walk = (value: unknown): void => {
      if (value instanceof PDFString || value instanceof PDFHexString) {
        if (value.asBytes().length > 32_767) wrong.push(`a string of ${value.asBytes().length} bytes`)
      } else if (value instanceof PDFName) {
        if (value.asString().length > 127) wrong.push(`the name ${value.asString().slice(0, 40)}`)
      } else if (value instanceof PDFRawStream) walk(value.dict)
      else if (value instanceof PDFDict) value.entries().flat().forEach(walk)
      else if (value instanceof PDFArray) value.asArray().forEach(walk)
    }
    for (const [, object] of objectsOf(pdf)) walk(object)
    return wrong
  }),
  rule('A 6.2.2', 'Content streams use operators of the standard alone, and resources that they name.', pdf =>
    pdf.document.getPages().flatMap((page, index) => {
      const resources = pdf.resourcesOf(page.node)
      const named = (kind: string, name: Operand): boolean => {
        const list = resources && pdf.dict(resources, kind)
        return Boolean(list?.has(PDFName.of((name as string).slice(1))))
      }
      return pdf
        .operationsOn(page.node)
        .flatMap(({ operator, operands }) => [
          ...when(!operators.has(operator), `page ${index + 1}: ${operator}`),
          ...when(operator === 'Do' && !named('XObject', operands[0]!), `page ${index + 1}: ${operands[0]} is no resource`),
          ...when(operator === 'Tf' && !named('Font', operands[0]!), `page ${index + 1}: ${operands[0]} is no resource`),
        ])
    }),
  ),
  rule('A 6.2.3', 'One output intent with a colour profile of three components.', pdf => {
    const intents = pdf.list(pdf.catalog, 'OutputIntents') as PDFDict[]
    const profile = intents[0] && pdf.look(intents[0].get(PDFName.of('DestOutputProfile')))
    const bytes = profile instanceof PDFRawStream ? decodePDFRawStream(profile).decode() : new Uint8Array()
    const text = Buffer.from(bytes).toString('latin1')
    return [
      ...when(intents.length !== 1 || pdf.name(intents[0]!, 'S') !== 'GTS_PDFA1', 'no output intent'),
      ...when(
        text.slice(36, 40) !== 'acsp' || text.slice(16, 20) !== 'RGB ' || Buffer.from(bytes).readUInt32BE(0) !== bytes.length,
        'no profile',
      ),
      ...when(profile instanceof PDFRawStream && pdf.number(profile.dict, 'N') !== 3, 'its profile says another number of components'),
    ]
  }),
  rule('A 6.2.4', 'Colours are those that the output intent gives a meaning to: no inks.', pdf => {
    const drawn = [
      ...pdf.document.getPages().map(page => pdf.operationsOn(page.node)),
      ...formsOf(pdf).map(form => pdf.operationsOfForm(form)),
    ]
    return [
      ...drawn.flatMap(operations =>
        when(
          operations.some(({ operator }) => operator === 'k' || operator === 'K'),
          'inks in a content stream',
        ),
      ),
      ...dictsOf(pdf).flatMap(dict => when(pdf.name(dict, 'ColorSpace') === 'DeviceCMYK', 'a picture in inks')),
    ]
  }),
  rule('A 6.2.5', 'States of graphics change no transfer function or halftone.', pdf =>
    dictsOf(pdf).flatMap(dict =>
      when(['TR', 'HTP'].some(name => dict.has(PDFName.of(name))) && pdf.name(dict, 'Type') === 'ExtGState', 'a transfer function'),
    ),
  ),
  rule('A 6.2.8', 'Pictures are not interpolated and have no alternates.', pdf =>
    dictsOf(pdf).flatMap(dict =>
      when(
        pdf.name(dict, 'Subtype') === 'Image' &&
          (dict.has(PDFName.of('Alternates')) || dict.has(PDFName.of('OPI')) || dict.get(PDFName.of('Interpolate')) === PDFBool.True),
        'a picture',
      ),
    ),
  ),
  rule('A 6.2.9', 'Forms hold no PostScript and refer to no other file.', pdf =>
    dictsOf(pdf).flatMap(dict =>
      when(pdf.name(dict, 'Subtype') === 'Form' && ['OPI', 'PS', 'Ref'].some(name => dict.has(PDFName.of(name))), 'a form'),
    ),
  ),
  rule('A 6.2.11.3', 'Composite fonts say how codes become glyphs.', pdf =>
    fontsOf(pdf).flatMap(font => {
      const own = descendant(pdf, font)
      return when(
        pdf.name(font, 'Encoding') !== 'Identity-H' ||
          (pdf.name(own, 'Subtype') === 'CIDFontType2' && pdf.name(own, 'CIDToGIDMap') !== 'Identity'),
        pdf.name(font, 'BaseFont'),
      )
    }),
  ),
  rule('A 6.2.11.4', 'Every font is embedded, and says nothing incomplete of which glyphs are in it.', pdf => [
    ...fontsOf(pdf).flatMap(font => {
      const told = pdf.dict(descendant(pdf, font), 'FontDescriptor')
      return [
        ...when(!told || !['FontFile2', 'FontFile3'].some(name => told.has(PDFName.of(name))), pdf.name(font, 'BaseFont')),
        ...when(Boolean(told?.has(PDFName.of('CIDSet'))), `${pdf.name(font, 'BaseFont')} has a CIDSet`),
      ]
    }),
    ...dictsOf(pdf).flatMap(dict =>
      when(pdf.name(dict, 'Type') === 'Font' && ['Type1', 'TrueType', 'Type3'].includes(pdf.name(dict, 'Subtype')), 'a simple font'),
    ),
  ]),
  rule('A 6.2.11.5', 'Widths of glyphs in the file are those of the font.', pdf => {
    const shown = shownCodes(pdf)
    return fontsOf(pdf).flatMap(font => {
      const widths = pdf.list(descendant(pdf, font), 'W')
      const own = widths[1] instanceof PDFArray ? widths[1].asArray() : []
      return [...(shown.get(font) ?? [])].flatMap(code =>
        when(!(own[code] instanceof PDFNumber), `${pdf.name(font, 'BaseFont')}: no width for ${code}`),
      )
    })
  }),
  rule('A 6.2.11.7', 'Every glyph that is shown reads as something.', pdf =>
    [...shownCodes(pdf)].flatMap(([font, codes]) => {
      const reads = pdf.unicodeOf(font)
      return [...codes].flatMap(code =>
        when(!reads.get(code) || /[\0\ufeff\ufffe]/.test(reads.get(code)!), `${pdf.name(font, 'BaseFont')}: ${code}`),
      )
    }),
  ),
  rule('A 6.2.11.8', 'No glyph stands for one that is missing.', pdf =>
    [...shownCodes(pdf)].flatMap(([font, codes]) => when(codes.has(0), pdf.name(font, 'BaseFont'))),
  ),
  rule('A 6.3', 'Annotations are links, which print and are not hidden.', pdf =>
    annotationsOf(pdf).flatMap(dict =>
      when(pdf.name(dict, 'Subtype') !== 'Link' || ((pdf.number(dict, 'F') ?? 0) & 0b100111) !== 4, dict.toString().slice(0, 120)),
    ),
  ),
  rule('A 6.5', 'Links go to places in the file or to addresses; nothing runs.', pdf => [
    ...dictsOf(pdf).flatMap(dict =>
      when(
        /^(Launch|Sound|Movie|ResetForm|ImportData|JavaScript|Hide|SetOCGState|Rendition|Trans|GoTo3DView)$/.test(pdf.name(dict, 'S')),
        pdf.name(dict, 'S'),
      ),
    ),
    ...when(
      ['OpenAction', 'AA'].some(name => pdf.catalog.has(PDFName.of(name))),
      'the file does something when it is opened',
    ),
  ]),
  rule(
    'A 6.6.2',
    'The metadata is XMP that is not packed, says the same as the information dictionary, and describes what is not of XMP.',
    pdf => {
      const xmp = xmpOf(pdf)
      const stream = pdf.look(pdf.catalog.get(PDFName.of('Metadata')))
      const info = pdf.look(pdf.document.context.trailerInfo.Info) as PDFDict
      const unescaped = xmp.replaceAll('&lt;', '<').replaceAll('&gt;', '>').replaceAll('&amp;', '&')
      return [
        ...when(!xmp, 'no metadata'),
        ...when(stream instanceof PDFRawStream && stream.dict.has(PDFName.of('Filter')), 'it is packed'),
        ...['Title', 'Author', 'Subject', 'Keywords', 'Creator', 'Producer'].flatMap(name => {
          const told = pdf.words(info, name)
          return told === undefined ? [] : when(!unescaped.includes(`>${told}<`), `${name}: ${told}`)
        }),
        ...when(!/<dc:language><rdf:Bag><rdf:li>[\w-]+</.test(xmp), 'no language'),
        ...when(!xmp.includes('pdfaSchema:prefix>pdfuaid<'), 'pdfuaid is not described'),
      ]
    },
  ),
  rule('A 6.6.4', 'The metadata says which part and level it keeps to.', pdf => {
    const attached = pdf.catalog.has(PDFName.of('AF'))
    return when(!xmpOf(pdf).includes(`<pdfaid:part>${attached ? 3 : 2}</pdfaid:part><pdfaid:conformance>A<`), 'it does not')
  }),
  rule('A 6.7', 'It is tagged with standard types, and its language is told.', pdf => [
    ...when(pdf.dict(pdf.catalog, 'MarkInfo')?.get(PDFName.of('Marked')) !== PDFBool.True, 'not marked'),
    ...when(!pdf.words(pdf.catalog, 'Lang'), 'no language'),
    ...[...elementsOf(pdf.tree())].flatMap(({ tag }) => when(!standardTags.has(tag), tag)),
  ]),
  rule('A 6.8', 'A file that is carried says what it is and is there for the whole work.', pdf =>
    dictsOf(pdf).flatMap(dict =>
      pdf.name(dict, 'Type') !== 'Filespec'
        ? []
        : [
            ...when(!pdf.catalog.has(PDFName.of('AF')), 'it is not associated'),
            ...when(!pdf.name(dict, 'AFRelationship') || !pdf.words(dict, 'UF') || !pdf.words(dict, 'F'), 'it does not say what it is'),
            ...when(!pdf.name(pdf.dict(pdf.dict(dict, 'EF')!, 'F')!, 'Subtype'), 'it has no type'),
          ],
    ),
  ),
  rule('UA 5', 'The metadata says that it keeps to ISO 14289-1.', pdf => when(!xmpOf(pdf).includes('<pdfuaid:part>1<'), 'it does not')),
  rule('UA 7.1', 'All that is painted is tagged or an artifact; the title is told and shown.', pdf => [
    ...contentRule(pdf),
    ...when(!/<dc:title>.*<rdf:li xml:lang="x-default">[^<]+</.test(xmpOf(pdf)), 'no title'),
    ...when(pdf.dict(pdf.catalog, 'ViewerPreferences')?.get(PDFName.of('DisplayDocTitle')) !== PDFBool.True, 'its title is not shown'),
  ]),
  rule('UA 7.2', 'Languages are tags.', pdf =>
    dictsOf(pdf).flatMap(dict => {
      const language = pdf.words(dict, 'Lang')
      return language === undefined ? [] : when(!/^[A-Za-z]{2,3}(-[A-Za-z0-9]{2,8})*$/.test(language), language)
    }),
  ),
  rule('UA 7.3', 'Pictures say what they show.', pdf =>
    all(pdf, 'Figure').flatMap(element => when(!pdf.words(element.dict, 'Alt'), called(element))),
  ),
  rule('UA 7.4.2', 'Levels of headings are not skipped.', headingRule),
  rule('UA 7.5', 'Cells of heads say what they head; rows have as many columns as each other.', pdf => [
    ...all(pdf, 'TH').flatMap(element => when(!pdf.attributes(element).has('Scope'), called(element))),
    ...tableRule(pdf),
    ...belongs('TR', ['Table', 'THead', 'TBody', 'TFoot'])(pdf),
    ...belongs('TD', ['TR'])(pdf),
    ...belongs('TH', ['TR'])(pdf),
  ]),
  rule('UA 7.6', 'Lists hold items, items a label and a body, and lists say how they are numbered.', pdf => [
    ...belongs('LI', ['L'])(pdf),
    ...belongs('LBody', ['LI'])(pdf),
    ...belongs('Lbl', ['LI', 'Note'])(pdf),
    ...all(pdf, 'L').flatMap(element => when(!pdf.attributes(element).has('ListNumbering'), called(element))),
  ]),
  rule('UA 7.7', 'Formulas say what they are.', pdf =>
    all(pdf, 'Formula').flatMap(element => when(!pdf.words(element.dict, 'Alt'), called(element))),
  ),
  rule('UA 7.8', 'Captions stand with what they are of, first or last.', pdf => belongs('Caption', ['Figure', 'Table', 'Div'])(pdf)),
  rule('UA 7.9', 'Notes have identifiers, each its own.', pdf => {
    const ids = all(pdf, 'Note').map(element => pdf.words(element.dict, 'ID'))
    return [
      ...when(
        ids.some(id => !id),
        'one has none',
      ),
      ...when(new Set(ids).size !== ids.length, 'two have the same'),
    ]
  }),
  rule('UA 7.18', 'Links are in the tree as links, say where they lead, and are walked through in its order.', pdf => {
    const tagged = new Map<PDFDict, Element>()
    for (const element of elementsOf(pdf.tree()))
      for (const child of element.children) if ('annotation' in child) tagged.set(child.annotation, element)
    return [
      ...annotationsOf(pdf).flatMap(dict => [
        ...when(tagged.get(dict)?.tag !== 'Link', `a link stands in ${tagged.get(dict)?.tag}`),
        ...when(!pdf.words(dict, 'Contents'), 'a link does not say where it leads'),
        ...when(pdf.number(dict, 'StructParent') === undefined, 'a link is not in the tree'),
      ]),
      ...pdf.document
        .getPages()
        .flatMap((page, index) =>
          when(pdf.list(page.node, 'Annots').length > 0 && pdf.name(page.node, 'Tabs') !== 'S', `page ${index + 1}`),
        ),
    ].slice(0, 5)
  }),
  rule('UA 7.18.5', 'A link and its area are on one page.', pdf => {
    const pages = new Map(
      pdf.document
        .getPages()
        .flatMap(page => (pdf.list(page.node, 'Annots') as PDFDict[]).map(dict => [dict, page.ref.toString()] as const)),
    )
    const wrong: string[] = []
    for (const element of elementsOf(pdf.tree()))
      for (const kid of pdf.list(element.dict, 'K'))
        if (kid instanceof PDFDict && pdf.name(kid, 'Type') === 'OBJR') {
          const annotation = pdf.dict(kid, 'Obj')!
          if (kid.get(PDFName.of('Pg'))?.toString() !== pages.get(annotation)) wrong.push(called(element))
        }
    return wrong.slice(0, 3)
  }),
]

/** Everything that a PDF does wrong by these rules. */
export const brokenRules = (pdf: ReadPdf, bytes: Uint8Array): string[] =>
  rules.flatMap(({ clause, broken }) => [...new Set(broken(pdf, bytes))].slice(0, 4).map(said => `${clause}: ${said}`))

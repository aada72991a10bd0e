/** Styles of an OpenDocument text, as the house style sets its texts: paragraphs, marks, lists, notes, sheets with their heads. */
import type { HeadingStyle, HouseStyle, TextStyle } from '../../work/parts/houseStyle.ts'
import { noteRulesOf } from '../../work/parts/scheme.ts'
import type { Manuscript } from '../manuscript/manuscript.ts'
import type { Element } from '../markup/markup.ts'
import { faceOf } from '../officeFaces.ts'
import { languageOf, o, points } from './odfElements.ts'
import { listLevels, numberFormats, type OutlineLevel, type OutlinePlans } from './outlineNumbers.ts'

const alignments = { left: 'start', right: 'end', centre: 'center', justified: 'justify' } as const

type Attributes = Record<string, string | number | null>

function textProperties(style: Pick<TextStyle, 'face' | 'size'>, house: HouseStyle, more: Attributes = {}): Element {
  const { name, strong, slanted } = faceOf(style, house)
  return o('style:text-properties', {
    'style:font-name': name,
    'fo:font-size': points(style.size),
    'fo:font-weight': strong ? 'bold' : 'normal',
    'fo:font-style': slanted ? 'italic' : 'normal',
    ...more,
  })
}

const paragraphProperties = (style: TextStyle, more: Attributes = {}): Attributes => ({
  'fo:margin-top': points(style.before),
  'fo:margin-bottom': points(style.after),
  'style:line-height-at-least': points(style.leading),
  'fo:text-align': alignments[style.align],
  ...more,
})

interface Made {
  name: string
  display?: string
  over?: string
  next?: string
  outline?: number
  list?: string
  paragraph?: Attributes
  tabs?: readonly Element[]
  text?: Element
}

const styleOf = ({ name, display, over = 'Standard', next, outline, list, paragraph, tabs, text }: Made): Element =>
  o(
    'style:style',
    {
      'style:name': name,
      'style:display-name': display ?? null,
      'style:family': 'paragraph',
      'style:parent-style-name': name === 'Standard' ? null : over,
      'style:next-style-name': next ?? null,
      'style:default-outline-level': outline ?? null,
      'style:list-style-name': list ?? null,
    },
    paragraph || tabs ? o('style:paragraph-properties', paragraph ?? {}, tabs ? o('style:tab-stops', {}, tabs) : null) : null,
    text ?? null,
  )

const tab = (type: 'left' | 'right' | 'center', position: number, leader = false): Element =>
  o('style:tab-stop', {
    'style:type': type === 'left' ? null : type,
    'style:position': points(position),
    ...(leader ? { 'style:leader-style': 'dotted', 'style:leader-text': '.' } : {}),
  })

/** Styles of paragraphs and marks. `measure` is the width of the text, in points. */
export function paragraphStyles({ work }: Manuscript, measure: number): Element[] {
  const { houseStyle: house } = work
  const { body, headings, part, caption, note, quotation, verse, epigraph, listing, titlePage, table, contents, index, hyphenate } = house
  const heading = (style: HeadingStyle): Attributes =>
    paragraphProperties(style, { 'fo:keep-with-next': 'always', 'fo:text-indent': '0pt', 'fo:hyphenate': null })
  const plain: Attributes = { 'fo:text-indent': '0pt' }
  const whole = (style: TextStyle, more: Attributes = {}): Attributes => paragraphProperties(style, { ...plain, ...more })
  const line: TextStyle = { ...contents.line, align: 'left' }
  const all: Made[] = [
    {
      name: 'Standard',
      paragraph: paragraphProperties(
        { ...body, before: 0, after: house.paragraphGap },
        { 'fo:text-indent': points(house.indent), 'fo:orphans': 2, 'fo:widows': 2 },
      ),
      text: textProperties(body, house, { 'fo:hyphenate': hyphenate ? 'true' : 'false', ...languageOf(work.settings.language) }),
    },
    { name: 'First', paragraph: plain },
    ...(['left', 'centre', 'right'] as const).map(
      (align): Made => ({ name: `Standard-${align}`, paragraph: { ...plain, 'fo:text-align': alignments[align] } }),
    ),
    ...Array.from({ length: 9 }, (_, at): Made => {
      const style = headings[Math.min(at, headings.length - 1)]!
      return {
        name: `Heading_${at + 1}`,
        display: `Heading ${at + 1}`,
        next: 'First',
        outline: at + 1,
        paragraph: heading(style),
        text: textProperties(style, house, { 'fo:hyphenate': 'false' }),
      }
    }),
    { name: 'Part', next: 'First', outline: 1, paragraph: heading(part), text: textProperties(part, house) },
    { name: 'Title', paragraph: whole(titlePage.title), text: textProperties(titlePage.title, house, { 'fo:hyphenate': 'false' }) },
    { name: 'TitleLine', paragraph: whole(titlePage.line), text: textProperties(titlePage.line, house) },
    {
      name: 'Caption',
      paragraph: whole(caption, { 'fo:margin-top': points(house.float.captionGap), 'fo:margin-bottom': points(house.float.after) }),
      text: textProperties(caption, house),
    },
    {
      name: 'Caption-above',
      over: 'Caption',
      paragraph: {
        'fo:keep-with-next': 'always',
        'fo:margin-top': points(house.float.before),
        'fo:margin-bottom': points(house.float.captionGap),
      },
    },
    { name: 'PanelCaption', over: 'Caption', paragraph: { 'fo:text-align': 'center' } },
    { name: 'PanelCaption-above', over: 'PanelCaption', paragraph: { 'fo:keep-with-next': 'always' } },
    {
      name: 'Figure',
      paragraph: { ...plain, 'fo:text-align': 'center', 'fo:keep-with-next': 'always', 'fo:margin-top': points(house.float.before) },
    },
    {
      name: 'Equation',
      paragraph: {
        ...plain,
        'fo:text-align': 'start',
        'fo:margin-top': points(house.display.before),
        'fo:margin-bottom': points(house.display.after),
      },
      tabs: [tab('center', measure / 2), tab('right', measure)],
    },
    {
      name: 'Quotation',
      paragraph: whole(quotation, { 'fo:margin-left': points(quotation.indent), 'fo:margin-right': points(quotation.indent) }),
      text: textProperties(quotation, house),
    },
    { name: 'Verse', paragraph: whole(verse, { 'fo:margin-left': points(verse.indent) }), text: textProperties(verse, house) },
    { name: 'Epigraph', paragraph: whole(epigraph, { 'fo:margin-left': points(epigraph.indent) }), text: textProperties(epigraph, house) },
    { name: 'Attribution', over: 'Epigraph', text: o('style:text-properties', { 'fo:font-style': 'normal' }) },
    {
      name: 'ListText',
      paragraph: { ...plain, 'fo:margin-top': points(house.list.between / 2), 'fo:margin-bottom': points(house.list.between / 2) },
    },
    {
      name: 'Term',
      paragraph: { ...plain, 'fo:keep-with-next': 'always' },
      text: o('style:text-properties', { 'fo:font-weight': 'bold' }),
    },
    { name: 'Description', paragraph: { ...plain, 'fo:margin-left': points(house.list.indent) } },
    {
      name: 'Code',
      paragraph: whole({ ...listing, before: 0, after: 0 }),
      text: textProperties(listing, house, { 'fo:hyphenate': 'false' }),
    },
    {
      name: 'Statement',
      paragraph: { ...plain, 'fo:margin-top': points(body.leading * 0.4), 'fo:margin-bottom': points(body.leading * 0.4) },
    },
    { name: 'StatementSlanted', over: 'Statement', text: o('style:text-properties', { 'fo:font-style': 'italic' }) },
    {
      name: 'Signature',
      paragraph: {
        ...plain,
        'fo:margin-top': points(body.leading * 2),
        'fo:margin-right': points(measure / 2),
        'fo:border-top': '0.5pt solid #000000',
        'fo:padding-top': '2pt',
      },
    },
    ...(['', '-centre', '-right'] as const).flatMap((align): Made[] => {
      const own = {
        ...whole({ ...table, before: 2, after: 2 }),
        ...(align ? { 'fo:text-align': align === '-centre' ? 'center' : 'end' } : {}),
      }
      return [
        { name: `TableText${align}`, paragraph: own, text: textProperties(table, house) },
        { name: `TableHead${align}`, paragraph: own, text: textProperties(table, house, { 'fo:font-weight': 'bold' }) },
      ]
    }),
    { name: 'TableNote', paragraph: whole(note), text: textProperties(note, house) },
    { name: 'Footnote', paragraph: whole(note), text: textProperties(note, house) },
    { name: 'Endnote', paragraph: whole(note), text: textProperties(note, house) },
    { name: 'NotesHead', paragraph: heading(headings[1] ?? headings[0]!), text: textProperties(headings[1] ?? headings[0]!, house) },
    ...Array.from({ length: 9 }, (_, at): Made => {
      const look = contents.looks[Math.min(at, contents.looks.length - 1)]!
      const left = contents.indent * at
      return {
        name: `Contents_${at + 1}`,
        display: `Contents ${at + 1}`,
        paragraph: whole({ ...line, before: look.before }, { 'fo:margin-left': points(left) }),
        tabs: [tab('right', measure - left, look.leader)],
        text: textProperties(line, house, look.strong ? { 'fo:font-weight': 'bold' } : {}),
      }
    }),
    { name: 'SeriesEntry', paragraph: whole(line), tabs: [tab('right', measure, true)], text: textProperties(line, house) },
    ...Array.from(
      { length: 3 },
      (_, at): Made => ({
        name: `Index_${at + 1}`,
        display: `Index ${at + 1}`,
        paragraph: whole(index.line, { 'fo:margin-left': points(12 * (at + 2)), 'fo:text-indent': '-24pt' }),
        text: textProperties(index.line, house),
      }),
    ),
    { name: 'Register', paragraph: whole(line), text: textProperties(line, house) },
    { name: 'Register-right', over: 'Register', paragraph: { 'fo:text-align': 'end' } },
    { name: 'RegisterGroup', over: 'Register', text: o('style:text-properties', { 'fo:font-weight': 'bold' }) },
    {
      name: 'Source',
      paragraph: whole({ ...line, after: line.leading * 0.35 }, { 'fo:margin-left': '30pt', 'fo:text-indent': '-30pt' }),
      tabs: [tab('left', 30)],
      text: textProperties(line, house),
    },
    {
      name: 'Header',
      paragraph: plain,
      tabs: [tab('center', measure / 2), tab('right', measure)],
      text: o('style:text-properties', { 'fo:font-size': points(house.runningHead.size) }),
    },
    { name: 'Footer', over: 'Header', paragraph: plain, tabs: [tab('center', measure / 2), tab('right', measure)] },
  ]
  const mark = (name: string, properties: Attributes): Element =>
    o('style:style', { 'style:name': name, 'style:family': 'text' }, o('style:text-properties', properties))
  return [
    ...all.map(styleOf),
    mark('Emphasis', { 'fo:font-style': 'italic' }),
    mark('Strong', { 'fo:font-weight': 'bold' }),
    mark('Upright', { 'fo:font-style': 'normal' }),
    mark('Plain', {}),
    mark('CodeInText', { 'style:font-name': faceOf({ face: 'mono' }, house).name }),
    mark('SmallCapitals', { 'fo:font-variant': 'small-caps' }),
    mark('Subscript', { 'style:text-position': 'sub 68%' }),
    mark('Superscript', { 'style:text-position': 'super 68%' }),
    mark('Lost', { 'fo:color': '#a4262c' }),
  ]
}

const levelStyle = (name: string, at: number, level: OutlineLevel | null, left: number | null): Element =>
  o(
    name,
    {
      'text:level': at + 1,
      'style:num-format': level?.format ?? '',
      'style:num-prefix': level?.prefix || null,
      'style:num-suffix': level?.suffix || null,
      'text:display-levels': level && level.shown > 1 ? level.shown : null,
      'text:start-value': level && level.start !== 1 ? level.start : null,
    },
    o(
      'style:list-level-properties',
      { 'text:list-level-position-and-space-mode': 'label-alignment' },
      o('style:list-level-label-alignment', {
        'text:label-followed-by': left === null ? 'space' : 'listtab',
        ...(left === null
          ? {}
          : { 'text:list-tab-stop-position': points(left), 'fo:text-indent': '-18pt', 'fo:margin-left': points(left) }),
      }),
    ),
  )

/** The outline, the lists of headings that are not of it, and every look of lists. */
export function listStyles({ work }: Manuscript, plans: OutlinePlans): Element[] {
  const { scheme } = work
  const own = (name: string, levels: readonly (OutlineLevel | null)[]): Element =>
    o(
      'text:list-style',
      { 'style:name': name },
      levels.map((level, at) => levelStyle('text:list-level-style-number', at, level, null)),
    )
  const looks = [
    ...scheme.lists.numbered.map(({ key }) => ['numberedList', key] as const),
    ...scheme.lists.bulleted.map(({ key }) => ['bulletedList', key] as const),
    ['numberedList', ''] as const,
    ['bulletedList', ''] as const,
  ]
  return [
    o(
      'text:outline-style',
      { 'style:name': 'Outline' },
      plans.outline.levels.map((level, at) => levelStyle('text:outline-level-style', at, level, null)),
    ),
    own('AppendixNumbers', plans.appendix.levels),
    own('PartNumbers', plans.part.levels),
    ...looks.map(([kind, key]) =>
      o(
        'text:list-style',
        { 'style:name': `${kind === 'numberedList' ? 'Numbered' : 'Bulleted'}-${key || 'plain'}${key === 'plain' ? '-own' : ''}` },
        listLevels(kind, key, scheme).map((level, at) => {
          const left = 18 * (at + 1)
          if (level && 'bullet' in level)
            return o(
              'text:list-level-style-bullet',
              { 'text:level': at + 1, 'text:bullet-char': [...level.bullet][0] ?? '•' },
              o(
                'style:list-level-properties',
                { 'text:list-level-position-and-space-mode': 'label-alignment' },
                o('style:list-level-label-alignment', {
                  'text:label-followed-by': 'listtab',
                  'text:list-tab-stop-position': points(left),
                  'fo:text-indent': '-18pt',
                  'fo:margin-left': points(left),
                }),
              ),
            )
          return levelStyle('text:list-level-style-number', at, level, left)
        }),
      ),
    ),
  ]
}

/** How notes of the foot and of the end count. */
export const notesConfigurations = ({ work: { scheme } }: Manuscript): Element[] =>
  (['footnote', 'endnote'] as const).flatMap(kind => {
    const rule = [noteRulesOf(scheme, false), noteRulesOf(scheme, true)].find(({ place }) => (place === 'foot') === (kind === 'footnote'))
    return rule
      ? [
          o('text:notes-configuration', {
            'text:note-class': kind,
            'style:num-format': numberFormats[rule.form] ?? '1',
            'text:start-value': 0,
            'text:default-style-name': kind === 'footnote' ? 'Footnote' : 'Endnote',
            ...(kind === 'footnote'
              ? {
                  'text:footnotes-position': 'page',
                  'text:start-numbering-at': { work: 'document', chapter: 'chapter', page: 'page' }[rule.restart],
                }
              : {}),
          }),
        ]
      : []
  })

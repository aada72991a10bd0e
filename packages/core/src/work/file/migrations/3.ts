/** Version 3 to 4: parts; looks of lists; the language of counters in words; places of numbers, run-in headings; ids of items. Frozen. */
interface OldHeading {
  face: string
  size: number
}
interface OldStyle {
  headings: OldHeading[]
  contents: { line: { leading: number; size: number } }
}
interface OldScheme {
  series: { key: string; prefixLevel: number | null; statement: string | null }[]
  levels: { main: { level: number }[] }
  lists: string[]
}
interface NodeJson {
  type?: unknown
  attrs?: Record<string, unknown>
  content?: unknown
}

const text = (words: string) => ({ text: words })
const level = (n: number) => ({ level: n })

export function houseStyleFrom3(old: OldStyle): object {
  const first = old.headings[0]
  if (!first) throw new RangeError('A house style has a look for headings.')
  const size = Math.round(first.size * 1.25)
  return {
    ...old,
    headings: old.headings.map(own => ({ align: 'left', before: 0, after: 0, runIn: false, numberAt: 0, textAt: null, ...own })),
    captions: {},
    part: {
      face: first.face,
      size,
      leading: Math.round(size * 1.25),
      align: 'centre',
      before: 180,
      after: 30,
      runIn: false,
      numberAt: 0,
      textAt: null,
    },
    contents: {
      ...old.contents,
      part: { strong: true, leader: false, before: old.contents.line.leading },
      gap: Math.round(old.contents.line.size * 9) / 10,
      appendices: 'Appendices',
    },
  }
}

const looks = (forms: string[]) => ({
  numbered: [
    { key: 'plain', name: 'Plain', levels: forms.map((form, i) => ({ form, pattern: [level(i + 1), text('.')] })) },
    {
      key: 'bracketed',
      name: 'In brackets',
      levels: ['letterLower', 'romanLower', 'arabic'].map((form, i) => ({ form, pattern: [text('('), level(i + 1), text(')')] })),
    },
    {
      key: 'decimal',
      name: 'Decimal',
      levels: [
        { form: 'arabic', pattern: [level(1), text('.')] },
        { form: 'arabic', pattern: [level(1), text('.'), level(2)] },
        { form: 'arabic', pattern: [level(1), text('.'), level(2), text('.'), level(3)] },
      ],
    },
  ],
  bulleted: [
    { key: 'dots', name: 'Dots', levels: ['•', '–', '·'].map(sign => ({ form: 'arabic', pattern: [text(sign)] })) },
    { key: 'dashes', name: 'Dashes', levels: ['–', '·'].map(sign => ({ form: 'arabic', pattern: [text(sign)] })) },
  ],
})

const part = {
  level: 0,
  names: { one: 'Part', many: 'Parts', shortOne: 'Pt.', shortMany: 'Pts.' },
  pattern: [text('Part '), level(0)],
  form: 'romanUpper',
  start: 1,
  restartAfter: null,
  forceArabic: false,
  follows: 'line',
}

const box = (prefixLevel: number | null) => ({
  key: 'box',
  countsWith: null,
  statement: null,
  names: { one: 'Box', many: 'Boxes', shortOne: 'Box', shortMany: 'Boxes' },
  form: 'arabic',
  start: 1,
  prefixLevel,
  restartAfter: prefixLevel,
  separator: '.',
  brackets: false,
  captionPlace: 'above',
  captionSeparator: '. ',
  partForm: 'letterLower',
})

function schemeFrom3(scheme: OldScheme, language: string): object {
  const { main } = scheme.levels
  const { prefixLevel = null } = scheme.series.find(({ key }) => key === 'figure') ?? {}
  // Before the statements, as in works that were begun then.
  const at = scheme.series.findIndex(({ statement }) => statement !== null)
  const has = scheme.series.some(({ key }) => key === 'box')
  return {
    ...scheme,
    series: has ? scheme.series : scheme.series.toSpliced(at < 0 ? scheme.series.length : at, 0, box(prefixLevel) as never),
    conjunction: '',
    language,
    levels: { ...scheme.levels, main: main.some(rule => rule.level === 0) ? main : [part, ...main] },
    lists: looks(scheme.lists),
  }
}

/** Items of lists that have no id get one that nothing else has. */
function withItemIds(doc: unknown): unknown {
  const taken = new Set<unknown>()
  let missing = false
  const look = (node: NodeJson | null): void => {
    if (node?.attrs?.id) taken.add(node.attrs.id)
    else if (node?.type === 'listItem') missing = true
    if (Array.isArray(node?.content)) node.content.forEach(look)
  }
  look(doc as NodeJson)
  if (!missing) return doc
  let count = 0
  const give = (node: NodeJson): NodeJson => {
    if (typeof node !== 'object' || node === null) return node
    const content = Array.isArray(node.content) ? { content: node.content.map(give) } : {}
    if (node.type !== 'listItem' || node.attrs?.id) return { ...node, ...content }
    do count++
    while (taken.has(`item-${count}`))
    return { ...node, attrs: { ...node.attrs, id: `item-${count}` }, ...content }
  }
  return give(doc as NodeJson)
}

export function from3(file: Record<string, unknown>): Record<string, unknown> {
  const { language = 'en' } = (file.settings ?? {}) as { language?: string }
  return {
    ...file,
    version: 4,
    houseStyle: houseStyleFrom3(file.houseStyle as OldStyle),
    scheme: schemeFrom3(file.scheme as OldScheme, language),
    ...('doc' in file ? { doc: withItemIds(file.doc) } : {}),
  }
}

/**
 * Version 4 to 5: attributes of the text have bounds; headings are in the contents as is usual in their matter unless they say
 * otherwise; patterns for bare numbers, names within captions, an author's own words. Frozen.
 */
interface NodeJson {
  type?: unknown
  attrs?: Record<string, unknown>
  content?: unknown
}
type Bring = (value: unknown) => unknown

const between =
  (least: number, most: number): Bring =>
  value =>
    typeof value === 'number' && !Number.isNaN(value) ? Math.min(most, Math.max(least, value)) : value
const wholeBetween =
  (least: number, most: number): Bring =>
  value => {
    const bound = between(least, most)(value)
    return typeof bound === 'number' ? Math.round(bound) : bound
  }
const pin = wholeBetween(0, 200)

/** What version 4 took from a file and no page could show: brought to the nearest value that one can. */
const bounds: Record<string, Record<string, Bring>> = {
  heading: { level: wholeBetween(2, 9), listed: value => (value === false ? false : null) },
  figure: { width: between(0.05, 1) },
  panel: { width: between(0.1, 1) },
  paragraph: { pin },
  keywords: { pin },
  fill: { height: between(0, 600) },
  miniContents: { depth: wholeBetween(2, 9) },
  gridCell: { colspan: wholeBetween(1, 200), rowspan: wholeBetween(1, 5000) },
  gridHead: { colspan: wholeBetween(1, 200), rowspan: wholeBetween(1, 5000) },
}

function brought(node: NodeJson): NodeJson {
  if (typeof node !== 'object' || node === null) return node
  const own = typeof node.type === 'string' && Object.hasOwn(bounds, node.type) ? bounds[node.type] : undefined
  const { attrs } = node
  const changed =
    own && typeof attrs === 'object' && attrs !== null
      ? {
          attrs: Object.fromEntries(Object.entries(attrs).map(([name, value]) => [name, own[name] ? own[name](value) : value])),
        }
      : {}
  return { ...node, ...changed, ...(Array.isArray(node.content) ? { content: node.content.map(brought) } : {}) }
}

interface OldScheme {
  levels: Record<string, object[]>
  series: object[]
  notes: object
}

/** The lowest resolution of pictures became an option of the check that looks at them. */
export function houseStyleFrom4({ pictureResolution, ...style }: { pictureResolution?: unknown }): object {
  return {
    ...style,
    checks: pictureResolution === 200 || pictureResolution === undefined ? {} : { pictureResolution: { least: pictureResolution } },
  }
}

export function from4(file: Record<string, unknown>): Record<string, unknown> {
  const scheme = file.scheme as OldScheme
  return {
    ...file,
    version: 5,
    houseStyle: houseStyleFrom4(file.houseStyle as object),
    scheme: {
      ...scheme,
      levels: Object.fromEntries(Object.entries(scheme.levels).map(([set, rules]) => [set, rules.map(rule => ({ ...rule, bare: null }))])),
      series: scheme.series.map(rule => ({ ...rule, captionName: '' })),
      notes: { ...scheme.notes, sayChapter: false },
      words: null,
    },
    ...('doc' in file ? { doc: brought(file.doc as NodeJson) } : {}),
  }
}

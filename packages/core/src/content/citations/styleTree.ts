/** A style file of the Citation Style Language as a tree: well formed, of elements that the standard knows. */
import { SaxesParser } from 'saxes'

const namespace = 'http://purl.org/net/xbiblio/csl'
const deepest = 60

/** Elements of the standard, version 1.0.2. */
const known = new Set(
  'style info title title-short id link author contributor category field rights summary updated published issn eissn issnl name email uri locale terms term single multiple style-options date date-part macro citation bibliography sort key layout text number label names name-part et-al institution substitute group choose if else-if else'.split(
    ' ',
  ),
)

export interface StyleElement {
  name: string
  attributes: Record<string, string>
  children: StyleElement[]
}

/** Throws, in plain words, where it is none. */
export function styleTree(xml: string): StyleElement {
  const parser = new SaxesParser({ xmlns: true })
  const open: StyleElement[] = []
  let root: StyleElement | null = null
  parser.on('doctype', () => {
    throw new Error('It has a document type, which a style file has no use for.')
  })
  parser.on('error', error => {
    throw new Error(`It is not well formed: ${error.message.replace(/^\d+:\d+: /, '')} (at ${parser.line}:${parser.column}).`)
  })
  parser.on('opentag', ({ local, uri, attributes }) => {
    if (open.length >= deepest) throw new Error('Its elements stand in each other more than 60 deep.')
    if (open.length === 0 && uri !== namespace) throw new Error('It is no style file of the Citation Style Language.')
    if (uri === namespace && !known.has(local))
      throw new Error(`It has an element “${local}”, which the Citation Style Language 1.0.2 does not know.`)
    const made: StyleElement = { name: uri === namespace ? local : '', attributes: {}, children: [] }
    for (const { name, value } of Object.values(attributes)) made.attributes[name] = value
    open.at(-1)?.children.push(made)
    root ??= made
    open.push(made)
  })
  parser.on('closetag', () => void open.pop())
  parser.write(xml).close()
  if (!root) throw new Error('It is empty.')
  return root
}

export const macrosOf = (root: StyleElement): ReadonlyMap<string, StyleElement> =>
  new Map(root.children.filter(({ name }) => name === 'macro').map(macro => [macro.attributes.name ?? '', macro]))

/** Links between the files of an output: to where a name is, or to nowhere, and then they are none. */
import type { Element, Markup } from './markup.ts'

const isElement = (markup: Markup): markup is Element => typeof markup !== 'string' && 'name' in markup

export function* elementsIn(root: Markup): Generator<Element> {
  if (!isElement(root)) return
  yield root
  for (const child of root.children) yield* elementsIn(child)
}

/** Which file each name is in. The first one counts. */
export function namesIn(files: ReadonlyMap<string, Element>): Map<string, string> {
  const found = new Map<string, string>()
  for (const [file, root] of files)
    for (const { attributes } of elementsIn(root))
      if (attributes.id && !found.has(String(attributes.id))) found.set(String(attributes.id), file)
  return found
}

/** The same files with their links within the work led to the file of their target; what leads to nothing is no link. */
export function resolveLinks(files: ReadonlyMap<string, Element>): Map<string, Element> {
  const names = namesIn(files)
  const resolved = (markup: Markup, file: string): Markup => {
    if (!isElement(markup)) return markup
    const children = markup.children.map(child => resolved(child, file))
    const { href } = markup.attributes
    if (markup.name !== 'a' || typeof href !== 'string' || !href.startsWith('#')) return { ...markup, children }
    const target = names.get(href.slice(1))
    if (target === undefined) {
      const { href: _href, role: _role, ...attributes } = markup.attributes
      return { name: 'span', attributes, children }
    }
    return { ...markup, attributes: { ...markup.attributes, href: target === file ? href : `${target}${href}` }, children }
  }
  return new Map([...files].map(([file, root]) => [file, resolved(root, file) as Element]))
}

/** HTML as a plain tree, read by the parser of its standard; see xmlTree.ts. Names of elements are in small letters. */
import { type DefaultTreeAdapterMap, parse } from 'parse5'
import { XmlElement } from './xmlTree.ts'

export function readHtmlTree(text: string): XmlElement {
  const put = (node: DefaultTreeAdapterMap['childNode'], into: XmlElement): void => {
    if ('value' in node) into.append({ nodeType: 3, textContent: node.value })
    if (!('tagName' in node)) return
    const made = new XmlElement(node.tagName, Object.fromEntries(node.attrs.map(({ name, value }) => [name, value])))
    into.append(made)
    for (const child of node.childNodes) put(child, made)
  }
  const top = new XmlElement('', {})
  for (const child of parse(text).childNodes) put(child, top)
  const root = top.children[0]!
  root.parentElement = null
  return root
}

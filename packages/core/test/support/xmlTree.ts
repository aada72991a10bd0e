/**
 * XML as a plain tree. The texts of offices are large and are looked through many times, element by element: the whole of a document model
 * takes longer for that than what is tested. Names are as in the DOM (WHATWG), and mean the same.
 */
import { SaxesParser } from 'saxes'

export interface XmlText {
  readonly nodeType: 3
  textContent: string
}

export class XmlElement {
  readonly nodeType = 1
  parentElement: XmlElement | null = null
  childNodes: (XmlElement | XmlText)[] = []

  constructor(
    readonly tagName: string,
    private attributes: Readonly<Record<string, string>>,
  ) {}

  getAttribute(name: string): string | null {
    return this.attributes[name] ?? null
  }
  setAttribute(name: string, value: string): void {
    this.attributes = { ...this.attributes, [name]: value }
  }
  get children(): XmlElement[] {
    return this.childNodes.filter(node => node instanceof XmlElement)
  }
  get textContent(): string {
    let text = ''
    for (const node of this.childNodes) text += node.textContent
    return text
  }
  set textContent(text: string) {
    this.childNodes = [{ nodeType: 3, textContent: text }]
  }
  get nextElementSibling(): XmlElement | null {
    return this.beside(1)
  }
  get previousElementSibling(): XmlElement | null {
    return this.beside(-1)
  }
  contains(other: XmlElement): boolean {
    for (let at: XmlElement | null = other; at; at = at.parentElement) if (at === this) return true
    return false
  }
  /** All elements within, in their order. */
  get within(): XmlElement[] {
    const found: XmlElement[] = []
    const look = (of: XmlElement): void => {
      for (const node of of.childNodes)
        if (node instanceof XmlElement) {
          found.push(node)
          look(node)
        }
    }
    look(this)
    return found
  }

  /** Alike, and in no tree. */
  copy(): XmlElement {
    const made = new XmlElement(this.tagName, this.attributes)
    for (const node of this.childNodes) made.append(node instanceof XmlElement ? node.copy() : { ...node })
    return made
  }
  append(node: XmlElement | XmlText): void {
    this.childNodes.push(node)
    if (node instanceof XmlElement) node.parentElement = this
  }
  after(node: XmlElement): void {
    this.put(node, 1)
  }
  before(node: XmlElement): void {
    this.put(node, 0)
  }
  remove(): void {
    const { childNodes } = this.parentElement!
    childNodes.splice(childNodes.indexOf(this), 1)
    this.parentElement = null
  }

  private put(node: XmlElement, from: number): void {
    const { childNodes } = this.parentElement!
    childNodes.splice(childNodes.indexOf(this) + from, 0, node)
    node.parentElement = this.parentElement
  }
  private beside(step: 1 | -1): XmlElement | null {
    const nodes = this.parentElement?.childNodes ?? []
    for (let at = nodes.indexOf(this) + step; at >= 0 && at < nodes.length; at += step) {
      const node = nodes[at]!
      if (node instanceof XmlElement) return node
    }
    return null
  }
}

/** The root of a document. Throws where it is not well formed, or a name has no namespace. */
export function readXmlTree(text: string): XmlElement {
  const parser = new SaxesParser({ xmlns: true })
  const top = new XmlElement('', {})
  let open = top
  const say = (words: string): void => open.append({ nodeType: 3, textContent: words })
  parser.on('error', error => {
    throw error
  })
  parser.on('opentag', ({ name, attributes }) => {
    const made = new XmlElement(name, Object.fromEntries(Object.entries(attributes).map(([key, { value }]) => [key, value])))
    open.append(made)
    open = made
  })
  parser.on('closetag', () => {
    open = open.parentElement!
  })
  parser.on('text', say)
  parser.on('cdata', say)
  parser.write(text).close()
  const root = top.children[0]!
  root.parentElement = null
  return root
}

/** The elements of these names within something, itself as well, in their order. */
export const named = (of: XmlElement, ...names: string[]): XmlElement[] =>
  [of, ...of.within].filter(({ tagName }) => names.includes(tagName))

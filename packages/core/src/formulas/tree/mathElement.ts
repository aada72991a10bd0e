/** MathML as a small tree: elements with attributes, children and, in tokens, text. */
import { SaxesParser } from 'saxes'

export interface MathElement {
  tag: string
  attributes: Record<string, string>
  children: MathElement[]
  text: string
}

const deepest = 400

/** Reads a text that holds one element. Throws where it is not well-formed, or nested beyond what anyone writes. */
export function readXml(text: string): MathElement {
  const root: MathElement = { tag: '', attributes: {}, children: [], text: '' }
  const open = [root]
  const parser = new SaxesParser()
  parser.on('error', error => {
    throw error
  })
  parser.on('opentag', ({ name, attributes }) => {
    const made = { tag: name.replace(/^.*:/, '').toLowerCase(), attributes: attributes as Record<string, string>, children: [], text: '' }
    open.at(-1)!.children.push(made)
    open.push(made)
    if (open.length > deepest) throw new Error('The formula is nested too deeply.')
  })
  parser.on('text', added => {
    open.at(-1)!.text += added
  })
  parser.on('closetag', () => {
    open.pop()
  })
  parser.write(text).close()
  const [only] = root.children
  if (!only) throw new Error('There is no formula in it.')
  return only
}

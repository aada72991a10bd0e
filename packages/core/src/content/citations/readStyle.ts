/**
 * A style file of the Citation Style Language, checked before it is kept: well formed, of the standard, whole, and of bounded work. What is
 * wrong with one is said in plain words.
 */
import { plainCited } from '../../work/kinds/inline.ts'
import { CitationProcessor } from './processor.ts'
import { titleIn } from './styles/titleIn.ts'
import { macrosOf, type StyleElement, styleTree } from './styleTree.ts'

const longest = 500_000
/** How many elements a citation may come to with its macros written out; the largest in use have a few thousand. */
const mostWritten = 60_000

export interface StyleFacts {
  title: string
  hasList: boolean
}

/** Throws, in plain words, where it is no style file that can be used. */
export function readStyle(xml: string): StyleFacts {
  if (xml.length > longest) throw new Error('It is longer than 500,000 letters, which no style file is.')
  const root = styleTree(xml)
  if (root.name !== 'style')
    throw new Error(
      root.name === 'locale' ? 'It is a file of words of a language, not a style.' : 'It is no style file of the Citation Style Language.',
    )
  const { class: kind, version = '' } = root.attributes
  if (!/^1\.0/.test(version)) throw new Error(`It is of version ${version || 'unknown'}; styles of version 1.0 are read.`)
  const info = root.children.find(({ name }) => name === 'info')
  const parent = info?.children.find(({ name, attributes }) => name === 'link' && attributes.rel === 'independent-parent')
  const citation = root.children.find(({ name }) => name === 'citation')
  if (!citation && parent) throw new Error(`It only names another style, ${parent.attributes.href ?? ''}: read the file of that one.`)
  if (kind !== 'in-text' && kind !== 'note') throw new Error('It does not say whether sources are cited in the text or in notes.')
  if (!citation?.children.some(({ name }) => name === 'layout')) throw new Error('It does not say what a citation looks like.')
  const macros = macrosOf(root)
  const sizes = new Map<string, number>()
  const written = sizeOf(root, macros, sizes, [])
  if (written > mostWritten) throw new Error('Its macros call each other so often that no citation could be finished.')
  try {
    const name = { family: 'Tolvay', given: 'Ilse' }
    const source = { type: 'book' as const, key: '', title: 'A title', author: [name], issued: { 'date-parts': [[2020]] } }
    const cites = [{ ...plainCited('a'), locator: '3' }]
    new CitationProcessor(xml, 'en').format([{ id: 'c', note: kind === 'note' ? 1 : 0, amongWords: false, cites }], { a: source }, [])
  } catch (error) {
    throw new Error(`A citation could not be made by it. ${(error as Error).message}`)
  }
  return { title: titleIn(xml), hasList: root.children.some(({ name }) => name === 'bibliography') }
}

/** How many elements something comes to with its macros written out. */
function sizeOf(
  node: StyleElement,
  macros: ReadonlyMap<string, StyleElement>,
  sizes: Map<string, number>,
  calling: readonly string[],
): number {
  let size = 1
  const called = node.attributes.macro
  if (called !== undefined && ['text', 'key'].includes(node.name)) {
    if (calling.includes(called)) throw new Error(`Its macro “${called}” calls itself.`)
    const macro = macros.get(called)
    if (!macro) throw new Error(`It calls a macro “${called}” that it does not have.`)
    let own = sizes.get(called)
    if (own === undefined) sizes.set(called, (own = sizeOf(macro, macros, sizes, [...calling, called])))
    size += own
  }
  for (const child of node.children) {
    size += sizeOf(child, macros, sizes, calling)
    if (size > 1e9) return size
  }
  return size
}

/** What must hold of every kind: attributes keep their values on the clipboard and in the file, and are refused beyond their bounds. */

import { JSDOM } from 'jsdom'
import { DOMParser, DOMSerializer } from 'prosemirror-model'
import { documentFromJson } from '../src/work/file/workFile.ts'
import { kinds } from '../src/work/kinds/index.ts'
import { type Node, schema } from '../src/work/schema.ts'
import { samplesOf } from './support/samples.ts'

const { window } = new JSDOM('')
const serializer = DOMSerializer.fromSchema(schema)
const parser = DOMParser.fromSchema(schema)

/** The least node of a kind: filled with what it must hold. */
const leastOf = (name: string, attrs: object | null = null): Node => {
  const node = schema.nodes[name as 'paragraph'].createAndFill(attrs)
  if (!node) throw new Error(`Nothing of the kind “${name}” can be made.`)
  return node
}
/** A document that holds a node, wherever its kind may stand; the ways to it are looked for from the division down. */
function around(node: Node): Node {
  const holder = wayTo(node.type.name)
  let content: Node = node
  for (const type of holder) {
    content = type.createAndFill(null, content) ?? fillAround(type.name, content)
  }
  return content.type === schema.topNodeType ? content : schema.topNodeType.create(null, content)
}
function fillAround(name: string, content: Node): Node {
  const least = leastOf(name)
  const children = least.children.map(child => (child.type === content.type ? content : child))
  const made = children.includes(content) ? children : [...children, content]
  return schema.nodes[name as 'paragraph'].create(null, made)
}

type Kind = (typeof schema.nodes)['paragraph']
const ways = new Map<string, Kind[]>()

/** Kinds that hold a kind, from the innermost out to the document. */
function wayTo(name: string): Kind[] {
  const way = ways.get(name) ?? findWay(name)
  ways.set(name, way)
  return way
}
/** The names of all kinds that a kind can hold. */
const held = new Map<Kind, Set<string>>()
function heldBy(kind: Kind): Set<string> {
  const known = held.get(kind)
  if (known) return known
  const names = new Set<string>()
  const seen = new Set<unknown>()
  const look = (state: Kind['contentMatch']): void => {
    if (seen.has(state)) return
    seen.add(state)
    for (let i = 0; i < state.edgeCount; i++) {
      const { type, next } = state.edge(i)
      names.add(type.name)
      look(next)
    }
  }
  look(kind.contentMatch)
  held.set(kind, names)
  return names
}
function findWay(name: string): Kind[] {
  const queue: string[][] = [[name]]
  const seen = new Set([name])
  for (let way = queue.shift(); way; way = queue.shift()) {
    const last = way.at(-1)!
    if (last === 'doc') return way.slice(1).map(found => schema.nodes[found as 'paragraph'])
    for (const type of Object.values(schema.nodes)) {
      if (seen.has(type.name)) continue
      if (!heldBy(type).has(last)) continue
      seen.add(type.name)
      queue.push([...way, type.name])
    }
  }
  throw new Error(`Nothing holds “${name}”.`)
}

const attributed = Object.values(kinds).flatMap(({ name, attributes }) =>
  Object.entries(attributes).map(([attribute, definition]) => [name, attribute, definition] as const),
)
const nodeIn = (doc: Node, name: string): Node | null => {
  let found: Node | null = null
  doc.descendants(node => {
    if (!found && node.type.name === name) found = node
    return !found
  })
  return found
}

test.each(attributed)('%s › %s goes to the clipboard and to the file and comes back', (name, attribute, definition) => {
  for (const value of samplesOf(definition)) {
    const doc = around(leastOf(name, { [attribute]: value }))
    expect(nodeIn(doc, name)?.attrs[attribute]).toEqual(value)
    const holder = window.document.createElement('div')
    holder.append(serializer.serializeFragment(doc.content, { document: window.document }))
    expect(nodeIn(parser.parse(holder as never), name)?.attrs[attribute]).toEqual(value)
    expect(nodeIn(documentFromJson(JSON.parse(JSON.stringify(doc.toJSON()))), name)?.attrs[attribute]).toEqual(value)
  }
})

const beyond = attributed.flatMap(([name, attribute, { minimum, maximum, maxLength, enum: names, type, anyOf }]) => {
  const bounds = (anyOf as { minimum?: number; maximum?: number }[] | undefined)?.[0] ?? { minimum, maximum }
  const wrong: unknown[] = [
    ...(bounds.minimum === undefined ? [] : [bounds.minimum - 1]),
    ...(bounds.maximum === undefined ? [] : [bounds.maximum + 1, Number.POSITIVE_INFINITY]),
    ...(maxLength === undefined ? [] : ['x'.repeat(maxLength + 1)]),
    ...(names ? ['constructor', 7] : []),
    ...(type === 'boolean' ? ['yes'] : []),
  ]
  return wrong.map(value => [name, attribute, value] as const)
})
test.each(beyond)('%s › %s is refused with %p, by file and by paste', (name, attribute, value) => {
  const doc = around(leastOf(name))
  const json = JSON.parse(JSON.stringify(doc.toJSON()))
  const set = (node: { type: string; attrs?: object; content?: (typeof node)[] }): boolean => {
    if (node.type === name) {
      node.attrs = { ...node.attrs, [attribute]: value }
      return true
    }
    return Boolean(node.content?.some(set))
  }
  expect(set(json)).toBe(true)
  expect(() => documentFromJson(json)).toThrow(new RegExp(`the ${attribute} of a ${name} must be`))
  // What is pasted keeps its words, and is as usual where it says what it cannot be.
  const holder = window.document.createElement('div')
  holder.append(serializer.serializeFragment(doc.content, { document: window.document }))
  const element = holder.querySelector(schema.nodes[name].spec.parseDOM![0]!.tag!)!
  element.setAttribute('data-attributes', JSON.stringify({ [attribute]: value }))
  const usual = kinds[name].attributes[attribute as never] as { default: unknown }
  expect(nodeIn(parser.parse(holder as never), name)?.attrs[attribute]).toEqual(usual.default)
})

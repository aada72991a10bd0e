import type { Node } from '../work/schema.ts'

const numbers = new WeakMap<Node, number>()
let next = 0

/** A number for a node's identity, to stand for it in a key. */
export function nodeNumber(node: Node): number {
  let number = numbers.get(node)
  if (number === undefined) numbers.set(node, (number = next++))
  return number
}

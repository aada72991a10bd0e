/** The form of `work.json` as one JSON Schema, made from the definitions of parts and kinds: what docs/work.schema.json publishes. */
import type { TSchema } from '../definition.ts'
import { kinds } from '../kinds/index.ts'
import type { Attributes } from '../kinds/kind.ts'
import { marks } from '../kinds/marks.ts'
import { partNames, parts } from '../parts/index.ts'
import { currentVersion } from './migrations/index.ts'

const closed = (properties: object, required: readonly string[]): object => ({
  type: 'object',
  properties,
  required,
  additionalProperties: false,
})
const reference = (name: string): object => ({ $ref: `#/$defs/${name}` })
const content = { type: 'array', items: reference('node') }
const marked = { type: 'array', items: reference('mark') }

/** A node of a kind. Which kinds may stand in which is said by the content of a kind, in words that a JSON Schema has not. */
function nodeSchema(name: string, attributes: Attributes): object {
  const named = Object.keys(attributes)
  return closed({ type: { const: name }, content, marks: marked, ...(named.length ? { attrs: closed(attributes, []) } : {}) }, ['type'])
}

export function publishedSchema(): object {
  const nodes = Object.values(kinds).map(({ name, attributes }) => nodeSchema(name, attributes))
  const text = closed({ type: { const: 'text' }, text: { type: 'string', minLength: 1 }, marks: marked }, ['type', 'text'])
  const own = Object.fromEntries(partNames.map((name): [string, TSchema] => [name, parts[name].definition]))
  return shared({
    $schema: 'http://json-schema.org/draft-07/schema#',
    title: 'work.json of a bundle of Steady Ledger',
    ...closed(
      {
        format: { const: 'steady-ledger-work' },
        version: { const: currentVersion },
        ...own,
        pictures: { type: 'array', maxItems: 5000, items: { type: 'string', maxLength: 200 } },
        doc: closed({ type: { const: 'doc' }, content }, ['type', 'content']),
      },
      ['format', 'version', 'settings', 'doc', 'pictures'],
    ),
    $defs: {
      node: { anyOf: [text, ...nodes] },
      mark: closed({ type: { enum: Object.keys(marks) }, attrs: { type: 'object' } }, ['type']),
    },
  })
}

/** Shortest text of a part that is worth a definition of its own. */
const leastShared = 200

/** The same schema with what stands in it several times said once. */
function shared(schema: { $defs: object; [keyword: string]: unknown }): object {
  const counts = new Map<string, number>()
  const count = (value: unknown): void => {
    if (typeof value !== 'object' || value === null) return
    const text = JSON.stringify(value)
    const times = (counts.get(text) ?? 0) + 1
    counts.set(text, times)
    // What is inside something that stands twice is said with it.
    if (times === 1) Object.values(value).forEach(count)
  }
  count(schema)
  const names = new Map<string, string>()
  for (const [text, times] of counts)
    if (times > 1 && text.length >= leastShared && text.startsWith('{')) names.set(text, `shared${names.size + 1}`)
  const said = (value: unknown, own = ''): unknown => {
    if (typeof value !== 'object' || value === null) return value
    const text = JSON.stringify(value)
    const name = names.get(text)
    if (name && name !== own) return reference(name)
    return Array.isArray(value)
      ? value.map(inner => said(inner))
      : Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, said(inner)]))
  }
  const { $defs, ...rest } = schema
  const definitions = [...names].map(([text, name]) => [name, said(JSON.parse(text), name)])
  return { ...(said(rest) as object), $defs: { ...(said($defs) as object), ...Object.fromEntries(definitions) } }
}

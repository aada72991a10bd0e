/** Values that keep to a definition, those at its bounds among them. */
import type { TSchema } from '../../src/work/definition.ts'

/** Whatever may stand in a text that is no key: signs, other scripts, what would be markup. */
const someWords = ['', 'Words', 'a & <b> “c”', 'Ünïcode ﬁ 水']

export function samplesOf(schema: TSchema): unknown[] {
  const { type, enum: names, anyOf, minimum, maximum, format, maxLength, default: usual } = schema
  if (schema.const !== undefined) return [schema.const]
  if (names) return [...names]
  if (anyOf) return (anyOf as TSchema[]).flatMap(samplesOf)
  switch (type) {
    case 'null':
      return [null]
    case 'boolean':
      return [true, false]
    case 'integer':
    case 'number': {
      const least = minimum ?? 0
      const most = maximum ?? 1000
      const middle = type === 'integer' ? Math.floor((least + most) / 2) : (least + most) / 2
      return [
        ...new Set([least, type === 'integer' ? Math.min(most, least + 1) : least + (most - least) / 7, middle, most, usual ?? least]),
      ]
    }
    case 'string':
      if (format === 'language') return ['en-GB', 'de', 'fr-CA', 'es', 'pl']
      if (format === 'address') return ['https://vessary.example/a-b_c?d=e', 'mailto:ilse@vessary.example']
      if (format) return ['', 'key-1']
      return someWords.filter(words => words.length <= (maxLength ?? Number.POSITIVE_INFINITY))
    case 'array':
      return [usual ?? []]
    default:
      return usual === undefined ? [] : [usual]
  }
}

/**
 * How values of a work are defined: once, as a JSON Schema that carries its bounds, its usual value and, where it is a field of a form,
 * its name, unit and help. Types, the checks of the reader, the published schema and the forms follow from it.
 */
import { FormatRegistry, Kind, type Static, type TSchema, type TUnsafe, Type, TypeRegistry } from '@sinclair/typebox'
import { Value, type ValueError } from '@sinclair/typebox/value'

export { type Static, type TSchema, Type }

/** What a form shows beside a value. */
export interface Shown {
  /** Name of the field. */
  title?: string
  /** What the number counts: points, shares of the measure, lines … */
  unit?: string
  /** One sentence of help. */
  description?: string
  /** The section of the form that draws the field by itself; none where a view of its own does. */
  group?: string
  /** What its values are called. */
  options?: Record<string, string>
  /** The unit that a length is shown in; points are what is kept. */
  shownIn?: 'mm' | 'pt'
}

interface Bounds extends Shown {
  from: number
  to: number
}

export const flag = (usual: boolean, shown: Shown = {}) => Type.Boolean({ default: usual, ...shown })

/** A whole number within bounds, both included. */
export const whole = ({ from, to, usual = from, ...shown }: Bounds & { usual?: number }) =>
  Type.Integer({ minimum: from, maximum: to, default: usual, ...shown })

/** A share of something, 1 for all of it. */
export const share = ({ from, to, usual = to, ...shown }: Bounds & { usual?: number }) =>
  Type.Number({ minimum: from, maximum: to, default: usual, unit: 'share', ...shown })

/** A length in points (1/72 inch). */
export const points = ({ from, to, usual = from, ...shown }: Bounds & { usual?: number }) =>
  Type.Number({ minimum: from, maximum: to, default: usual, unit: 'pt', ...shown })

/** Words of at most so many UTF-16 code units. */
export const words = ({ most, usual = '', ...shown }: { most: number; usual?: string } & Shown) =>
  Type.String({ maxLength: most, default: usual, ...shown })

/** One of some named values. */
export function oneOf<const Name extends string>(
  names: readonly Name[],
  usual: NoInfer<Name>,
  shown: Shown & { options?: Record<Name, string> } = {},
): TUnsafe<Name> {
  return { ...Type.Unsafe<Name>({ type: 'string', enum: names, default: usual, ...shown }), [Kind]: 'OneOf' } as TUnsafe<Name>
}
TypeRegistry.Set<{ enum: readonly unknown[] }>('OneOf', (schema, value) => schema.enum.includes(value))

/** A value that may be missing; null then, and unless something else is said. */
export const orNone = <Schema extends TSchema>(schema: Schema) => Type.Union([schema, Type.Null()], { default: null })

/** What kinds of block, series, looks and entries are called in files: a letter, then letters, figures, dots, dashes and underscores. */
const keyPattern = '^(|[\\p{L}\\p{N}_][\\p{L}\\p{N}_.:-]*)$'
const key = (usual: string, shown: Shown = {}) => Type.String({ maxLength: 100, format: 'key', default: usual, ...shown })
/** An id that is given once in a work; empty where none was given yet. */
export const id = () => key('')
/** The key of a series, a look of lists or another rule; empty for the usual one. */
export const ruleKey = (usual = '') => key(usual)
export const isKey = (text: string): boolean => new RegExp(keyPattern, 'u').test(text)

/** A BCP 47 tag that the language functions of JavaScript take. */
export const languageTag = (usual = 'en-GB', shown: Shown = {}) => Type.String({ format: 'language', default: usual, ...shown })
export function isLanguage(tag: string): boolean {
  try {
    // Four letters alone name a script, and are kept for languages to come.
    return tag.length <= 40 && /^[a-z]{2,3}(-|$)/i.test(tag) && Intl.getCanonicalLocales(tag).length === 1
  } catch {
    return false
  }
}

/** Name of a picture file; empty for none. */
export const pictureName = () => Type.String({ maxLength: 200, format: 'picture-name', default: '' })
export const isPictureName = (name: string): boolean => name === '' || /^[\p{L}\p{N}][\p{L}\p{N} ._()-]{0,199}$/u.test(name)

/** Only addresses that open a page or a letter may become links; anything else stays plain text. */
export const address = () => Type.String({ maxLength: 4000, format: 'address' })
export const isAddress = (text: string): boolean => /^(https?:\/\/|mailto:)/i.test(text)

/** What the named forms of a text are, and how a text that keeps to none of them is told. */
const forms: Record<string, { keeps(text: string): boolean; must: string }> = {
  key: { keeps: isKey, must: 'must be of letters, figures, dots, dashes and underscores' },
  language: { keeps: isLanguage, must: 'must be the tag of a language, such as en-GB' },
  'picture-name': { keeps: isPictureName, must: 'must be the name of a picture file' },
  address: { keeps: isAddress, must: 'must be a web or mail address' },
}
for (const [name, { keeps }] of Object.entries(forms)) FormatRegistry.Set(name, keeps)
export const formNames = Object.keys(forms)

/** A value as it usually is, every field of it. */
export const usualOf = <Schema extends TSchema>(schema: Schema): Static<Schema> => Value.Create(schema)

/** Whether a value keeps to its definition. */
export const keeps = <Schema extends TSchema>(schema: Schema, value: unknown): value is Static<Schema> => Value.Check(schema, value)

/** A value in which fields that it does not know are as in `usual`; entries of lists and of records by key are left as they are. */
export function completed(schema: TSchema, value: unknown, usual: unknown): unknown {
  const { properties } = schema as { properties?: Record<string, TSchema> }
  if (!properties || !isRecord(value) || !isRecord(usual)) return value
  const whole = { ...value }
  for (const [name, field] of Object.entries(properties)) {
    if (Object.hasOwn(value, name)) whole[name] = completed(field, value[name], usual[name])
    else if (Object.hasOwn(usual, name)) whole[name] = usual[name]
  }
  return whole
}
const isRecord = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null && !Array.isArray(value)

/** What is wrong with a value, as a clause that follows its name (“must be a number from 1 to 9”), and where in it; null where it is right. */
export function problemWith(schema: TSchema, value: unknown): { place: string[]; problem: string } | null {
  if (Value.Check(schema, value)) return null
  const error = innermost(Value.Errors(schema, value).First())
  return error ? { place: error.path.split('/').slice(1), problem: problemOf(error) } : { place: [], problem: 'is wrong' }
}

/** Of a value that is none of several things, what is wrong with it as the first of them. */
function innermost(error: ValueError | undefined): ValueError | undefined {
  const inner = error?.errors.map(branch => branch.First()).find(found => found && found.path !== error.path)
  return inner ? innermost(inner) : error
}

function problemOf({ schema, value, message }: ValueError): string {
  if (value === undefined) return 'is missing'
  if (/unexpected property/i.test(message)) return 'is nothing that this program knows'
  return mustBe(schema)
}

/** What a value must be, as a clause. */
export function mustBe(schema: TSchema): string {
  const { type, minimum, maximum, maxLength, format, anyOf, maxItems, minItems } = schema
  if (schema.const !== undefined) return `must be ${JSON.stringify(schema.const)}`
  if (schema.enum) return `must be one of ${schema.enum.join(', ')}`
  if (anyOf) return anyOf.map(mustBe).join(', or ').replaceAll(', or must be', ' or')
  if (format) return forms[format]?.must ?? 'is not of the form it must have'
  if (type === 'integer' || type === 'number')
    return `must be a ${type === 'integer' ? 'whole ' : ''}number${minimum === undefined ? '' : ` from ${minimum} to ${maximum}`}`
  if (type === 'string') return maxLength === undefined ? 'must be a text' : `must be a text of at most ${maxLength} letters`
  if (type === 'boolean') return 'must be true or false'
  if (type === 'null') return 'must be nothing'
  if (type === 'array') return `must be a list${maxItems ? ` of ${minItems ? `${minItems} to` : 'at most'} ${maxItems} things` : ''}`
  return 'must be a record of named values'
}

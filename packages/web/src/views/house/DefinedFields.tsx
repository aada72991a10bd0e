/** Fields of the house style drawn from its definition: name, unit, bounds and choices are said there and nowhere else. */
import { checks } from '@steady-ledger/core/findings/index.ts'
import { keeps, mustBe, type TSchema } from '@steady-ledger/core/work/definition.ts'
import { readLength, type Unit, writeLength } from '@steady-ledger/core/work/lengths.ts'
import { type HouseStyle, houseStyleDefinition, pageProblem } from '@steady-ledger/core/work/parts/houseStyle.ts'
import { Check, Choice, Field } from '../../ui/fields.tsx'

interface Defined {
  path: readonly string[]
  schema: TSchema
}

/** The fields of a section of the form, wherever they stand in the definition. */
function fieldsOf(schema: TSchema, group: string, path: readonly string[] = []): Defined[] {
  if (schema.group === group) return [{ path, schema }]
  return Object.entries((schema.properties ?? {}) as Record<string, TSchema>).flatMap(([key, inner]) =>
    fieldsOf(inner, group, [...path, key]),
  )
}

const valueAt = (from: unknown, path: readonly string[]): unknown =>
  path.reduce<unknown>(
    (value, key) => (typeof value === 'object' && value !== null ? (value as Record<string, unknown>)[key] : undefined),
    from,
  )

function withValue<Whole>(whole: Whole, [key, ...rest]: readonly string[], value: unknown): Whole {
  if (key === undefined) return value as Whole
  return { ...whole, [key]: withValue((whole as Record<string, unknown>)[key] ?? {}, rest, value) } as Whole
}

/** Most choices that are shown as such, where a whole number could be typed. */
const mostChoices = 9

/** One value by its definition. */
function DefinedField({
  schema,
  value,
  onChange,
  problem,
}: {
  schema: TSchema
  value: unknown
  onChange(value: unknown): void
  problem?(value: unknown): string
}) {
  const { title = '', type, options, minimum = 0, maximum = 0, shownIn, maxLength } = schema
  if (options)
    return (
      <Choice
        label={title}
        value={String(value)}
        options={options as Record<string, string>}
        onChange={key => onChange(type === 'boolean' ? key === 'true' : key)}
      />
    )
  if (type === 'boolean') return <Check label={title} value={value === true} onChange={onChange} />
  if (type === 'string')
    return <Field label={title} value={String(value ?? '')} onChange={text => onChange(text.trim().slice(0, maxLength))} />
  if (type === 'integer' && maximum - minimum < mostChoices) {
    const choices = Array.from({ length: maximum - minimum + 1 }, (_, i) => String(minimum + i))
    return (
      <Choice
        label={title}
        value={String(value)}
        options={Object.fromEntries(choices.map(choice => [choice, choice]))}
        onChange={key => onChange(Number(key))}
      />
    )
  }
  if (type === 'integer')
    return (
      <Field
        label={title}
        value={String(value)}
        check={text => (/^\s*\d+\s*$/.test(text) && keeps(schema, Number(text)) ? '' : sentence(mustBe(schema)))}
        onChange={text => onChange(Number(text))}
      />
    )
  const unit = shownIn as Unit
  return (
    <Field
      label={`${title}, in ${unit}`}
      value={writeLength(Number(value), unit)}
      check={text => {
        const length = readLength(text, unit)
        if (length === null) return 'A length, such as 25 mm, 2.5 cm, 1 in or 70 pt.'
        if (length < minimum) return `At least ${writeLength(minimum, unit)} ${unit}.`
        if (length > maximum) return `At most ${writeLength(maximum, unit)} ${unit}.`
        return problem?.(length) ?? ''
      }}
      onChange={text => onChange(readLength(text, unit))}
    />
  )
}

/** “must be a whole number from 1 to 9” as a sentence of its own. */
const sentence = (must: string): string => `${must.replace(/^must be (.)/, (_, first: string) => first.toUpperCase())}.`

interface Props {
  style: HouseStyle
  change(next: HouseStyle): void
}

/** A section of the form; fields in `without`, by their way in the definition, are left out. */
export function DefinedFields({ style, change, group, without = [] }: Props & { group: string; without?: readonly string[] }) {
  return fieldsOf(houseStyleDefinition, group)
    .filter(({ path }) => !without.includes(path.join('.')))
    .map(({ path, schema }) => (
      <DefinedField
        key={path.join('.')}
        schema={schema}
        value={valueAt(style, path)}
        problem={value => pageProblem(withValue(style, path, value).page)}
        onChange={value => change(withValue(style, path, value))}
      />
    ))
}

/** What the checks let a house style set. */
export function CheckFields({ style, change }: Props) {
  return checks.flatMap(({ name, options }) =>
    Object.entries(options).map(([option, schema]) => (
      <DefinedField
        key={`${name} ${option}`}
        schema={schema}
        value={valueAt(style.checks, [name, option]) ?? schema.default}
        onChange={value => change(withValue(style, ['checks', name, option], value))}
      />
    )),
  )
}

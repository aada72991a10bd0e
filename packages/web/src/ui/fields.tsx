/** Form fields of the panels: each with its name above it, and errors below it in words. */
import { useId } from 'react'
import { DraftInput } from './DraftInput.tsx'
import type { DraftOf } from './useDraft.ts'

export function Check({ label, value, onChange }: { label: string; value: boolean; onChange(value: boolean): void }) {
  return (
    <label className="check">
      <input type="checkbox" checked={value} onChange={event => onChange(event.target.checked)} /> {label}
    </label>
  )
}

export function Field({
  label,
  multiline,
  bare,
  help,
  placeholder,
  ...of
}: DraftOf & {
  label: string
  multiline?: boolean
  /** Its name is only said, not shown: a heading above it shows it. */
  bare?: boolean
  /** One plain sentence below it. */
  help?: string
  placeholder?: string
}) {
  const id = useId()
  return (
    <div className="field">
      {!bare && <span aria-hidden="true">{label}</span>}
      <DraftInput
        label={label}
        {...of}
        {...(multiline ? { multiline } : {})}
        {...(placeholder ? { placeholder } : {})}
        {...(help ? { described: id } : {})}
      />
      {help && (
        <span id={id} className="quiet-note">
          {help}
        </span>
      )}
    </div>
  )
}

/** One of several, by key and name. */
export function Choice<Key extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string
  value: Key
  options: Record<Key, string>
  onChange(value: Key): void
}) {
  return (
    <label className="field">
      <span>{label}</span>
      <select value={value} onChange={event => onChange(event.target.value as Key)}>
        {(Object.entries(options) as [Key, string][]).map(([key, name]) => (
          <option key={key} value={key}>
            {name}
          </option>
        ))}
      </select>
    </label>
  )
}

/** Form fields of the panels: each writes when it is left. */
import { useState } from 'react'

export function Check({ label, value, onChange }: { label: string; value: boolean; onChange(value: boolean): void }) {
  return (
    <label className="check">
      <input type="checkbox" checked={value} onChange={event => onChange(event.target.checked)} /> {label}
    </label>
  )
}

/** A text field that writes when it is left or Enter is pressed; Esc gives back what was there. */
export function Field({
  label,
  value,
  onChange,
  check,
  multiline,
  bare,
}: {
  label: string
  value: string
  onChange(value: string): void
  check?(value: string): string
  multiline?: boolean
  /** Its name is only said, not shown: a heading above it shows it. */
  bare?: boolean
}) {
  const [draft, setDraft] = useState<string | null>(null)
  const shown = draft ?? value
  const wrong = draft === null ? '' : (check?.(draft) ?? '')
  const commit = (): void => {
    if (draft !== null && draft !== value && !wrong) onChange(draft)
    if (!wrong) setDraft(null)
  }
  const shared = {
    value: shown,
    'aria-invalid': Boolean(wrong),
    onBlur: commit,
    onChange: (event: { target: { value: string } }) => setDraft(event.target.value),
    onKeyDown: (event: { key: string; preventDefault(): void }) => {
      if (event.key === 'Enter') {
        event.preventDefault()
        commit()
      } else if (event.key === 'Escape') setDraft(null)
    },
  }
  return (
    <div className="field">
      {!bare && <span aria-hidden="true">{label}</span>}
      {multiline ? <textarea rows={2} aria-label={label} {...shared} /> : <input type="text" aria-label={label} {...shared} />}
      {wrong && (
        <span className="field-wrong" role="alert">
          {wrong}
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

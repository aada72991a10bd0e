import { useState } from 'react'

/** A short field that reads what is typed when it is left or Enter is pressed; what cannot be read stays, marked, until it is mended. */
export function Cell<Value>({
  label,
  value,
  read,
  wrong,
  onChange,
}: {
  label: string
  value: string
  /** Null where the text is nothing that can stand here. */
  read(text: string): Value | null
  /** What may stand here, in words. */
  wrong: string
  onChange(value: Value): void
}) {
  const [draft, setDraft] = useState<string | null>(null)
  const failed = draft !== null && read(draft) === null
  const commit = (): void => {
    if (draft === null) return
    const next = read(draft)
    if (next === null) return
    if (draft !== value) onChange(next)
    setDraft(null)
  }
  return (
    <span className="cell">
      <input
        type="text"
        aria-label={label}
        value={draft ?? value}
        aria-invalid={failed}
        onChange={event => setDraft(event.target.value)}
        onBlur={commit}
        onKeyDown={event => {
          if (event.key === 'Enter') commit()
          else if (event.key === 'Escape') setDraft(null)
        }}
      />
      {failed && (
        <span className="cell-wrong" role="alert">
          {wrong}
        </span>
      )}
    </span>
  )
}

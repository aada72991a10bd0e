/** A few views of one thing beside each other, of which one is shown. */
interface Props<Key extends string> {
  label: string
  value: Key
  options: Record<Key, string>
  onChange(value: Key): void
  className?: string
}

export function Segments<Key extends string>({ label, value, options, onChange, className = '' }: Props<Key>) {
  return (
    <div className={`segments ${className}`} role="radiogroup" aria-label={label}>
      {(Object.entries(options) as [Key, string][]).map(([key, name]) => (
        <button key={key} type="button" role="radio" aria-checked={value === key} onClick={() => onChange(key)}>
          {name}
        </button>
      ))}
    </div>
  )
}

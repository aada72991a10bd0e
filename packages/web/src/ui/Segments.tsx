/** A few views of one thing beside each other, of which one is shown; the arrow keys go from one to the next. */
import { RadioGroup } from 'radix-ui'

interface Props<Key extends string> {
  label: string
  value: Key
  options: Record<Key, string>
  onChange(value: Key): void
}

export function Segments<Key extends string>({ label, value, options, onChange }: Props<Key>) {
  return (
    <RadioGroup.Root
      className="mb-1.5 flex border border-(--rule-strong)"
      orientation="horizontal"
      aria-label={label}
      value={value}
      onValueChange={next => onChange(next as Key)}
    >
      {(Object.entries(options) as [Key, string][]).map(([key, name]) => (
        <RadioGroup.Item
          key={key}
          value={key}
          // Only the one that is chosen is a stop of Tab: whatever else gets the focus got it by an arrow key or a press, and is chosen.
          onFocus={() => value !== key && onChange(key)}
          className="px-3 py-1 not-first:border-l not-first:border-(--rule-strong) aria-checked:bg-(--structure-wash) aria-checked:font-semibold aria-checked:text-(--structure) aria-checked:underline aria-checked:underline-offset-4"
        >
          {name}
        </RadioGroup.Item>
      ))}
    </RadioGroup.Root>
  )
}

import { DraftInput } from '../../ui/DraftInput.tsx'

/** A short field of a table that reads what is typed in it; what cannot be read stays, with what may stand there, until it is mended. */
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
  return (
    <span className="relative">
      <DraftInput
        className="quiet-field w-14 px-[5px] py-[3px] text-right"
        label={label}
        value={value}
        over
        check={text => (read(text) === null ? wrong : '')}
        onChange={text => onChange(read(text)!)}
      />
    </span>
  )
}

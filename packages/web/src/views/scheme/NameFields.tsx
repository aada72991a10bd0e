/** What a level or series is called: alone, several of it, and both in short. */
import type { Names } from '@steady-ledger/core/work/parts/scheme.ts'
import { Field } from '../../ui/fields.tsx'

const forms: Record<keyof Names, string> = {
  one: 'Called',
  many: 'Several are called',
  shortOne: 'In short',
  shortMany: 'Several in short',
}

export function NameFields({ names, onChange }: { names: Names; onChange(names: Names): void }) {
  return (
    <>
      {(Object.keys(forms) as (keyof Names)[]).map(form => (
        <Field key={form} label={forms[form]} value={names[form]} onChange={text => onChange({ ...names, [form]: text.trim() })} />
      ))}
    </>
  )
}

/** The one field to type in: a draft until it is left, its unit behind it, and what is wrong with it tied to it in words. */
import { type ReactNode, useId } from 'react'
import { type DraftOf, useDraft } from './useDraft.ts'

export interface DraftInputProps extends DraftOf {
  label: string
  className?: string
  placeholder?: string
  /** Several lines of it. */
  multiline?: boolean
  /** Whole numbers are asked for as such on keyboards of screens. */
  numeric?: boolean
  /** Beside what is wrong, where that is shown over other fields and not below. */
  over?: boolean
  described?: string
  children?: ReactNode
}

export function DraftInput({ label, className, placeholder, multiline, numeric, over, described, ...of }: DraftInputProps) {
  const { wrong, input } = useDraft(of)
  const id = useId()
  const shared = {
    'aria-label': label,
    'aria-describedby': [wrong && id, described].filter(Boolean).join(' ') || undefined,
    className,
    placeholder,
    ...input,
  }
  return (
    <>
      {multiline ? <textarea rows={2} {...shared} /> : <input type="text" inputMode={numeric ? 'numeric' : undefined} {...shared} />}
      {wrong && (
        <span
          id={id}
          role="alert"
          className={
            over
              ? 'absolute top-full left-0 z-5 border border-(--mend) bg-(--mend-wash) px-1.5 py-0.5 text-xs whitespace-nowrap text-(--mend)'
              : 'text-[13px] text-(--mend)'
          }
        >
          {wrong}
        </span>
      )}
    </>
  )
}

/** A symbol as formulas show it, said in words for those who listen. */
import { mathMl } from '@steady-ledger/core/formulas/mathml.ts'
import { useMemo } from 'react'

export function Formula({ notation, spoken }: { notation: string; spoken?: string }) {
  const drawn = useMemo(() => mathMl(notation, false), [notation])
  if (!drawn) return <code>{notation}</code>
  return (
    <span
      className="formula"
      role="img"
      aria-label={spoken || notation}
      // biome-ignore lint/security/noDangerouslySetInnerHtml: MathML of our own typesetter
      dangerouslySetInnerHTML={{ __html: drawn }}
    />
  )
}

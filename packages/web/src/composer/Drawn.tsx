/** A formula of the composer as it is shown on a button or in a list. */
import { mathMl } from '@steady-ledger/core/formulas/mathml.ts'
import type { Row } from '@steady-ledger/core/formulas/tree/terms.ts'
import { writeMathMl } from '@steady-ledger/core/formulas/tree/writeMathMl.ts'
import { useLayoutEffect, useRef } from 'react'

/** What a kept part looks like, without the element around it. */
export const lookOfKept = (source: string): string => (mathMl(source, false) ?? '').replace(/^<math[^>]*>|<\/math>$/g, '')

export function Drawn({ row, display = false }: { row: Row; display?: boolean }) {
  const place = useRef<HTMLSpanElement>(null)
  useLayoutEffect(() => {
    // Written by us from terms, each of its letters escaped.
    if (place.current) place.current.innerHTML = writeMathMl(row, display, { kept: lookOfKept })
  }, [row, display])
  return <span ref={place} className="formula-text pointer-events-none" />
}

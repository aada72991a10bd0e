import { useEffect, useRef } from 'react'
import { showFormula } from '../editor/nodeViews/common.ts'

/** A formula in running interface text. */
export function FormulaText({ source }: { source: string }) {
  const place = useRef<HTMLSpanElement>(null)
  useEffect(() => {
    if (place.current) showFormula(place.current, source, false)
  }, [source])
  return <span ref={place} className="formula-text" />
}

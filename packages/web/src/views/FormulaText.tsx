import { useEffect, useRef } from 'react'
import { showFormula } from '../editor/nodeViews/common.ts'
import { useView } from '../session/sessionContext.ts'

/** A formula in running interface text. */
export function FormulaText({ source }: { source: string }) {
  const place = useRef<HTMLSpanElement>(null)
  const language = useView(({ settings }) => settings.language)
  useEffect(() => {
    if (place.current) showFormula(place.current, source, false, language)
  }, [source, language])
  return <span ref={place} className="formula-text" />
}

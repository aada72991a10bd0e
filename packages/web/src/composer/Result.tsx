/** The formula as it prints, in its size, and how much of the line it takes. */

import { hasEmptySlot, type Row } from '@steady-ledger/core/formulas/tree/terms.ts'
import type { FormulaDrawing } from '@steady-ledger/core/formulas/typesetter.ts'
import { measureOf } from '@steady-ledger/core/pages/measure.ts'
import { memo } from 'react'
import { useView } from '../session/sessionContext.ts'
import { useResult } from './useResult.ts'

const millimetre = 72 / 25.4

export function Result({ source, display, row }: { source: string; display: boolean; row: Row }) {
  const style = useView(view => view.houseStyle)
  const drawing = useResult(source, display)
  if (!source || !drawing) return <p className="composer-result" />
  const { size } = style.body
  const measure = measureOf(style)
  const width = drawing.width * size
  const over = width - measure
  const said = drawing.error
    ? `It cannot be set. ${drawing.error}`
    : hasEmptySlot(row)
      ? 'A slot is empty: it prints as a gap, and is found among what must be mended.'
      : over > 0
        ? `Wider than the line by ${Math.ceil(over / millimetre)} mm.`
        : `${Math.round((width / measure) * 100)} % of the line`
  return (
    <p className="composer-result">
      {!drawing.error && <Printed drawing={drawing} size={size} most={measure} />}
      <span role="status" className={drawing.error || over > 0 ? 'text-(--mend)' : 'text-(--ink-soft)'}>
        {said}
      </span>
    </p>
  )
}

/** Drawn anew when the typesetter has made it anew, and not with every letter. */
const Printed = memo(function Printed({ drawing, size, most }: { drawing: FormulaDrawing; size: number; most: number }) {
  return (
    <svg
      role="img"
      aria-label="The equation as it prints"
      width={`${Math.min(drawing.width * size, most)}pt`}
      height={`${(drawing.height + drawing.depth) * size}pt`}
      viewBox={`0 ${-drawing.height * 1000} ${drawing.width * 1000} ${(drawing.height + drawing.depth) * 1000}`}
    >
      <g transform="scale(1 -1)" fill="currentColor">
        {drawing.outlines.map(({ path, place }, index) => (
          // Outlines have no identity but their order.
          <path key={index} d={path} transform={`matrix(${place.join(' ')})`} />
        ))}
        {drawing.rules.map(({ rect: [x, y, w, h], place }, index) => (
          <rect key={index} x={x} y={y} width={w} height={h} transform={`matrix(${place.join(' ')})`} />
        ))}
      </g>
    </svg>
  )
})

/** The formula as it prints, in its size, and how much of the line it takes. */

import { brokenTo } from '@steady-ledger/core/formulas/brokenFormula.ts'
import { speakRow } from '@steady-ledger/core/formulas/spoken/speak.ts'
import { hasEmptySlot, type Row } from '@steady-ledger/core/formulas/tree/terms.ts'
import { writeWords } from '@steady-ledger/core/formulas/tree/writeWords.ts'
import type { FormulaDrawing } from '@steady-ledger/core/formulas/typesetter.ts'
import { measureOf } from '@steady-ledger/core/pages/measure.ts'
import { memo } from 'react'
import { useView } from '../session/sessionContext.ts'
import { useResult } from './useResult.ts'

const millimetre = 72 / 25.4

interface Props {
  source: string
  display: boolean
  row: Row
  /** It breaks at its relations where it is wider than the line. */
  breaks: boolean
}

const line = 'flex min-h-[34px] items-center justify-between gap-4 overflow-hidden border-t border-(--rule) px-3 py-1 text-xs/4'

export function Result({ source, display, row, breaks }: Props) {
  const style = useView(view => view.houseStyle)
  const language = useView(view => view.settings.language)
  const drawing = useResult(source, display)
  if (!source || !drawing) return <p className={line} />
  const { size } = style.body
  const measure = measureOf(style)
  const over = drawing.width * size - measure
  const printed = breaks && over > 0 ? brokenTo(drawing, measure / size) : drawing
  const share = Math.min(1, measure / (printed.width * size))
  const wide = `Wider than the line by ${Math.ceil(over / millimetre)} mm: ${
    share < 1
      ? `it is set at ${Math.round(share * 100)} %.`
      : printed === drawing
        ? 'see how it breaks on the pages.'
        : 'it breaks at its relations.'
  }`
  const said = drawing.error
    ? `It cannot be set. ${drawing.error}`
    : hasEmptySlot(row)
      ? 'A slot is empty: it prints as a gap, and is found among what must be mended.'
      : over > 0
        ? wide
        : `${Math.round((drawing.width * size * 100) / measure)} % of the line`
  return (
    <div className={line}>
      {!drawing.error && (
        <span
          role="group"
          aria-label="How it prints; it can be dragged to the keepsakes"
          title={`Said: ${speakRow(row, language)}`}
          draggable
          className="max-w-[72%] min-w-0 flex-none cursor-grab [&_svg]:block [&_svg]:h-auto [&_svg]:max-h-[120px] [&_svg]:max-w-full [&_svg]:overflow-visible"
          onDragStart={event => event.dataTransfer.setData('text/plain', writeWords(row))}
        >
          <Printed drawing={printed} size={size * share} words={speakRow(row, language)} />
        </span>
      )}
      <span role="status" className={drawing.error || over > 0 ? 'text-(--mend)' : 'text-(--ink-soft)'}>
        {said}
      </span>
    </div>
  )
}

/** Drawn anew when the typesetter has made it anew, and not with every letter. */
const Printed = memo(function Printed({ drawing, size, words }: { drawing: FormulaDrawing; size: number; words: string }) {
  return (
    <svg
      id="composer-says"
      role="img"
      aria-label={words}
      width={`${drawing.width * size}pt`}
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

/** What can be drawn over a page: its margins, its baselines, the numbers of its lines, and what was looked for. */

import type { PageDrawing } from '@steady-ledger/core/pages/drawing.ts'
import { leftOf, measureOf } from '@steady-ledger/core/pages/measure.ts'
import type { PageMatch } from '@steady-ledger/core/pages/search.ts'
import type { HouseStyle } from '@steady-ledger/core/work/parts/houseStyle.ts'

export type Overlay = 'margins' | 'baselines' | 'lines'
export const overlayNames: Record<Overlay, string> = { margins: 'Margins', baselines: 'Baselines', lines: 'Line numbers' }

export function Overlays({ drawing, page: sheet, shown }: { drawing: PageDrawing; page: HouseStyle['page']; shown: ReadonlySet<Overlay> }) {
  // Of a page that lies on its side the margins are those of the house style all the same.
  const page = { ...sheet, width: drawing.width, height: drawing.height }
  const left = leftOf({ page }, drawing.side)
  const width = measureOf({ page })
  return (
    <g className="overlays">
      {shown.has('baselines') && drawing.baselines.map(y => <path key={y} className="baseline" d={`M ${left} ${y} h ${width}`} />)}
      {shown.has('margins') && (
        <rect className="text-area" x={left} y={page.top} width={width} height={page.height - page.top - page.bottom} />
      )}
      {shown.has('lines') &&
        drawing.baselines.map((y, index) => (
          <text key={y} className="line-number" x={left - 10} y={y}>
            {index + 1}
          </text>
        ))}
    </g>
  )
}

/** What was found on a page; a match over a page turn is marked on both. */
export function Matches({ page, matches, current }: { page: number; matches: PageMatch[]; current: PageMatch | undefined }) {
  return (
    <g>
      {matches.flatMap((match, index) =>
        match.areas
          .filter(area => area.page === page)
          .map(({ x, y, width, height }, part) => (
            <rect
              key={`${index}-${part}`}
              className={match === current ? 'match current' : 'match'}
              x={x - 1}
              y={y - 1}
              width={width + 2}
              height={height + 2}
            />
          )),
      )}
    </g>
  )
}

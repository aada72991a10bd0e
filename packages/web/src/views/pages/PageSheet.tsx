/** One page proof as SVG, from the drawing that the turnover made: the same places as in the PDF. */

import type { PageDrawing } from '@steady-ledger/core/pages/drawing.ts'
import type { AnyFace } from '@steady-ledger/core/type/fonts.ts'
import { memo, type ReactNode } from 'react'

const faces: Record<AnyFace, { family: string; weight?: number; style?: string }> = {
  serif: { family: "'Source Serif 4'" },
  serifItalic: { family: "'Source Serif 4'", style: 'italic' },
  serifBold: { family: "'Source Serif 4'", weight: 600 },
  serifBoldItalic: { family: "'Source Serif 4'", weight: 600, style: 'italic' },
  sans: { family: "'Source Sans 3'" },
  sansSemibold: { family: "'Source Sans 3'", weight: 600 },
  mono: { family: "'Source Code Pro'" },
  mathematics: { family: "'Noto Sans Math'" },
  signs: { family: "'STIX Two Text'" },
  signsItalic: { family: "'STIX Two Text'", style: 'italic' },
  signsBold: { family: "'STIX Two Text'", weight: 600 },
  signsBoldItalic: { family: "'STIX Two Text'", weight: 600, style: 'italic' },
}

/** As a style sheet writes them: 'smcp', 'onum'. */
const settings = (features: string): string =>
  features
    .split(' ')
    .map(tag => `'${tag}'`)
    .join(', ')

interface Props {
  drawing: PageDrawing
  /** Pixels a point. */
  scale: number
  pictureAddress(name: string): string | undefined
  /** The block the cursor is in. */
  current: string
  onGo(block: string): void
  /** Drawn over the page: overlays, matches of a search. */
  children?: ReactNode
}

export const PageSheet = memo(function PageSheet({ drawing, scale, pictureAddress, current, onGo, children }: Props) {
  const { width, height } = drawing
  return (
    <svg
      className="page-sheet"
      width={width * scale}
      height={height * scale}
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={`Page ${drawing.label}`}
    >
      {drawing.areas.map((area, index) => (
        // The text of a page is read in the galley; here a press on a block leads there.
        // biome-ignore lint/a11y/noStaticElementInteractions: keyboard users reach blocks by the spine and the command box
        <rect
          key={index}
          className={area.block === current ? 'area current' : 'area'}
          x={36}
          width={width - 72}
          y={area.y - 2}
          height={area.height + 4}
          onClick={() => onGo(area.block)}
        />
      ))}
      <g className="page-ink">
        {drawing.rules.map(([x, y, w, h], index) => (
          <rect key={index} x={x} y={y} width={w} height={h} />
        ))}
        {drawing.pictures.map((picture, index) => (
          <image
            key={index}
            x={picture.x}
            y={picture.y}
            width={picture.width}
            height={picture.height}
            href={pictureAddress(picture.picture)}
            preserveAspectRatio="none"
          >
            <title>{picture.alternative}</title>
          </image>
        ))}
        {drawing.lines.map((line, index) => (
          <text key={index} y={line.y}>
            {line.runs.map((run, k) => {
              const { family, weight, style } = faces[run.face]
              return (
                <tspan
                  key={k}
                  y={line.y - run.rise}
                  fontFamily={family}
                  fontSize={run.size}
                  fontWeight={weight}
                  fontStyle={style}
                  style={run.features ? { fontFeatureSettings: settings(run.features) } : undefined}
                  className={run.marked ? 'marked' : run.lead ? 'lead' : undefined}
                >
                  {run.words.map((word, w) => (
                    <tspan key={w} x={run.x[w]}>
                      {word}
                    </tspan>
                  ))}
                </tspan>
              )
            })}
          </text>
        ))}
        {drawing.formulas.map(({ x, y, size, formula }, index) => (
          <g key={index} transform={`translate(${x} ${y}) scale(${size / 1000} ${-size / 1000})`}>
            {formula.outlines.map(({ path, place }, k) => (
              <path key={k} d={path} transform={`matrix(${place.join(' ')})`} />
            ))}
            {formula.rules.map(({ rect, place }, k) => (
              <rect key={k} x={rect[0]} y={rect[1]} width={rect[2]} height={rect[3]} transform={`matrix(${place.join(' ')})`} />
            ))}
          </g>
        ))}
      </g>
      {children}
    </svg>
  )
})

/** One page proof as SVG, from the drawing that the turnover made: the same places as in the PDF. */

import type { Ink, PageDrawing } from '@steady-ledger/core/pages/drawing.ts'
import { type Families, type MonoFamily, type TextFamily, usualFamilies } from '@steady-ledger/core/type/families.ts'
import type { AnyFace, OwnFallback } from '@steady-ledger/core/type/fonts.ts'
import { runsLeftwards } from '@steady-ledger/core/type/leftwards.ts'
import type { FaceName } from '@steady-ledger/core/work/parts/houseStyle.ts'
import { type CSSProperties, memo, type ReactNode } from 'react'
import { ownFaceName } from '../../session/ownFaces.ts'

interface DrawnFace {
  family: string
  weight?: number
  style?: string
}

/** What the style sheet calls the families. */
const textNames: Record<TextFamily, string> = {
  bookSerif: 'Source Serif 4',
  scholarSerif: 'STIX Two Text',
  officeRoman: 'Tinos',
  bookSans: 'Source Sans 3',
  officeSans: 'Arimo',
}
const monoNames: Record<MonoFamily, string> = { code: 'Source Code Pro', typewriter: 'Cousine' }

function four(family: string): [DrawnFace, DrawnFace, DrawnFace, DrawnFace] {
  return [{ family }, { family, style: 'italic' }, { family, weight: 600 }, { family, weight: 600, style: 'italic' }]
}

function facesOf(families: Families): Record<AnyFace, DrawnFace> {
  const { others, ...own } = families.own ?? usualFamilies.own
  const faces = shippedFaces(families)
  for (const [face, file] of Object.entries(own)) if (file) faces[face as FaceName] = { family: ownFaceName(file) }
  others.forEach((file, index) => {
    faces[`own${index}` as OwnFallback] = { family: ownFaceName(file) }
  })
  return faces
}

function shippedFaces({ text, sans, mono }: Families): Record<AnyFace, DrawnFace> {
  const [serif, serifItalic, serifBold, serifBoldItalic] = four(textNames[text])
  const [plain, , heavy] = four(textNames[sans])
  const [signs, signsItalic, signsBold, signsBoldItalic] = four('STIX Two Text')
  return {
    serif,
    serifItalic,
    serifBold,
    serifBoldItalic,
    sans: plain,
    sansSemibold: heavy,
    mono: { family: monoNames[mono] },
    mathematics: { family: 'Noto Sans Math' },
    signs,
    signsItalic,
    signsBold,
    signsBoldItalic,
    hebrew: { family: 'Noto Serif Hebrew' },
    hebrewBold: { family: 'Noto Serif Hebrew', weight: 700 },
    arabic: { family: 'Noto Naskh Arabic' },
    arabicBold: { family: 'Noto Naskh Arabic', weight: 700 },
    thai: { family: 'Noto Sans Thai' },
    thaiBold: { family: 'Noto Sans Thai', weight: 700 },
    emoji: { family: 'Noto Emoji' },
    own0: serif,
    own1: serif,
    own2: serif,
    own3: serif,
  }
}

/** As a style sheet writes them: 'smcp', 'onum'. */
const settings = (features: string): string =>
  features
    .split(' ')
    .map(tag => `'${tag}'`)
    .join(', ')

/** Words that run from right to left end where they stand: at the left. */
function featured(features: string): CSSProperties {
  const drawn = { fontFeatureSettings: settings(features) }
  return runsLeftwards(features) ? { ...drawn, direction: 'rtl', unicodeBidi: 'isolate-override' } : drawn
}

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

export const liesOnItsSide = ({ width, height }: PageDrawing): boolean => width > height

/** Pixels a point where a page has the room of an upright one: one that lies on its side is shown smaller, whole. */
export const scaleFor = (drawing: PageDrawing, { width }: { width: number }, scale: number): number =>
  drawing.width > width ? (scale * width) / drawing.width : scale

interface DrawnProps {
  ink: Ink
  faces: Record<AnyFace, DrawnFace>
  pictureAddress(name: string): string | undefined
}

/** Rules, pictures, words and formulas, each in its place. */
const Drawn = ({ ink, faces, pictureAddress }: DrawnProps) => (
  <>
    {ink.rules.map(([x, y, w, h], index) => (
      <rect key={index} x={x} y={y} width={w} height={h} />
    ))}
    {ink.pictures.map((picture, index) => (
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
    {ink.lines.map((line, index) => (
      <text key={index} y={line.y}>
        {line.runs.map((run, k) => {
          const { family, weight, style } = faces[run.face]
          return (
            <tspan
              key={k}
              y={line.y - run.rise}
              fontFamily={`'${family}'`}
              fontSize={run.size}
              fontWeight={weight}
              fontStyle={style}
              style={run.features ? featured(run.features) : undefined}
              textAnchor={runsLeftwards(run.features) ? 'end' : undefined}
              className={run.marked ? 'marked' : run.lead ? 'lead' : undefined}
            >
              {run.words.map((word, w) => (
                <tspan key={w} x={run.x[w]} textLength={run.widths?.[w]} lengthAdjust={run.widths ? 'spacingAndGlyphs' : undefined}>
                  {word}
                </tspan>
              ))}
            </tspan>
          )
        })}
      </text>
    ))}
    {ink.formulas.map(({ x, y, size, formula }, index) => (
      <g key={index} transform={`translate(${x} ${y}) scale(${size / 1000} ${-size / 1000})`}>
        {formula.outlines.map(({ path, place }, k) => (
          <path key={k} d={path} transform={`matrix(${place.join(' ')})`} />
        ))}
        {formula.rules.map(({ rect, place }, k) => (
          <rect key={k} x={rect[0]} y={rect[1]} width={rect[2]} height={rect[3]} transform={`matrix(${place.join(' ')})`} />
        ))}
      </g>
    ))}
  </>
)

export const PageSheet = memo(function PageSheet({ drawing, scale, pictureAddress, current, onGo, children }: Props) {
  const { width, height } = drawing
  const faces = facesOf(drawing.families ?? usualFamilies)
  return (
    <svg
      className={liesOnItsSide(drawing) ? 'page-sheet page-paper' : 'page-sheet'}
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
        <Drawn ink={drawing} faces={faces} pictureAddress={pictureAddress} />
        {drawing.turned?.map((ink, index) => (
          <g key={index} transform={`matrix(${ink.matrix.join(' ')})`}>
            <Drawn ink={ink} faces={faces} pictureAddress={pictureAddress} />
          </g>
        ))}
      </g>
      {children}
    </svg>
  )
})

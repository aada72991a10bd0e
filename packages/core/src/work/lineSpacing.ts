/** Line spacing as offices say it: single, one and a half, double. A single line is as high as 1.2 times its letters. */
import type { HouseStyle } from './parts/houseStyle.ts'

export const lineSpacings = { single: 1.2, oneAndAHalf: 1.8, double: 2.4 } as const
export type LineSpacing = keyof typeof lineSpacings

/** Differences below it are those of a leading that was rounded, in points. */
const rounded = 0.06

/** How the lines of the text stand; null where the distance is another one, which its leading says in points. */
export function lineSpacingOf({ body }: Pick<HouseStyle, 'body'>): LineSpacing | null {
  const found = (Object.keys(lineSpacings) as LineSpacing[]).find(
    spacing => Math.abs(body.leading - body.size * lineSpacings[spacing]) < rounded,
  )
  return found ?? null
}

/** The style with lines of the text as far apart; what stands on lines of its own keeps them. */
export const withLineSpacing = (style: HouseStyle, spacing: LineSpacing): HouseStyle => ({
  ...style,
  body: { ...style.body, leading: Math.round(style.body.size * lineSpacings[spacing] * 100) / 100 },
})

import type { HouseStyle } from '../work/parts/houseStyle.ts'

/** How long a line of the text is, in points. */
export const measureOf = ({ page }: HouseStyle): number => page.width - page.inner - page.outer

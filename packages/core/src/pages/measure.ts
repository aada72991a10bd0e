import type { HouseStyle } from '../work/parts/houseStyle.ts'
import { division, matterOf, type Node } from '../work/schema.ts'
import type { Setting } from './setting.ts'

/** How long a line of the text is, in points. */
export const measureOf = ({ page }: HouseStyle): number => page.width - page.inner - page.outer

/** In how many columns the text of a division is set. An index has columns of its own. */
export function columnsIn(node: Node, { columns }: HouseStyle): number {
  const { columns: own, role } = division(node)
  if (role === 'index') return 1
  return own || (matterOf(node) === 'front' ? 1 : columns.count)
}

/** From the left edge of one column to that of the next, in points. */
export const columnStep = (measure: number, count: number, { columns }: HouseStyle): number => (measure + columns.gap) / count

/** How long a line is in a column, in points. */
export const measureIn = (measure: number, count: number, houseStyle: HouseStyle): number =>
  columnStep(measure, count, houseStyle) - houseStyle.columns.gap

const settings = new WeakMap<Setting, Map<number, Setting>>()

/** What a text in columns is set with: everything as it is, lines as long as a column is wide. */
export function inColumns(setting: Setting, count: number): Setting {
  if (count === 1) return setting
  let byCount = settings.get(setting)
  if (!byCount) settings.set(setting, (byCount = new Map()))
  let own = byCount.get(count)
  if (!own) {
    const { houseStyle, measure } = setting
    byCount.set(count, (own = { ...setting, measure: measureIn(measure, count, houseStyle) }))
  }
  return own
}

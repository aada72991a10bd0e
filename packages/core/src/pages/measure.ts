import { languageOf } from '../languages/index.ts'
import { isKind } from '../work/kinds/index.ts'
import type { HouseStyle } from '../work/parts/houseStyle.ts'
import { division, matterOf, type Node } from '../work/schema.ts'
import type { Setting } from './setting.ts'

/** How long a line of the text is, in points. */
export const measureOf = ({ page }: Pick<HouseStyle, 'page'>): number => page.width - page.inner - page.binding - page.outer

/** Where the text begins on a page, in points from its left edge. */
export const leftOf = ({ page }: Pick<HouseStyle, 'page'>, side: 'recto' | 'verso'): number =>
  side === 'recto' ? page.inner + page.binding : page.outer

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

const languages = new WeakMap<Setting, Map<string, Setting>>()

/** What a division in a language of its own is set with. */
export function inLanguage(setting: Setting, language: string | null): Setting {
  if (!language || language === setting.language) return setting
  let byLanguage = languages.get(setting)
  if (!byLanguage) languages.set(setting, (byLanguage = new Map()))
  let own = byLanguage.get(language)
  if (!own) byLanguage.set(language, (own = { ...setting, language, words: languageOf(language) }))
  return own
}

const turned = new WeakMap<HouseStyle, HouseStyle>()
const lying = new WeakMap<Setting, Setting>()

/** What a division is set with whose pages lie on their side: margins stay at the sides they are named for. */
export function onItsSide(setting: Setting, landscape: boolean): Setting {
  if (!landscape) return setting
  let own = lying.get(setting)
  if (!own) {
    const { houseStyle: upright } = setting
    let houseStyle = turned.get(upright)
    if (!houseStyle)
      turned.set(upright, (houseStyle = { ...upright, page: { ...upright.page, width: upright.page.height, height: upright.page.width } }))
    const { page } = houseStyle
    lying.set(setting, (own = { ...setting, houseStyle, measure: measureOf(houseStyle), height: page.height - page.top - page.bottom }))
  }
  return own
}

/** How long a line is, in points, for what floats in a division: in its column, over all of them, or turned on its page. */
export function roomFor(block: Node, host: Node, upright: HouseStyle): number {
  const { landscape } = division(host)
  const { page } = upright
  const houseStyle = landscape ? { ...upright, page: { ...page, width: page.height, height: page.width } } : upright
  if (block.attrs.placement === 'turned') return houseStyle.page.height - page.top - page.bottom
  const measure = measureOf(houseStyle)
  return block.attrs.allColumns ? measure : measureIn(measure, columnsIn(host, upright), upright)
}

/** Share of the measure that the picture of a figure is to have. */
export const shareOf = (figure: Node): number => Math.min(1, Math.max(0.05, Number(figure.attrs.width) || 0.8))

/** How near to the edge of the sheet a picture comes that stands over the margins, in points. */
const leastMargin = 18

/** Whether a figure takes what its page has between head and foot: one in columns has no margins of its own, and panels have the measure. */
export const isOverMargins = (figure: Node, measure: number, houseStyle: HouseStyle): boolean =>
  figure.attrs.overMargins === true &&
  figure.attrs.placement === 'page' &&
  measure >= measureOf(houseStyle) &&
  !(figure.lastChild && isKind(figure.lastChild, 'panel'))

/**
 * The width that the picture of a figure is to have where lines are as long as the measure, in points: its share, or, over the margins, so much
 * that it is centred on the text and stays on the sheet on either side.
 */
export function pictureWidth(figure: Node, measure: number, houseStyle: HouseStyle): number {
  const { page } = houseStyle
  if (!isOverMargins(figure, measure, houseStyle)) return measure * shareOf(figure)
  return measure + 2 * Math.max(0, Math.min(page.inner + page.binding, page.outer) - leastMargin)
}

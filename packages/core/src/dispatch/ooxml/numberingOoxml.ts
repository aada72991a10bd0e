/** The lists of an office text: headings of a matter, looks of lists, and each list that stands in the text (ISO/IEC 29500-1, 17.9). */
import { type Element, xmlOf } from '../markup/markup.ts'
import type { WordContext } from './context.ts'
import { type LevelDefinition, numberFormats } from './liveNumbers.ts'
import { stylesOf } from './sectionsOoxml.ts'
import { wordNamespace } from './stylesOoxml.ts'
import { twips, w } from './wordElements.ts'

const level = (
  { form, start, text, restart, legal, follows }: LevelDefinition,
  at: number,
  more: { style?: string; bullet?: boolean; left?: number },
): Element =>
  w(
    'lvl',
    { ilvl: at },
    w('start', { val: start }),
    w('numFmt', { val: more.bullet ? 'bullet' : numberFormats[form] }),
    restart === null || restart === at ? null : w('lvlRestart', { val: restart }),
    more.style ? w('pStyle', { val: more.style }) : null,
    legal ? w('isLgl') : null,
    w('suff', { val: follows }),
    w('lvlText', { val: text }),
    w('lvlJc', { val: 'left' }),
    more.left === undefined
      ? w('pPr', {}, w('ind', { left: 0, firstLine: 0 }))
      : w('pPr', {}, w('ind', { left: more.left, hanging: twips(18) })),
  )

/** `numbers` are what the text has asked for, by what they are for; written once it is whole. */
export function numberingOoxml({ plans, numbers }: WordContext): string {
  const kinds: { key: string; levels: readonly LevelDefinition[]; bullets: boolean }[] = [
    ...[...plans.live.lists].map(([key, { levels }]) => ({ key, levels, bullets: false })),
    ...[...plans.looks].map(([key, levels]) => ({ key, levels, bullets: key.startsWith('bulletedList') })),
  ]
  const abstract = kinds.map(({ key, levels, bullets }, at) =>
    w(
      'abstractNum',
      { abstractNumId: at },
      w('multiLevelType', { val: 'multilevel' }),
      levels.map((each, depth) => {
        const style = each.text ? stylesOf(key)?.(depth) : undefined
        return level(each, depth, {
          ...(style ? { style } : {}),
          bullet: bullets,
          ...(plans.looks.has(key) ? { left: twips(18 * (depth + 1)) } : {}),
        })
      }),
    ),
  )
  const made = [...numbers].map(([key, id]) => {
    const instance = plans.instances.find(each => each.key === key)
    const [list = '', from] = instance ? [instance.look] : key.split(/ (.*)/s)
    const heading = from ? plans.headings.get(from) : undefined
    const starts: [number, number][] = instance
      ? // Lists of one look begin anew each.
        Array.from({ length: 9 }, (_, at) => [at, instance.starts.get(at) ?? 1])
      : heading?.live && heading.startAt !== null
        ? [[heading.level, heading.startAt]]
        : []
    return w(
      'num',
      { numId: id },
      w('abstractNumId', { val: kinds.findIndex(each => each.key === list) }),
      starts.map(([at, value]) => w('lvlOverride', { ilvl: at }, w('startOverride', { val: value }))),
    )
  })
  return xmlOf(w('numbering', { 'xmlns:w': wordNamespace }, abstract, made))
}

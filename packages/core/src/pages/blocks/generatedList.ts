import type { ListEntry } from '../../content/lists/entries.ts'
import { dependencies, runsOf } from '../../type/inline.ts'
import { type Line, plainLine } from '../../type/line.ts'
import { setParagraph } from '../../type/paragraph.ts'
import type { TextStyle } from '../../work/parts/houseStyle.ts'
import { type Box, box, type Mark, type StripItem, space } from '../box.ts'
import { nodeNumber } from '../nodeNumber.ts'
import type { Setting } from '../setting.ts'
import { heavier, slanted } from '../variant.ts'

/** Room kept free at the right for page labels, in em. */
const labelRoom = 2.6

/** Everything that the lines of a list depend on beside the house style, as one string. */
export const listKey = (entries: readonly ListEntry[], setting: Setting): string =>
  entries
    .map(({ id, number, text, identity, level, line }) =>
      [id, number, level, line ? 'line' : setting.pageOf(id), nodeNumber(text), dependencies(text, setting, identity)].join('|'),
    )
    .join('\n')

/** The lines of a generated list: number, gap, text, leader, page label; chapters stand out. */
export function generatedList(list: string, entries: ListEntry[], setting: Setting): StripItem[] {
  const { line: style, indent, looks, part } = setting.houseStyle.contents
  const first = Math.max(1, Math.min(...entries.map(({ level }) => level)))
  const chapters = entries.some(entry => entry.level > 1)
  const numberWidth = widestNumber(entries, setting)
  return entries.flatMap((entry, order): StripItem[] => {
    const usual = looks[chapters ? Math.min(entry.level, looks.length) - 1 : looks.length - 1]!
    const { strong, leader, before } = chapters && entry.level === 0 ? part : usual
    const look = strong && !entry.line ? heavier(style) : entry.line ? slanted(style) : style
    const top = entry.line || (chapters && entry.level <= 1)
    const left = chapters ? indent * Math.max(0, entry.level - first) : 0
    const gap = entry.number ? numberWidth.get(entry.level)! + setting.houseStyle.contents.gap : 0
    const measure = setting.measure - left - gap - labelRoom * style.size
    const lines = entryLines(entry, look, measure, setting)
    const boxes = lines.map((line, index): Box => {
      const marks: Mark[] = []
      const baseline = style.leading * 0.75
      if (index === 0 && entry.number) marks.push(text(entry.number, look, left, baseline, setting))
      marks.push({ kind: 'line', x: left + gap, baseline, line, tag: 'TOCI' })
      if (index === lines.length - 1 && !entry.line)
        marks.push(...leaderAndLabel(left + gap + line.end, setting.pageOf(entry.id) ?? '…', look, baseline, leader, setting))
      const within = [`TOC ${list}`, `TOCI ${list} ${entry.line ? 'line ' : ''}${entry.id}`]
      for (const mark of marks) if (mark.kind === 'line') mark.within = within
      return box(style.leading, marks, {
        block: entry.id,
        lead: { entry: entry.id },
        breakAfter: top || index < lines.length - 1 ? Infinity : 0,
      })
    })
    // What stands under a line of its own (“Appendices”) stands close to it.
    return before && !entries[order - 1]?.line ? [space(before), ...boxes] : boxes
  })
}

function widestNumber(entries: ListEntry[], setting: Setting): Map<number, number> {
  const { line: style } = setting.houseStyle.contents
  const widest = new Map<number, number>()
  for (const { level, number } of entries)
    widest.set(level, Math.max(widest.get(level) ?? 0, setting.fonts[style.face].shape(number).width * style.size))
  return widest
}

/** The entry's text without note marks. */
function entryLines(entry: ListEntry, style: TextStyle, measure: number, setting: Setting): Line[] {
  const key = `${measure}|${dependencies(entry.text, setting, entry.identity)}`
  return setting.cache.listLines.get(entry.text, key, style, () => {
    // What is said here is said by the entry where it stands: this line is not its place.
    const runs = runsOf(entry.text, style, setting, entry.identity).flatMap(({ anchors: _anchors, ...run }) => (run.note ? [] : [run]))
    return setParagraph(runs, setting.fonts, { measure, style, indent: 0, hyphenate: false, language: setting.language })
  })
}

function text(words: string, style: TextStyle, x: number, baseline: number, setting: Setting): Mark {
  return { kind: 'line', x, baseline, tag: 'TOCI', line: lineOf(words, style, setting) }
}

function lineOf(words: string, style: TextStyle, setting: Setting): Line {
  return plainLine(setting.fonts[style.face].shape(words), style.size)
}

/** Dots stand under each other from line to line: they are set from the right edge. */
function leaderAndLabel(from: number, label: string, style: TextStyle, baseline: number, leader: boolean, setting: Setting): Mark[] {
  const labelLine = lineOf(label, style, setting)
  const right = setting.measure - labelLine.end
  const marks: Mark[] = []
  if (leader) {
    const step = setting.fonts[style.face].shape(' .').width * style.size
    const end = setting.measure - labelRoom * style.size * 0.8
    const dots = Math.floor((Math.min(end, right - style.size * 0.4) - from - style.size * 0.5) / step)
    if (dots > 1) {
      const line = lineOf(' .'.repeat(dots), style, setting)
      marks.push({ kind: 'line', x: Math.min(end, right - style.size * 0.4) - line.end, baseline, line, tag: 'Artifact' })
    }
  }
  marks.push({ kind: 'line', x: right, baseline, line: labelLine, tag: 'TOCI' })
  return marks
}

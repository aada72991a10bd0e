/** The lines of a group of equations stand under each other at their relations on the screen too, as they do on the pages. */
import { closingSigns, openingSigns, relationSigns } from '@steady-ledger/core/formulas/lineSigns.ts'

const rowOf = (math: Element): Element[] => {
  let row = [...math.children]
  while (row.length === 1 && /^(mrow|mstyle)$/.test(row[0]!.localName)) row = [...row[0]!.children]
  return row
}

/** From the left end of a line to the relation it is aligned at, and how wide it is, in pixels. */
function measured(math: HTMLElement | MathMLElement, align: number): { point: number | undefined; width: number } {
  const row = rowOf(math)
  const [first] = row
  if (!first) return { point: undefined, width: 0 }
  const left = first.getBoundingClientRect().left
  let depth = 0
  const found: number[] = []
  for (const element of row) {
    const text = element.localName === 'mo' ? (element.textContent ?? '') : ''
    if (text && openingSigns.includes(text)) depth++
    else if (text && closingSigns.includes(text)) depth--
    else if (depth <= 0 && text && relationSigns.includes(text)) found.push(element.getBoundingClientRect().left - left)
  }
  return { point: found[Math.min(align, found.length - 1)], width: row.at(-1)!.getBoundingClientRect().right - left }
}

function alignGroup(group: Element): void {
  const maths = [...group.querySelectorAll<MathMLElement>(':scope > .lines > .equation > .math > math')]
  if (maths.length < 2) return
  const lines = maths.map(math => ({ math, ...measured(math, Number((math.closest('.equation') as HTMLElement).dataset.align ?? 0)) }))
  const points = lines.flatMap(({ point }) => point ?? [])
  if (!points.length) {
    for (const { math } of lines) math.removeAttribute('style')
    return
  }
  const left = Math.max(...points)
  const starts = lines.map(({ point }) => (point === undefined ? left : left - point))
  const width = Math.max(...lines.map((line, index) => starts[index]! + line.width))
  const room = maths[0]!.parentElement!.clientWidth
  const begin = Math.max(0, (room - width) / 2)
  for (const [index, { math }] of lines.entries()) {
    const style = `width:max-content;margin-left:${Math.round(begin + starts[index]!)}px`
    if (math.getAttribute('style') !== style) math.setAttribute('style', style)
  }
}

const waiting = new Set<Element>()

/** Aligns the group that a line stands in, once for all its lines that changed. */
export function alignLines(line: HTMLElement): void {
  const group = line.closest('.equation-group')
  if (!group || waiting.has(group)) return
  waiting.add(group)
  requestAnimationFrame(() => {
    waiting.delete(group)
    alignGroup(group)
  })
}

/** Lines are aligned when they come into sight and when their room changes. */
export const lineWidths = new ResizeObserver(entries => {
  for (const { target } of entries) alignLines(target as HTMLElement)
})

/** The cover of an e-book: title, subtitle and author, drawn as the title page says them. */

import type { Manuscript } from '../manuscript/manuscript.ts'
import { element, xmlOf } from '../markup/markup.ts'
import { filled } from '../plain/lines.ts'

const width = 1600
const height = 2400
/** Within the frame; letters are about six tenths of their size wide. */
const room = 1260

export function coverSvg({ title, work }: Manuscript): string {
  const { author, about } = work.settings
  let y = height * 0.22
  const block = (text: string, size: number, weight: string) =>
    (text ? filled(text, Math.floor(room / (size * 0.6))) : []).map(line => {
      y += size * 1.3
      return element('text', { x: width / 2, y: Math.round(y), 'font-size': size, 'font-weight': weight }, line)
    })
  const words = [...block(title || 'Untitled', title.length > 80 ? 96 : 124, 'bold'), ...block(about.subtitle, 72, 'normal')]
  y = Math.max(y + 160, height * 0.62)
  words.push(...block(author, 84, 'normal'))
  y = Math.max(y + 80, height * 0.86)
  words.push(...block(about.institution, 56, 'normal'))
  return xmlOf(
    element(
      'svg',
      { xmlns: 'http://www.w3.org/2000/svg', viewBox: `0 0 ${width} ${height}`, width, height },
      element('title', {}, title || 'Untitled'),
      element('rect', { width, height, fill: '#f4f1e8' }),
      element('rect', { x: 90, y: 90, width: width - 180, height: height - 180, fill: 'none', stroke: '#1f5f6b', 'stroke-width': 6 }),
      element('g', { 'text-anchor': 'middle', 'font-family': 'serif', fill: '#20262a' }, words),
    ),
  )
}

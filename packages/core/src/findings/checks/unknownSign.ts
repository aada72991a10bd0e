import type { Page } from '../../pages/page.ts'
import { workCheck } from '../check.ts'
import { divisionOf } from '../divisionOf.ts'

interface Found {
  block: string
  signs: string[]
}
const kept = new WeakMap<Page, Found[]>()

/** The signs on a page that no face has a letter for, by block, each once. */
function unknownOn({ placed }: Page): Found[] {
  const byBlock = new Map<string, Set<string>>()
  for (const { box } of placed)
    for (const mark of box.marks) {
      if (mark.kind !== 'line') continue
      for (const piece of mark.line.pieces) {
        if (!('shape' in piece)) continue
        const { glyphs, clusters, text } = piece.shape
        for (let i = 0; i < glyphs.length; i++) {
          if (glyphs[i] !== 0) continue
          const sign = String.fromCodePoint(text.codePointAt(clusters[i] ?? 0) ?? 0xfffd)
          const signs = byBlock.get(box.block) ?? new Set()
          byBlock.set(box.block, signs.add(sign))
        }
      }
    }
  return [...byBlock].map(([block, signs]) => ({ block, signs: [...signs] }))
}

const shown = (sign: string): string => `“${sign}” (U+${sign.codePointAt(0)!.toString(16).toUpperCase().padStart(4, '0')})`
const mostNamed = 5

export const unknownSign = workCheck('unknownSign', {
  title: 'Letters and signs that no face has',
  weight: 'mustMend',
  *look({ turnover }) {
    for (const page of turnover.pages) {
      let found = kept.get(page)
      if (!found) kept.set(page, (found = unknownOn(page)))
      for (const { block, signs } of found) {
        const place = block || page.division
        const named = signs.slice(0, mostNamed).map(shown).join(', ')
        const more = signs.length > mostNamed ? ` and ${signs.length - mostNamed} more` : ''
        yield {
          message: `On page ${page.label} ${signs.length === 1 ? 'a sign is' : 'signs are'} printed as an empty frame: no face of this program has ${named}${more}.`,
          advice: 'Write it as a formula or a picture, or with other letters.',
          place,
          division: divisionOf(turnover.work.doc, place),
        }
      }
    }
  },
})

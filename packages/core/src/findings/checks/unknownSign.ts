import { piecesOn } from '../../pages/reach.ts'
import { unknownSigns } from '../../type/unknownSigns.ts'
import { pageCheck } from '../check.ts'

const shown = (sign: string): string => `“${sign}” (U+${sign.codePointAt(0)!.toString(16).toUpperCase().padStart(4, '0')})`
const mostNamed = 5

export const unknownSign = pageCheck('unknownSign', {
  title: 'Letters and signs that no face has',
  weight: 'mustMend',
  *look(page) {
    const byBlock = new Map<string, Set<string>>()
    for (const { block, piece } of piecesOn(page))
      for (const at of unknownSigns(piece.shape)) {
        const sign = String.fromCodePoint(piece.shape.text.codePointAt(at) ?? 0xfffd)
        byBlock.set(block, (byBlock.get(block) ?? new Set()).add(sign))
      }
    for (const [block, signs] of byBlock) {
      const named = [...signs].slice(0, mostNamed).map(shown).join(', ')
      const more = signs.size > mostNamed ? ` and ${signs.size - mostNamed} more` : ''
      yield {
        message: `On page ${page.label} ${signs.size === 1 ? 'a sign is' : 'signs are'} printed as an empty frame: no face of this program has ${named}${more}.`,
        advice: 'Write it as a formula or a picture, or with other letters.',
        block,
      }
    }
  },
})

/** What stands on the pages of a turnover, and what of the work should. */
import { wordField } from '../../src/content/fields.ts'
import type { Mark } from '../../src/pages/box.ts'
import { overTheEdge } from '../../src/pages/reach.ts'
import type { Turnover } from '../../src/turnover/turnover.ts'
import { mentionsIn, saidIn } from './saying.ts'

export const lineMarks = (marks: Mark[]): Extract<Mark, { kind: 'line' }>[] =>
  marks.filter((mark): mark is Extract<Mark, { kind: 'line' }> => mark.kind === 'line')

/** Its letters with how often each stands there. */
function counted(text: string): string {
  const counts = new Map<string, number>()
  for (const letter of text) counts.set(letter, (counts.get(letter) ?? 0) + 1)
  return [...counts]
    .filter(([letter]) => /\p{L}/u.test(letter))
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([letter, count]) => `${letter}${count}`)
    .join(' ')
}

/** All letters on the pages that are the author's own, in no order. */
export const lettersOnPages = ({ pages }: Turnover): string =>
  counted(
    pages
      .flatMap(page => page.placed.flatMap(({ box }) => lineMarks(box.marks)))
      .filter(mark => mark.tag !== 'Artifact' && mark.tag !== 'Lbl' && !mark.tag.startsWith('TOC'))
      .flatMap(({ line }) =>
        line.pieces.flatMap((piece, index) =>
          'shape' in piece ? [line.hyphenated && index === line.pieces.length - 1 ? piece.shape.text.slice(0, -1) : piece.shape.text] : [],
        ),
      )
      .join(''),
  )

/** All words on the pages, each piece of a line by itself, with plain spaces between. */
export const wordsOnPages = ({ pages }: Turnover): string =>
  pages
    .flatMap(page => page.placed.flatMap(({ box }) => lineMarks(box.marks)))
    .map(({ line }) => line.pieces.flatMap(piece => ('shape' in piece ? [piece.shape.text.trim()] : [])).join(' '))
    .join('\n')
    .replaceAll('\u00a0', ' ')

/** All letters that a work is to print, in no order. */
export function lettersOfWork(turnover: Turnover): string {
  let text = ''
  turnover.work.doc.descendants(node => {
    if (node.isText) text += node.text
    if (node.type.name === 'figure' && node.lastChild!.type.name !== 'panel') text += 'No picture yet'
    if (node.type.name === 'proof') text += 'Proof'
    if (node.type.name === 'field') text += wordField(node, { settings: turnover.work.settings, title: '' })[0]!.text
    return true
  })
  text += saidIn(turnover).join('')
  text += mentionsIn(turnover).join('')
  // Numbered titles and captions say their names as well.
  for (const { item, number, names, bare, prefix } of turnover.ledger.entries) {
    if (item.block === 'panel') text += bare.slice(prefix.length)
    if (item.kind === 'heading' && number) text += number
    if (item.kind === 'series' && item.block !== 'equation' && item.block !== 'equationGroup' && number) text += `${names.one} ${number}`
  }
  return counted(text)
}

/** Everything that stands over the edge of its sheet. */
export const overEdges = ({ pages }: Turnover): { page: string; block: string; by: number }[] =>
  pages.flatMap(page => overTheEdge(page).map(({ block, by }) => ({ page: page.label, block, by: Math.round(by) })))

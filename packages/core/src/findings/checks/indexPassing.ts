import { marksIn } from '../../content/index/marks.ts'
import { termName } from '../../content/index/terms.ts'
import { textBetween, textBlocks } from '../../content/index/textBlocks.ts'
import { attributesOf, isKind } from '../../work/kinds/index.ts'
import { matterOf, type Node } from '../../work/schema.ts'
import { divisionCheck } from '../check.ts'

/** From how many marked words on a row of them is a list of names, and how many words it has at the most from one mark to the next. */
const fewest = 4
const mostWords = 4

/** Marks where a word is only named: in the front matter, or in a list of names. */
export const indexPassing = divisionCheck('indexPassing', {
  title: 'Index: marks in passing',
  weight: 'worthALook',
  *look({ turnover, division }) {
    const { terms } = turnover.work
    if (matterOf(division) === 'front') {
      for (const { term, holder } of marksIn(division))
        if (Object.hasOwn(terms, term))
          yield {
            message: `“${termName(terms, term)}” is marked in the front matter, which only names what the work is about.`,
            advice: 'Keep the mark where readers learn something about it.',
            place: holder,
          }
      return
    }
    for (const { block, holder } of textBlocks(division))
      for (const names of listsOfNames(block)) {
        const said = names.map(term => `“${termName(terms, term)}”`)
        yield {
          message: `${said.slice(0, -1).join(', ')} and ${said.at(-1)} are marked in one list of names, which says little of each.`,
          advice: 'Keep the marks where readers learn something about each of them.',
          place: holder,
        }
      }
  },
})

/** Terms whose marks stand in a row with little but commas between them: four and more. */
function listsOfNames(block: Node): string[][] {
  const marks: { term: string; at: number }[] = []
  block.forEach((child, at) => {
    if (!isKind(child, 'indexMark')) return
    const { term, range } = attributesOf(child, 'indexMark')
    if (range === 'no') marks.push({ term, at })
  })
  const lists: string[][] = []
  let row: string[] = []
  let commas = 0
  const close = (): void => {
    // “a, b, c and d”: all but the last two are parted by commas.
    if (new Set(row).size >= fewest && commas >= row.length - 2) lists.push(row)
    row = []
    commas = 0
  }
  marks.forEach(({ term, at }, order) => {
    const before = marks[order - 1]
    const between = before ? textBetween(block, before.at, at) : ''
    const beside = before && between.split(/\s+/).filter(Boolean).length <= mostWords && !/[.!?:]\s/.test(between)
    if (!beside) close()
    else if (/[,;]/.test(between)) commas++
    row.push(term)
  })
  close()
  return lists
}

/** What must hold of the pages of any work: random works of every kind of block, in every ready-made house style. */
import fc from 'fast-check'
import { scanDivision } from '../src/numbers/scan.ts'
import { onPage } from '../src/pages/turned.ts'
import type { Turnover } from '../src/turnover/turnover.ts'
import type { Work } from '../src/work/work.ts'
import { alike, atLeast, atMost } from './support/cheaply.ts'
import { lettersOfWork, lettersOnPages, lineMarks } from './support/onSheets.ts'
import { works } from './support/randomWorks.ts'
import { saidIn } from './support/saying.ts'
import { tries } from './support/tries.ts'
import { newEngine } from './support/work.ts'

/** Nothing lies outside its margins or over something else, and notes stand with their marks. */
function expectSoundPages(work: Work, { pages, ledger, settled }: Turnover): void {
  alike(settled, true)
  const { page: sheet } = work.houseStyle
  const marksOn = new Map<string, number>()
  const notesOn = new Map<string, number>()
  for (const made of pages) {
    const left = made.side === 'recto' ? sheet.inner : sheet.outer
    // Columns stand beside each other: in each nothing begins before what is above it, or above all of them, has ended.
    const bottoms = new Map<number, number>()
    let wide = 0
    for (const placed of made.placed) {
      const { x, y, box } = placed
      atLeast(y, Math.max(wide, bottoms.get(x) ?? 0) - 0.02)
      bottoms.set(x, y + box.height)
      if (box.float?.wide) wide = y + box.height
      for (const id of box.notes) marksOn.set(id, made.index)
      for (const id of box.begins) if (ledger.byId.get(id)?.item.kind === 'note') notesOn.set(id, made.index)
      for (const mark of lineMarks(box.marks)) {
        if (!mark.line.pieces.length || mark.tag === 'Artifact') continue
        const { start, end } = mark.line
        const area = onPage(placed, { x: mark.x + start, y: mark.baseline, width: end - start, height: 0 })
        atLeast(area.x, left - 0.5)
        atMost(area.x + area.width, left + made.width - sheet.inner - sheet.outer + 0.8)
      }
    }
    for (const bottom of bottoms.values()) atMost(bottom, made.height - sheet.bottom + 0.02)
  }
  alike(notesOn, marksOn)
}

/** No line ends within what a reference by name and number says. */
function expectWholeReferences(work: Work, turnover: Turnover): void {
  const lines = turnover.pages.flatMap(page =>
    page.placed.flatMap(({ box }) =>
      lineMarks(box.marks).map(({ line }) =>
        line.pieces
          .flatMap(piece => ('shape' in piece ? [piece.shape.text] : []))
          .join('')
          .replace(/\s/g, ''),
      ),
    ),
  )
  const references = work.doc.children.flatMap(node => scanDivision(node).references)
  saidIn(turnover).forEach((said, order) => {
    // What an unnumbered target is called by are words, and may be broken as words are.
    if (references[order]?.node.attrs.wording !== 'nameAndNumber' || said.includes('“')) return
    expect(lines.some(line => line.includes(said.replace(/\s/g, '')))).toBe(true)
  })
}

test('any work in any ready-made style: within its margins, nothing over anything, references on one line, every letter once', () => {
  fc.assert(
    fc.property(works, work => {
      const turnover = newEngine().run(work)
      expectSoundPages(work, turnover)
      expectWholeReferences(work, turnover)
      expect(lettersOnPages(turnover)).toBe(lettersOfWork(turnover))
    }),
    { numRuns: tries(120) },
  )
}, 240_000)

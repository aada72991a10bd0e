import { eq, h2, note, p, proof, proofOf, ref, stated, steps, t } from '../../../demo/src/builder.ts'
import { accountOf } from '../src/numbers/account.ts'
import { drawPage } from '../src/pages/drawing.ts'
import type { Turnover } from '../src/turnover/turnover.ts'
import { thesisScheme } from '../src/work/parts/scheme.ts'
import type { Node } from '../src/work/schema.ts'
import { changedScheme, chapter, idOf, newEngine, workOf } from './support/work.ts'

const linesOf = (turnover: Turnover): string[] =>
  turnover.pages.flatMap(page =>
    drawPage(page).lines.map(line =>
      line.runs
        .flatMap(run => run.words)
        .join(' ')
        .replace(/[\s\u00a0]+/g, ' ')
        .replace(/ (?=[.)])/g, '')
        .replace('( ', '('),
    ),
  )
const run = (blocks: (Node | Node[])[], scheme = thesisScheme()) => {
  const work = workOf([chapter('one', 'One', ...blocks)], { scheme })
  return { work, turnover: newEngine().run(work) }
}
const numberOf = ({ work, turnover }: ReturnType<typeof run>, label: string): string => turnover.ledger.byId.get(idOf(work, label))!.bare

describe('numbers of statements', () => {
  const theorems = (): Node[] => [
    stated('theorem', 'a', '', p`First.`),
    stated('lemma', 'b', '', p`Second.`),
    stated('theorem', 'c', '', p`Third.`),
    stated('definition', 'd', '', p`Fourth.`),
  ]
  test('those that share a counter draw from one row of numbers', () => {
    const made = run(theorems())
    expect(['a', 'b', 'c', 'd'].map(label => numberOf(made, label))).toEqual(['1.1', '1.2', '1.3', '1.4'])
  })
  test('a series that counts by itself begins at its own start', () => {
    const made = run(
      theorems(),
      changedScheme(scheme => {
        scheme.series.find(({ key }) => key === 'lemma')!.countsWith = null
      }),
    )
    expect(['a', 'b', 'c', 'd'].map(label => numberOf(made, label))).toEqual(['1.1', '1.1', '1.2', '1.3'])
  })
  test('the shared counter is written as its owner says: by section, with another form', () => {
    const scheme = changedScheme(found => {
      const theorem = found.series.find(({ key }) => key === 'theorem')!
      Object.assign(theorem, { prefixLevel: 2, restartAfter: 2, form: 'letterUpper' })
    })
    const made = run([h2('s', 'A section'), ...theorems(), h2('u', 'Another'), stated('remark', 'e', '', p`Fifth.`)], scheme)
    expect(['a', 'b', 'e'].map(label => numberOf(made, label))).toEqual(['1.1.A', '1.1.B', '1.2.A'])
  })
  test('a chain of sharing ends at the first owner, and one without an owner counts by itself', () => {
    const scheme = changedScheme(found => {
      found.series.find(({ key }) => key === 'lemma')!.countsWith = 'nothing'
    })
    expect(numberOf(run(theorems(), scheme), 'b')).toBe('1.1')
  })
  test('references group by name, not by counter', () => {
    const { turnover } = run([p`See ${ref('a', 'b', 'c')}.`, ...theorems()])
    expect(linesOf(turnover).join(' ')).toContain('See Theorems 1.1 and 1.3 and Lemma 1.2.')
  })
  test('the account says whom it counts with and after', () => {
    const made = run(theorems())
    const account = accountOf(made.turnover.ledger, idOf(made.work, 'c')).map(({ text }) => text)
    expect(account).toContain('It comes after 1.1, 1.2.')
    expect(accountOf(made.turnover.ledger, idOf(made.work, 'b')).map(({ text }) => text)).toContain('Lemmas count with theorems.')
  })
  test('one that says it has no number touches no counter', () => {
    const plain = theorems()[0]!
    const made = run([plain.type.create({ ...plain.attrs, numbered: false }, plain.content), ...theorems().slice(1)])
    expect(numberOf(made, 'b')).toBe('1.1')
    expect(linesOf(made.turnover)).toContain('Theorem. First.')
  })
  test('a series that the scheme does not know counts under its own name', () => {
    const made = run([stated('conjecture', 'x', '', p`Perhaps.`), stated('conjecture', 'y', '', p`Or not.`)])
    expect(linesOf(made.turnover)).toEqual(expect.arrayContaining(['Conjecture 1. Perhaps.', 'Conjecture 2. Or not.']))
  })
})

test('an equation before it changes the numbers inside a statement that keeps its own', () => {
  const engine = newEngine()
  const inside = [stated('theorem', 'a', '', p`So`, eq('inside', 'a = b'), p`holds.`)]
  const { work } = run(inside)
  engine.run(work)
  const [title, ...blocks] = work.doc.child(0).children
  const added = eq('first', 'c = d')
  const node = work.doc.child(0).type.create(work.doc.child(0).attrs, [title!, added.type.create({ ...added.attrs, id: 'new' }), ...blocks])
  const edited = { ...work, doc: work.doc.copy(work.doc.content.replaceChild(0, node)) }
  const after = engine.run(edited)
  expect(linesOf(after)).toContain('(1.2)')
  expect(after.pages.map(page => drawPage(page))).toEqual(
    newEngine()
      .run(edited)
      .pages.map(page => drawPage(page)),
  )
})

describe('the look of statements and proofs', () => {
  const faces = (turnover: Turnover, words: RegExp): string[] =>
    turnover.pages.flatMap(page =>
      drawPage(page).lines.flatMap(line => line.runs.filter(found => words.test(found.words.join(' '))).map(found => found.face)),
    )
  test('the head is strong, with its name in brackets; the words of a theorem are italic and of a definition upright', () => {
    const { turnover } = run([
      stated('theorem', 'a', 'of the two rooms', p`Water is lazy.`),
      stated('definition', 'd', '', p`Rooms are basins.`),
    ])
    expect(linesOf(turnover)).toContain('Theorem 1.1 (of the two rooms). Water is lazy.')
    expect(faces(turnover, /^Theorem/)).toEqual(['serifBold'])
    expect(faces(turnover, /lazy/)).toEqual(['serifItalic'])
    expect(faces(turnover, /basins/)).toEqual(['serif'])
  })
  test('equations in it are numbered with the others, lists and notes stand in it', () => {
    const made = run([
      eq('before', 'a = b'),
      stated(
        'theorem',
        'a',
        '',
        p`It holds that${note`Since spring.`}`,
        eq('inside', 'c = d'),
        p`and that`,
        steps(t`one goes,`, t`one stays.`),
      ),
    ])
    expect(numberOf(made, 'inside')).toBe('1.2')
    const lines = linesOf(made.turnover)
    expect(lines).toEqual(expect.arrayContaining(['1.', 'one goes,', '2.', 'one stays.', '1 Since spring.']))
  })
  test('a proof ends with a square: at the end of its last line where there is room, else on a line of its own that is not parted', () => {
    const squares = (words: string): { y: number; x: number }[] => {
      const { turnover } = run([proof(p`${words}`)])
      return drawPage(turnover.pages[0]!)
        .rules.filter(([, , width, height]) => Math.abs(width - 6.325) < 0.01 && height < 1)
        .map(([x, y]) => ({ x, y }))
    }
    const short = squares('Clear.')
    expect(short).toHaveLength(2)
    for (let n = 4; n < 40; n++) {
      const words = `${'Clear '.repeat(n).trim()}.`
      const { turnover } = run([proof(p`${words}`)])
      const page = drawPage(turnover.pages[0]!)
      const last = page.lines.filter(line => line.runs.some(found => found.words.some(word => word.startsWith('Clear')))).at(-1)!
      const square = squares(words)[0]!
      const end = Math.max(...last.runs.flatMap(found => found.x))
      // The square is on the last line or below it, and never on the words.
      expect(square.y).toBeGreaterThan(last.y - 12)
      if (square.y < last.y) expect(square.x).toBeGreaterThan(end)
    }
  })
  test('a closing display takes the square into its line, unless a number stands there', () => {
    const squareAt = (numbered: boolean): { y: number; x: number; below: number } => {
      const last = eq('last', 'a=b')
      const { turnover } = run([proof(p`So it is`, last.type.create({ ...last.attrs, numbered }))])
      const page = drawPage(turnover.pages[0]!)
      const [square] = page.rules.filter(([, , width, height]) => Math.abs(width - 6.325) < 0.01 && height < 1)
      const { y } = page.formulas.at(-1)!
      return { x: square![0], y: square![1], below: y }
    }
    const free = squareAt(false)
    expect(free.y).toBeLessThan(free.below)
    expect(free.y).toBeGreaterThan(free.below - 12)
    expect(squareAt(true).y).toBeGreaterThan(squareAt(true).below)
  })
  test('a proof says what it proves, by a reference that lives', () => {
    const blocks = [
      stated('theorem', 'main', '', p`It holds.`),
      p`Words.`,
      proofOf(t`Proof of ${ref('main')}`, p`Clear.`),
      proofOf([], p`Also clear.`),
    ]
    const texts = (all: Node[]): string =>
      drawPage(run(all).turnover.pages[0]!)
        .lines.map(line => line.runs.flatMap(found => found.words).join(' '))
        .join(' ')
        .replace(/\s+/g, ' ')
    expect(texts(blocks)).toMatch(/Proof of Theorem 1\.1 ?\. Clear\./)
    expect(texts(blocks)).toMatch(/Proof\. Also clear\./)
    expect(texts([stated('theorem', 'before', '', p`It holds too.`), ...blocks])).toMatch(/Proof of Theorem 1\.2 ?\. Clear\./)
  })
  test('a statement begins no page with its head alone', () => {
    const filler = Array.from({ length: 70 }, (_, i) => p`Line ${String(i)}.`)
    for (let n = 20; n < 40; n++) {
      const { turnover, work } = run([...filler.slice(0, n), stated('theorem', 'a', '', p`${'Water is lazy and wind is not. '.repeat(8)}`)])
      const id = idOf(work, 'a')
      const first = turnover.pages.findIndex(page => page.placed.some(({ box }) => box.begins.includes(id)))
      const on = turnover.pages[first]!.placed.filter(
        ({ y, box }) => y >= turnover.pages[first]!.placed.find(found => found.box.begins.includes(id))!.y && box.marks.length,
      )
      expect(on.length).toBeGreaterThan(1)
    }
  })
})

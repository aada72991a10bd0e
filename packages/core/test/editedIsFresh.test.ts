/** A work that was edited, and the same work opened afresh, are the same: pages, ledger, findings. */
import fc from 'fast-check'
import { Transform } from 'prosemirror-transform'
import { generateWork } from '../../../demo/src/generate.ts'
import { ledgerRows } from '../src/dispatch/ledgerRows.ts'
import { findingsOf } from '../src/findings/index.ts'
import { drawPage } from '../src/pages/drawing.ts'
import type { Turnover } from '../src/turnover/turnover.ts'
import { schema } from '../src/work/schema.ts'
import { sharingWith } from '../src/work/sharing.ts'
import type { Work } from '../src/work/work.ts'
import { edited, editNames, randomFrom } from './support/edits.ts'
import { wideWorks } from './support/randomWorks.ts'
import { saidIn } from './support/saying.ts'
import { tries } from './support/tries.ts'
import { newEngine } from './support/work.ts'

const everything = (turnover: Turnover) => ({
  said: saidIn(turnover),
  ledger: ledgerRows(turnover),
  findings: findingsOf(turnover),
  rounds: turnover.rounds,
  pages: JSON.stringify(turnover.pages.map(page => drawPage(page))),
})
const afresh = (work: Work): Work => ({ ...work, doc: schema.nodeFromJSON(work.doc.toJSON()) })

const edits = fc.array(fc.tuple(fc.constantFrom(...editNames, 'undo', 'redo'), fc.nat()), { minLength: 1, maxLength: 7 })

/** Edits a work with one engine, and compares it after each edit with the same work in an engine that knows nothing of it. */
function follow(base: Work, names: [string, number][]): void {
  const engine = newEngine()
  let work = base
  engine.run(work)
  const undone: Work[] = []
  const done: { undo: ReturnType<typeof edited>['undo'] }[] = []
  for (const [name, seed] of names) {
    if (name === 'redo') work = undone.pop() ?? work
    else if (name === 'undo') {
      const { undo = [] } = done.pop() ?? {}
      const tr = new Transform(work.doc)
      for (const step of undo) if (tr.maybeStep(step).failed) break
      undone.push(work)
      work = { ...work, doc: tr.doc }
    } else {
      const made = edited(work, name, randomFrom(seed))
      done.push(made)
      work = made.work
    }
    expect(everything(engine.run(work))).toEqual(everything(newEngine().run(afresh(work))))
  }
}

test(
  'over every kind of edit, on random works with every kind in them',
  () =>
    fc.assert(
      fc.property(wideWorks, edits, (base, names) => follow(base, names)),
      { numRuns: tries(40) },
    ),
  1_200_000,
)

test('and on a generated work', () => {
  const base = generateWork(6, 3)
  fc.assert(
    fc.property(edits, names => follow(base, names)),
    { numRuns: tries(12) },
  )
}, 1_200_000)

describe('a work that is read again while what was made of it is kept', () => {
  const readAgain = (work: Work): Work => ({ ...structuredClone({ ...work, doc: null }), doc: schema.nodeFromJSON(work.doc.toJSON()) })

  test('is made of what was read before where it is as it was, and says what it says in an engine that knows nothing of it', () => {
    fc.assert(
      fc.property(wideWorks, edits, (base, names) => {
        let now = base
        for (const [name, seed] of names) if (name !== 'undo' && name !== 'redo') now = edited(now, name, randomFrom(seed)).work
        const engine = newEngine()
        engine.run(base)
        const read = readAgain(now)
        const shared = sharingWith(base, read)
        expect({ ...shared, doc: shared.doc.toJSON() }).toEqual({ ...read, doc: read.doc.toJSON() })
        expect(everything(engine.run(shared))).toEqual(everything(newEngine().run(read)))
      }),
      { numRuns: tries(40) },
    )
  })

  test('is the same where nothing was changed; one word more leaves all divisions but its own what they were', () => {
    const base = generateWork(12, 4)
    const shared = sharingWith(base, readAgain(base))
    expect(shared.doc).toBe(base.doc)
    for (const name of ['houseStyle', 'scheme', 'sources', 'pictures'] as const) expect(shared[name]).toBe(base[name])
    const at = base.doc.child(0).nodeSize + base.doc.child(1).nodeSize + 3
    const now = { ...base, doc: new Transform(base.doc).insert(at, schema.text('Word ')).doc }
    const { doc } = sharingWith(base, readAgain(now))
    expect(doc.children.map((division, index) => division === base.doc.child(index))).toEqual(
      base.doc.children.map((_, index) => index !== 2),
    )
  })
})

describe('citations of another sitting', () => {
  const handedOver = (engine: ReturnType<typeof newEngine>) => structuredClone(engine.citing.handOut()!)

  test('are said again where they are worded from the same; where anything is other, what is right is said', () => {
    fc.assert(
      fc.property(wideWorks, edits, (base, names) => {
        const before = newEngine()
        before.run(base)
        const kept = handedOver(before)
        let now = base
        for (const [name, seed] of [['', 0] as const, ...names]) {
          if (name && name !== 'undo' && name !== 'redo') now = edited(now, name, randomFrom(seed)).work
          const read = afresh(now)
          const engine = newEngine()
          engine.citing.takeIn(kept)
          expect(everything(engine.run(read))).toEqual(everything(newEngine().run(read)))
        }
      }),
      { numRuns: tries(12) },
    )
  })
})

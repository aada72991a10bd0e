/** What holds of every command of the box, at any place of any work: nothing else is taken away, one undo takes it back, and it can be kept. */
import './support/browser.ts'
import { refuseUnopenable } from '@steady-ledger/core/work/file/workFile.ts'
import type { Node } from '@tiptap/pm/model'
import { NodeSelection, type Selection, TextSelection } from '@tiptap/pm/state'
import fc from 'fast-check'
import { demoWorks } from '../../../demo/src/index.ts'
import { randomFrom } from '../../core/test/support/edits.ts'
import { wideWorks } from '../../core/test/support/randomWorks.ts'
import { answer, asked, forget } from './support/answering.ts'
import { inBrowser } from './support/browser.ts'
import { allIds } from './support/editor.ts'

// What only looks otherwise, or leaves the text alone, is no matter of the text.
const elsewhere =
  /^(Undo|Redo|Light|Dark|Light or dark.*|Save a rescue file|Earlier states.*|Typed .* on or off|Mark for the index|Mention an abbreviation.*|Cite a source|Move this section to…|Insert a (reference|footnote|note of the other kind|formula in the line|figure)|Insert pages of a PDF|Insert an equation)$/
/** These are asked to take something away. */
const removing = /remove|^Join the next division|^Move this (chapter|appendix)/

const { closeAll, openWork } = await import('./support/openWork.ts')
const { namedCommands } = await import('../src/app/commands.ts')
const commands = namedCommands.filter(({ name }) => !elsewhere.test(name))

inBrowser()
afterEach(async () => {
  forget()
  await closeAll()
})

/** How often each kind of thing stands in a text, and how many letters. */
function contents(doc: Node): Map<string, number> {
  const counts = new Map<string, number>()
  const add = (what: string, count: number): void => void counts.set(what, (counts.get(what) ?? 0) + count)
  doc.descendants(node => {
    if (node.isText) add('letters', node.text!.replace(/\s/g, '').length)
    else if (node.isInline || node.isAtom) add(node.type.name, 1)
  })
  return counts
}

/** Somewhere in the text: a cursor, a few words, or a block that is chosen whole. */
function selectionIn(doc: Node, random: (below: number) => number): Selection {
  const near = TextSelection.near(doc.resolve(random(doc.content.size + 1)))
  const { $from } = near
  const kind = random(4)
  if (kind === 0 && $from.depth > 1) {
    const at = $from.before(2)
    if (doc.nodeAt(at)!.type.spec.selectable !== false) return NodeSelection.create(doc, at)
  }
  if (kind === 1 && $from.parent.inlineContent) return TextSelection.create(doc, $from.start(), $from.pos)
  return near
}

/** What is other than it was can be kept and opened again, and nothing has the name of something else. */
const holds = (doc: Node, before: Node): void => {
  const had = new Set(before.children)
  for (const division of doc.children.filter(each => !had.has(each))) {
    division.check()
    refuseUnopenable(division)
  }
  const ids = allIds(doc)
  expect(new Set(ids).size).toBe(ids.length)
}

/** Every command at some places of a work; the names of those that did something. */
async function tryAll(work: Parameters<typeof openWork>[0], seed: number, places: number): Promise<Set<string>> {
  const { session } = await openWork(work)
  const random = randomFrom(seed)
  const did = new Set<string>()
  for (const { name, can, run } of commands)
    for (let place = 0; place < places; place++) {
      const selection = selectionIn(session.state.doc, random)
      session.dispatch(session.state.tr.setSelection(selection).setMeta('opens division', true))
      const told = `${name} at ${JSON.stringify(session.state.selection.toJSON())}, seed ${seed}`
      const before = session.work
      const could = can?.(session) ?? true
      run(session, () => {})
      if (asked()) answer(...asked()!.map(([label, value]) => value || (/Label|called/.test(label) ? `new${did.size}${place}` : '')))
      forget()
      const after = session.work
      const same = after.doc === before.doc
      if (!could) expect([told, same]).toEqual([told, true])
      if (same && after.scheme === before.scheme && after.settings === before.settings) continue
      did.add(name)
      try {
        holds(after.doc, before.doc)
      } catch (error) {
        throw new Error(`${told}: ${(error as Error).message}`, { cause: error })
      }
      // These stand in the place of selected words, as what is typed does.
      const replaces = /^(Print the|A space that)/.test(name) && selection instanceof TextSelection && !selection.empty
      if (!removing.test(name) && !replaces) {
        const now = contents(after.doc)
        const lost = [...contents(before.doc)].filter(([what, count]) => (now.get(what) ?? 0) < count)
        expect([told, ...lost]).toEqual([told])
      }
      session.undo()
      expect([told, session.work.doc.eq(before.doc), session.work.scheme, session.work.settings]).toEqual([
        told,
        true,
        before.scheme,
        before.settings,
      ])
    }
  return did
}

test('in the demo paper most of them find something to do', async () => {
  const did = await tryAll(await demoWorks.paper(), 11, 4)
  expect(did.size).toBeGreaterThan(commands.length * 0.6)
})

test('in random works', async () => {
  for (const [at, work] of fc.sample(wideWorks, { numRuns: 5, seed: 4 }).entries()) {
    await tryAll(work, at, 2)
    await closeAll()
  }
})

/** Editor states as the application has them, without a browser: the plugins that keep a work whole, and undo. */

import { emptyParts } from '@steady-ledger/core/work/parts/index.ts'
import { type Scheme, thesisScheme } from '@steady-ledger/core/work/parts/scheme.ts'
import { division, type Node, schema } from '@steady-ledger/core/work/schema.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import { history } from '@tiptap/pm/history'
import { type Command, EditorState, NodeSelection, TextSelection, type Transaction } from '@tiptap/pm/state'
import { identified } from '../../../../demo/src/builder.ts'
import { boundedDepth } from '../../src/editor/boundedDepth.ts'
import { lostTargets } from '../../src/editor/lostTargets.ts'
import { oneDivision } from '../../src/editor/oneDivision.ts'
import { bury, type Graveyard } from '../../src/editor/restoreTarget.ts'
import { stableIds } from '../../src/editor/stableIds.ts'

export interface Sitting {
  state: EditorState
  graveyard: Graveyard
}

export function sittingOf(divisions: Node[], scheme: Scheme = thesisScheme()): Sitting {
  const graveyard: Graveyard = new Map()
  const plugins = [
    oneDivision(),
    stableIds(),
    lostTargets(
      () => ({ ...emptyParts('thesis'), scheme }) as Work,
      (old, id, isGone) => bury(graveyard, old, id, isGone),
    ),
    boundedDepth(),
    history({ depth: 500 }),
  ]
  return { state: EditorState.create({ doc: identified(divisions, 't'), plugins }), graveyard }
}

/** A document in which everything has its id. */
export const identifiedDoc = (divisions: Node[]): Node => identified(divisions, 't')

/** Position before the node with a label. */
export function at(state: EditorState, label: string): number {
  let found = -1
  state.doc.descendants((node, place) => {
    if (node.attrs.label === label) found = place
  })
  if (found < 0) throw new Error(`Nothing carries “${label}”.`)
  return found
}
export const nodeOf = (state: EditorState, label: string): Node => state.doc.nodeAt(at(state, label))!
export const idOf = (state: EditorState, label: string): string => nodeOf(state, label).attrs.id

/** Puts the cursor into a text block or division, `offset` letters into its first text; blocks that are no text are selected. */
export function cursorIn(sitting: Sitting, label: string, offset = 0): void {
  const { state } = sitting
  const place = at(state, label)
  const node = state.doc.nodeAt(place)!
  const selection = node.isAtom && !node.isTextblock ? NodeSelection.create(state.doc, place) : null
  const near = TextSelection.near(state.doc.resolve(place + 1 + offset))
  apply(sitting, state.tr.setSelection(selection ?? near).setMeta('opens division', true))
}

export function apply(sitting: Sitting, tr: Transaction): void {
  sitting.state = sitting.state.applyTransaction(tr).state
  sitting.state.doc.check()
}

/** Runs a command; false where it does not apply, and then it must not have changed anything. */
export function run(sitting: Sitting, command: Command): boolean {
  const before = sitting.state.doc
  const could = command(sitting.state, undefined)
  const done = command(sitting.state, tr => apply(sitting, tr))
  expect(done).toBe(could)
  if (!done) expect(sitting.state.doc.eq(before)).toBe(true)
  return done
}

/** A work as its outline: roles and titles, kinds and words of blocks. */
export function outline(doc: Node): string[] {
  const say = (node: Node, depth: number): string[] => [
    `${'  '.repeat(depth)}${node.type.name}${node.isTextblock ? ` ${node.textContent}` : ''}`,
    ...(node.isTextblock ? [] : node.children.flatMap(child => say(child, depth + 1))),
  ]
  return doc.children.flatMap(node => [
    `${division(node).role} ${node.firstChild!.textContent}`,
    ...node.children.slice(1).flatMap(child => say(child, 1)),
  ])
}

/** Ids of everything that has one, in order. */
export function allIds(doc: Node): string[] {
  const ids: string[] = []
  doc.descendants(node => {
    if ('id' in node.attrs) ids.push(node.attrs.id)
  })
  return ids
}

export const { nodes } = schema

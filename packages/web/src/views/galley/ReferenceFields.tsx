/** The fields of a reference: what it says, where it leads, and what can be done about a target that is lost. */

import { referenceText, type Wording, wordings } from '@steady-ledger/core/content/references/wordReference.ts'
import { entryName } from '@steady-ledger/core/content/titles.ts'
import { occurrenceAt } from '@steady-ledger/core/numbers/occurrences.ts'
import { makePlain, mergeReferences, nextReference, splitReference } from '@steady-ledger/core/work/commands/references.ts'
import type { Node } from '@steady-ledger/core/work/schema.ts'
import { closeHistory } from '@tiptap/pm/history'
import { NodeSelection, type Transaction } from '@tiptap/pm/state'
import { Link } from 'react-router'
import { blockFrom, insertFrom, recordOf, unbury } from '../../editor/restoreTarget.ts'
import { useSession, useView } from '../../session/sessionContext.ts'
import { Choice } from '../../ui/fields.tsx'

interface Props {
  node: Node
  at: number
  set(name: string, value: unknown): void
  onReference(at: number): void
}

export function ReferenceFields({ node, at, set, onReference }: Props) {
  const session = useSession()
  const ledger = useView(view => view.ledger)
  const targets = node.attrs.targets as string[]
  const change = (run: (tr: Transaction) => unknown): boolean => {
    const { tr } = session.state
    if (run(tr) === false) return false
    // What was a reference stays selected, so that more can be done with it.
    const place = tr.mapping.map(at, -1)
    if (tr.doc.nodeAt(place)?.type.name === 'reference') tr.setSelection(NodeSelection.create(tr.doc, place))
    return session.dispatch(closeHistory(tr))
  }
  /** As it is now: what is shown follows the text a moment later. */
  const current = (): Node => session.state.doc.nodeAt(at) ?? node
  const takeOut = (id: string): boolean =>
    change(tr => {
      const left = (current().attrs.targets as string[]).filter(other => other !== id)
      return left.length ? tr.setNodeAttribute(at, 'targets', left) : tr.delete(at, at + current().nodeSize)
    })
  const plain = (): void => {
    const { targets: own, was } = current().attrs as { targets: string[]; was: Record<string, string> }
    const { byId } = session.live.ledger
    const lost = own.filter(id => !byId.has(id))
    const words = lost.length
      ? lost.flatMap(id => was[id] || []).join(', ')
      : referenceText(session.live.wording(current(), occurrenceAt(session.state.doc.resolve(at))))
    change(tr => makePlain(tr, at, words))
  }
  return (
    <>
      <Choice label="Says" value={node.attrs.wording as Wording} options={wordings} onChange={value => set('wording', value)} />
      <div className="field">
        <span>Leads to</span>
        <ul className="slip-list">
          {targets.map(id => {
            const entry = ledger.byId.get(id)
            return (
              <li key={id}>
                {entry ? (
                  <>
                    <Link to={`../galley/${id}`}>{entryName(entry)}</Link>{' '}
                    {targets.length > 1 && (
                      <button type="button" className="quiet-link" onClick={() => takeOut(id)} aria-label={`Take ${entryName(entry)} out`}>
                        Remove
                      </button>
                    )}
                  </>
                ) : (
                  <Lost id={id} node={node} at={at} takeOut={() => takeOut(id)} change={change} onReference={onReference} />
                )}
              </li>
            )
          })}
        </ul>
      </div>
      <p className="button-row">
        <button type="button" className="button" onClick={() => onReference(at)}>
          Choose targets
        </button>
        {targets.length > 1 && (
          <button
            type="button"
            className="button"
            onClick={() => change(tr => splitReference(tr, at, session.work.scheme, session.work.settings.language))}
          >
            Split into {targets.length}
          </button>
        )}
        {nextReference(session.state.doc, at) && (
          <button type="button" className="button" onClick={() => change(tr => mergeReferences(tr, at))}>
            Merge with the next
          </button>
        )}
        <button type="button" className="button quiet" onClick={plain}>
          Make plain text
        </button>
      </p>
    </>
  )
}

interface LostProps {
  id: string
  node: Node
  at: number
  takeOut(): void
  change(run: (tr: Transaction) => unknown): boolean
  onReference(at: number): void
}

/** A target that is gone: what it was, and the ways to mend it. */
function Lost({ id, node, at, takeOut, change, onReference }: LostProps) {
  const session = useSession()
  const milestones = useView(view => view.milestones)
  const was = (node.attrs.was as Record<string, string>)[id]
  const buried = session.graveyard.get(id)
  const known = recordOf(milestones, id)
  const block = buried ? null : known && blockFrom(known.record)
  const restore = (): void => {
    const done = change(tr => {
      if (buried) unbury(tr, buried, at)
      else if (block) insertFrom(tr, block, at)
    })
    if (!done) return
    session.sayDone(
      buried
        ? `${was || 'What was deleted'} is back where it stood.`
        : `“${known!.record.caption}” is back as the milestone knows it. Its content has to be filled again.`,
    )
  }
  return (
    <div className="lost-target grid gap-1">
      <p className="text-(--mend)">{was ? `${was}, deleted` : 'Something deleted'}</p>
      {known && (
        <p className="quiet-note">
          At the milestone “{known.milestone.name}” it was {known.record.name || 'unnumbered'}
          {known.record.page && ` on page ${known.record.page}`}
          {known.record.caption && `: ${known.record.caption}`}
        </p>
      )}
      <p className="button-row">
        {(buried || block) && (
          <button type="button" className="button" onClick={restore}>
            {buried ? 'Put it back' : 'Put it back from the milestone'}
          </button>
        )}
        <button type="button" className="button" onClick={() => onReference(at)}>
          Lead elsewhere
        </button>
        <button type="button" className="button quiet" onClick={takeOut}>
          Remove it
        </button>
      </p>
    </div>
  )
}

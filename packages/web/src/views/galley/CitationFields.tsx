/** The fields of a citation: its sources, each with a place and words around it. */
import { sourceCalled } from '@steady-ledger/core/content/citations/sourceCalled.ts'
import { textOfPieces } from '@steady-ledger/core/content/pieces.ts'
import type { Cited } from '@steady-ledger/core/work/kinds/inline.ts'
import { schema } from '@steady-ledger/core/work/schema.ts'
import { closeHistory } from '@tiptap/pm/history'
import type { Node } from '@tiptap/pm/model'
import { NodeSelection } from '@tiptap/pm/state'
import { Link } from 'react-router'
import { newId } from '../../newId.ts'
import { useSession, useView } from '../../session/sessionContext.ts'
import { Check, Choice, Field } from '../../ui/fields.tsx'
import { locatorTitles } from './cited.ts'

interface Props {
  node: Node
  at: number
  set(name: string, value: unknown): boolean
  onCitation(at: number): void
}

export function CitationFields({ node, at, set, onCitation }: Props) {
  const session = useSession()
  const sources = useView(view => view.sources)
  useView(view => view.turnover)
  const cites = node.attrs.cites as readonly Cited[]
  /** As they are now: what is shown follows the text a moment later. */
  const now = (): Cited[] => [...((session.state.doc.nodeAt(at)?.attrs.cites as readonly Cited[] | undefined) ?? cites)]
  const change = (index: number, next: Partial<Cited>): boolean => set('cites', now().with(index, { ...now()[index]!, ...next }))
  const plain = (): void => {
    const words = textOfPieces(session.live.wording(node, node.attrs.id)).replaceAll('\u00a0', ' ')
    const tr = closeHistory(session.state.tr)
    session.dispatch(words ? tr.replaceWith(at, at + 1, schema.text(words, node.marks)) : tr.delete(at, at + 1))
  }
  const split = (): void => {
    const tr = closeHistory(session.state.tr)
    const parts = now().flatMap((one, index) => [
      ...(index ? [schema.text(' ', node.marks)] : []),
      schema.nodes.citation.create({ id: index ? newId() : node.attrs.id, cites: [one] }, null, node.marks),
    ])
    tr.replaceWith(at, at + 1, parts)
    session.dispatch(tr.setSelection(NodeSelection.create(tr.doc, at)))
  }
  return (
    <>
      {session.live.citesInNotes && <p className="-mt-2.5 text-(--ink-soft)">{textOfPieces(session.live.wording(node, node.attrs.id))}</p>}
      {cites.map((one, index) => {
        const source = sources[one.source]
        const called = source
          ? sourceCalled(source)
          : one.was
            ? `“${one.was}” is no longer in the register.`
            : 'Not in the register any more.'
        return (
          <fieldset key={`${one.source} ${index}`} className="mt-2.5 mb-3.5 border-t border-(--rule) pt-2">
            <legend className="float-left mb-1.5 w-full font-semibold">
              {source ? <Link to={`../sources/${encodeURIComponent(one.source)}`}>{called}</Link> : called}
            </legend>
            <div className="clear-both mb-2 grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-x-2 gap-y-1.5">
              <Choice label="Place in it" value={one.label} options={locatorTitles} onChange={label => change(index, { label })} />
              <Field
                label={locatorTitles[one.label]}
                value={one.locator}
                placeholder="12–14"
                onChange={value => change(index, { locator: value.trim().slice(0, 200) })}
              />
              <Field label="Words before" value={one.prefix} onChange={value => change(index, { prefix: value.trim().slice(0, 500) })} />
              <Field label="Words after" value={one.suffix} onChange={value => change(index, { suffix: value.trim().slice(0, 500) })} />
            </div>
            <Check
              label="Without its author, whom the sentence names"
              value={one.withoutAuthor}
              onChange={withoutAuthor => change(index, { withoutAuthor })}
            />
            {cites.length > 1 && (
              <p className="flex gap-4">
                <button
                  type="button"
                  className="quiet-link"
                  disabled={index === 0}
                  aria-label={`${called}: earlier`}
                  onClick={() =>
                    set(
                      'cites',
                      now()
                        .with(index - 1, now()[index]!)
                        .with(index, now()[index - 1]!),
                    )
                  }
                >
                  Earlier
                </button>
                <button
                  type="button"
                  className="quiet-link"
                  aria-label={`Remove ${called}`}
                  onClick={() =>
                    set(
                      'cites',
                      now().filter((_, other) => other !== index),
                    )
                  }
                >
                  Remove
                </button>
              </p>
            )}
          </fieldset>
        )
      })}
      <p className="button-row">
        <button type="button" className="button" onClick={() => onCitation(at)}>
          Choose sources
        </button>
        {cites.length > 1 && (
          <button type="button" className="button" onClick={split}>
            Split into {cites.length}
          </button>
        )}
        <button type="button" className="button quiet" onClick={plain}>
          Make plain text
        </button>
      </p>
    </>
  )
}

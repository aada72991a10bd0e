/** What a mention is: its entry, what it prints and why, how many there are. */
import { entryShort } from '@steady-ledger/core/content/mentions/forms.ts'
import { occurrenceAt } from '@steady-ledger/core/numbers/occurrences.ts'
import type { MentionForm } from '@steady-ledger/core/work/kinds/inline.ts'
import { schema } from '@steady-ledger/core/work/schema.ts'
import { closeHistory } from '@tiptap/pm/history'
import type { Node } from '@tiptap/pm/model'
import { Link } from 'react-router'
import { useSession, useView } from '../../session/sessionContext.ts'
import { Check, Choice } from '../../ui/fields.tsx'
import { askForOtherEntry } from '../shortForms/askForMention.ts'

export function MentionFields({ node, at, set }: { node: Node; at: number; set(name: string, value: unknown): boolean }) {
  const session = useSession()
  const entries = useView(view => view.abbreviations)
  useView(view => view.houseStyle)
  useView(view => view.doc)
  const { entry: id, form, plural, was } = node.attrs
  const entry = entries[id as string]
  const occurrence = occurrenceAt(session.state.doc.resolve(at))
  const standing = session.live.mentions().byPlace.get(occurrence)
  const words = (): void => {
    const said = session.live
      .wording(node, occurrence)
      .map(({ text, formula }) =>
        formula === undefined ? schema.text(text, node.marks) : schema.nodes.formula.create({ formula }, null, node.marks),
      )
    session.dispatch(closeHistory(session.state.tr).replaceWith(at, at + 1, said))
  }
  return (
    <>
      <p>
        {entry ? (
          <Link to={`../short-forms/${id}`}>{[entryShort(entry), entry.short && entry.full].filter(Boolean).join(': ') || 'A symbol'}</Link>
        ) : was ? (
          `“${was}” is no longer in the register.`
        ) : (
          'Its entry is no longer in the register.'
        )}
      </p>
      {entry && standing && (
        <p className="-mt-2.5 text-(--ink-soft)">
          {standing.reason === 'first'
            ? session.work.houseStyle.mentions.first === 'division'
              ? 'Written out here, for it is the first in this division.'
              : 'Written out here, for it is the first in the work.'
            : standing.reason === 'later'
              ? 'Short here, for it was written out before.'
              : standing.reason === 'asked'
                ? 'As you asked for it.'
                : `As the house style says for ${{ heading: 'headings', caption: 'captions and tables', abstract: 'the abstract' }[standing.reason]}.`}{' '}
          {standing.first && <Link to={`../galley/${standing.first.holder}`}>To the first</Link>}
        </p>
      )}
      <Choice
        label="It prints"
        value={form as MentionForm}
        options={{
          auto: 'By itself: written out first, short afterwards',
          short: 'Always the short form',
          full: 'Always the full form',
          both: 'Always the full form with the short one',
        }}
        onChange={value => set('form', value)}
      />
      <Check label="Of many" value={plural} onChange={value => set('plural', value)} />
      <p className="button-row">
        <button
          type="button"
          className="button"
          onClick={() => askForOtherEntry(session, 'Another entry for this mention', 'Change', id, other => set('entry', other))}
        >
          Another entry…
        </button>
        <button type="button" className="button" onClick={words}>
          Make it plain words
        </button>
      </p>
    </>
  )
}

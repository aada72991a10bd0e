/** Where a short form stands as a plain word: each place with yes or no, all made mentions in one step. */
import { plainShorts } from '@steady-ledger/core/content/mentions/plainShort.ts'
import { mentionPlaces } from '@steady-ledger/core/work/commands/mentions.ts'
import { closeHistory } from '@tiptap/pm/history'
import { useDeferredValue, useMemo, useState } from 'react'
import { useSession, useView } from '../../session/sessionContext.ts'
import { SectionTitle } from '../../ui/SectionTitle.tsx'
import { Segments } from '../../ui/Segments.tsx'

/** More are shown when these are through. */
const most = 200

export function PlainWords({ id }: { id: string }) {
  const session = useSession()
  const doc = useDeferredValue(useView(view => view.doc))
  const entries = useView(view => view.abbreviations)
  const language = useView(view => view.settings.language)
  const [no, setNo] = useState<ReadonlySet<string>>(new Set())
  const found = useMemo(() => plainShorts(doc, entries, language, id), [doc, entries, language, id])
  if (!found.length) return null
  const shown = found.slice(0, most)
  const keyOf = ({ identity, start }: (typeof shown)[number]): string => `${identity} ${start}`
  const chosen = shown.filter(each => !no.has(keyOf(each)))
  const make = (): void => {
    const places = plainShorts(session.state.doc, session.work.abbreviations, language, id).filter(each => !no.has(keyOf(each)))
    if (session.dispatch(mentionPlaces(closeHistory(session.state.tr), places.slice(0, most), id)))
      session.sayDone(
        `${chosen.length === 1 ? 'One word is' : `${chosen.length} words are`} a mention now.`.replace('are a mention', 'are mentions'),
      )
  }
  return (
    <section aria-label="Plain words">
      <SectionTitle>{found.length === 1 ? 'One plain word' : `${found.length} plain words`}</SectionTitle>
      <p className="quiet-note">The short form as a word of the text: it is not counted, and not written out where it comes first.</p>
      <ul>
        {shown.map(each => (
          <li key={keyOf(each)} className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-3 border-b border-(--rule) py-1.5">
            <p className="font-text">
              <span className="text-(--ink-soft)">…{each.before}</span>
              <strong>{each.text}</strong>
              <span className="text-(--ink-soft)">{each.after}…</span>
            </p>
            <Segments
              label={`Make “${each.text}” a mention here`}
              value={no.has(keyOf(each)) ? 'no' : 'yes'}
              options={{ yes: 'Yes', no: 'No' }}
              onChange={choice => {
                const next = new Set(no)
                if (choice === 'no') next.add(keyOf(each))
                else next.delete(keyOf(each))
                setNo(next)
              }}
            />
          </li>
        ))}
      </ul>
      <p className="button-row mt-3">
        <button type="button" className="button primary" disabled={!chosen.length} onClick={make}>
          {chosen.length === 1 ? 'Make this a mention' : `Make these ${chosen.length} mentions`}
        </button>
      </p>
    </section>
  )
}

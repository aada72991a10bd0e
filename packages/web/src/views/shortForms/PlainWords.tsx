/** Where an entry stands as plain words, short or in full: each place with yes or no, all made mentions in one step. */
import { type PlainWord, plainShorts } from '@steady-ledger/core/content/mentions/plainShort.ts'
import { mentionPlaces } from '@steady-ledger/core/work/commands/mentions.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import { closeHistory } from '@tiptap/pm/history'
import type { Node } from '@tiptap/pm/model'
import { useDeferredValue, useEffect, useMemo, useState } from 'react'
import { useSession, useView } from '../../session/sessionContext.ts'
import { SectionTitle } from '../../ui/SectionTitle.tsx'
import { Segments } from '../../ui/Segments.tsx'

type Entries = Work['abbreviations']
type PlainFulls = typeof import('@steady-ledger/core/content/mentions/plainFull.ts').plainFulls

/** More are shown when these are through. */
const most = 200

export function PlainWords({ id }: { id: string }) {
  const session = useSession()
  const doc = useDeferredValue(useView(view => view.doc))
  const entries = useView(view => view.abbreviations)
  const language = useView(view => view.settings.language)
  const [no, setNo] = useState<ReadonlySet<string>>(new Set())
  // Full forms are looked for with stemmers, which are fetched for that.
  const [plainFulls, setPlainFulls] = useState<PlainFulls | null>(null)
  useEffect(() => {
    void import('@steady-ledger/core/content/mentions/plainFull.ts').then(loaded => setPlainFulls(() => loaded.plainFulls))
  }, [])
  const find = (text: Node, known: Entries): PlainWord[] =>
    [...plainShorts(text, known, language, id), ...(plainFulls?.(text, known, language, id) ?? [])].sort((a, b) => a.from - b.from)
  // biome-ignore lint/correctness/useExhaustiveDependencies: these are what is found in, and by
  const found = useMemo(() => find(doc, entries), [doc, entries, language, id, plainFulls])
  if (!found.length) return null
  const shown = found.slice(0, most)
  const keyOf = ({ holder, before, text, after }: PlainWord): string => [holder, before, text, after].join('|')
  const chosen = shown.filter(each => !no.has(keyOf(each)))
  const make = (): void => {
    const places = find(session.state.doc, session.work.abbreviations).filter(each => !no.has(keyOf(each)))
    if (session.dispatch(mentionPlaces(closeHistory(session.state.tr), places.slice(0, most), id)))
      session.sayDone(
        `${chosen.length === 1 ? 'One word is' : `${chosen.length} words are`} a mention now.`.replace('are a mention', 'are mentions'),
      )
  }
  return (
    <section aria-label="Plain words">
      <SectionTitle>{found.length === 1 ? 'One plain word' : `${found.length} plain words`}</SectionTitle>
      <p className="quiet-note">
        Words of the text that say it: a mention in their place is written out where it comes first, and short afterwards.
      </p>
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

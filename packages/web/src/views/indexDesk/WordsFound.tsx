/** Where the words of a term stand and are not marked: each place with yes, no or main, all marked in one step; what is refused is remembered. */
import type { FoundWords } from '@steady-ledger/core/content/index/find.ts'
import { markPlaces } from '@steady-ledger/core/work/commands/indexMarks.ts'
import { setEntry } from '@steady-ledger/core/work/steps/registerStep.ts'
import { closeHistory } from '@tiptap/pm/history'
import { useEffect, useState } from 'react'
import { newId } from '../../newId.ts'
import { useSession, useView } from '../../session/sessionContext.ts'
import { SectionTitle } from '../../ui/SectionTitle.tsx'
import { Segments } from '../../ui/Segments.tsx'

type Choice = 'yes' | 'no' | 'main'
const hows: Record<FoundWords['how'], string> = { exact: '', inflected: 'inflected', like: 'spelled a little otherwise' }
/** More are shown when these are through. */
const most = 200

export function WordsFound({ id }: { id: string }) {
  const session = useSession()
  const doc = useView(view => view.doc)
  const term = useView(view => view.terms[id])
  const language = useView(view => view.settings.language)
  const [open, setOpen] = useState(false)
  const [found, setFound] = useState<readonly FoundWords[] | null>(null)
  const [choices, setChoices] = useState<Readonly<Record<string, Choice>>>({})
  const heading = term?.heading ?? ''
  const refused = term?.refused

  useEffect(() => {
    if (!open) return
    let current = true
    void import('@steady-ledger/core/content/index/find.ts').then(({ findWords }) => {
      if (current) setFound(findWords(doc, heading, id, language).filter(({ marked, key }) => !marked && !refused?.includes(key)))
    })
    return () => {
      current = false
    }
  }, [open, doc, heading, id, language, refused])

  if (!open)
    return (
      <p>
        <button type="button" className="button" onClick={() => setOpen(true)}>
          Find its words in the work
        </button>
      </p>
    )
  if (!found) return <p className="empty">Looking…</p>
  const shown = found.slice(0, most)
  // Words as they are, or inflected, are most likely meant; others have to be said yes to.
  const choiceOf = ({ key, how }: FoundWords): Choice => choices[key] ?? (how === 'like' ? 'no' : 'yes')
  const chosen = shown.filter(each => choiceOf(each) !== 'no')
  const mark = (): void => {
    const tr = markPlaces(
      closeHistory(session.state.tr),
      chosen.map(each => ({ at: each.from, main: choiceOf(each) === 'main' })),
      id,
      newId,
    )
    const keys = shown.filter(each => choiceOf(each) === 'no').map(({ key }) => key)
    const now = session.work.terms[id]!
    if (keys.length) setEntry(tr, session.work, 'terms', id, { ...now, refused: [...now.refused, ...keys].slice(-5000) })
    if (session.dispatch(tr))
      session.sayDone(`${chosen.length === 1 ? 'One place is' : `${chosen.length} places are`} marked for “${heading}”.`)
  }
  return (
    <section aria-label="Words that are not marked">
      <SectionTitle>Its words elsewhere</SectionTitle>
      {found.length === 0 ? (
        <p className="empty">All places of these words are marked, or were said no to.</p>
      ) : (
        <>
          <p className="quiet-note">
            {found.length === 1 ? 'One place' : `${found.length} places`} in the work
            {found.length > most ? `, the first ${most} of them here` : ''}. What you say no to is not offered again.
          </p>
          <ul>
            {shown.map(each => (
              <li key={each.key} className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-3 border-b border-(--rule) py-1.5">
                <p className="font-text">
                  <span className="text-(--ink-soft)">…{each.before}</span>
                  <strong>{each.text}</strong>
                  <span className="text-(--ink-soft)">{each.after}…</span>
                  {hows[each.how] && (
                    <span className="ml-2 font-(family-name:--font-interface) text-[13px] text-(--ink-soft)">{hows[each.how]}</span>
                  )}
                </p>
                <Segments
                  label={`Mark “${each.text}” here`}
                  value={choiceOf(each)}
                  options={{ yes: 'Yes', main: 'Main', no: 'No' }}
                  onChange={choice => setChoices({ ...choices, [each.key]: choice })}
                />
              </li>
            ))}
          </ul>
          <p className="button-row mt-3">
            <button type="button" className="button primary" onClick={mark}>
              {chosen.length === 0
                ? 'Remember that none is meant'
                : `Mark ${chosen.length === 1 ? 'this place' : `these ${chosen.length} places`}`}
            </button>
            <button type="button" className="button" onClick={() => setChoices(Object.fromEntries(shown.map(({ key }) => [key, 'no'])))}>
              No to all
            </button>
          </p>
        </>
      )}
    </section>
  )
}

/** The desk of abbreviations and symbols: the register at the left, one entry with every place of it at the right. */
import { standingOf } from '@steady-ledger/core/content/mentions/standing.ts'
import type { CollectedSymbol } from '@steady-ledger/core/formulas/symbols/collect.ts'
import { removeAbbreviation } from '@steady-ledger/core/work/commands/mentions.ts'
import { newAbbreviation } from '@steady-ledger/core/work/registers/abbreviations.ts'
import { setEntry } from '@steady-ledger/core/work/steps/registerStep.ts'
import { closeHistory } from '@tiptap/pm/history'
import { useDeferredValue, useEffect, useMemo, useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import { keysOf } from '../../app/shortcuts.ts'
import { addDivision } from '../../editor/insert.ts'
import { newId } from '../../newId.ts'
import { useSession, useView } from '../../session/sessionContext.ts'
import { RowList } from '../../ui/RowList.tsx'
import { Segments } from '../../ui/Segments.tsx'
import { RegisterHead } from '../RegisterHead.tsx'
import { askForEntry } from './askForMention.ts'
import { EntryPlaces } from './EntryPlaces.tsx'
import { EntrySlip } from './EntrySlip.tsx'
import { Formula } from './Formula.tsx'
import { PlainWords } from './PlainWords.tsx'
import { readEntriesFile, saveEntries } from './shortFormFiles.ts'
import { foundRows, type Kind, shortFormRows, unsaidPrefix } from './shortFormRows.ts'

const noSymbols: readonly CollectedSymbol[] = []

export function ShortForms() {
  const session = useSession()
  const navigate = useNavigate()
  const { entry: chosen = '' } = useParams()
  const entries = useView(view => view.abbreviations)
  const doc = useDeferredValue(useView(view => view.doc))
  const rules = useView(view => view.houseStyle.mentions)
  const language = useView(view => view.settings.language)
  const symbols = useView(view => view.symbols)
  const [asked, setAsked] = useState('')
  /** The entry that was just made: what it stands for is written next. */
  const [made, setMade] = useState('')
  const [wanted, setWanted] = useState<Kind>('abbreviation')
  // An address decides which of the two is shown.
  const kind: Kind = entries[chosen]?.kind ?? (chosen.startsWith(unsaidPrefix) ? 'symbol' : wanted)
  useEffect(() => {
    session.askSymbols(kind === 'symbol')
    return () => session.askSymbols(false)
  }, [session, kind])
  const mentions = useMemo(() => standingOf(doc, entries, rules), [doc, entries, rules])
  const all = useMemo(
    () => shortFormRows(kind, mentions, kind === 'symbol' ? symbols : noSymbols, language),
    [kind, mentions, symbols, language],
  )
  const rows = useMemo(() => foundRows(all, asked), [all, asked])
  const at = rows.findIndex(({ id }) => id === chosen)
  const choose = (id: string): void => void navigate(id ? `../short-forms/${encodeURIComponent(id)}` : '../short-forms', { replace: true })
  const role = kind === 'symbol' ? 'symbols' : 'abbreviations'
  const hasList = doc.children.some(node => node.attrs.role === role)
  const unsaid = rows[at]?.unsaid ? rows[at] : undefined

  const remove = (id: string): void => {
    const entry = entries[id]
    if (!entry) return
    const next = rows[at + 1]?.id ?? rows[at - 1]?.id ?? ''
    if (!session.dispatch(removeAbbreviation(closeHistory(session.state.tr), session.work, id))) return
    session.sayDone(`“${entry.short || entry.full || entry.formula}” is removed. Its mentions say so.`)
    choose(next)
  }
  const describe = (formula: string): void => {
    const id = newId()
    const tr = setEntry(closeHistory(session.state.tr), session.work, 'abbreviations', id, {
      ...newAbbreviation(),
      kind: 'symbol',
      formula,
    })
    if (!session.dispatch(tr)) return
    setMade(id)
    choose(id)
  }
  const names = kind === 'symbol' ? (['symbol', 'symbols'] as const) : (['abbreviation', 'abbreviations'] as const)

  return (
    <main
      className="grid h-full min-h-0 grid-cols-[minmax(300px,42%)_minmax(0,1fr)] max-[760px]:grid-cols-1 max-[760px]:overflow-y-auto"
      aria-label="Short forms"
    >
      <section className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)] border-r border-(--rule-strong) bg-(--paper)" aria-label="Entries">
        <div className="grid gap-2 p-3">
          <Segments
            label="What is shown"
            value={kind}
            options={{ abbreviation: 'Abbreviations', symbol: 'Symbols' }}
            onChange={next => {
              setWanted(next)
              choose('')
            }}
          />
          <RegisterHead
            names={names}
            asked={asked}
            onAsk={setAsked}
            found={rows.length}
            all={all.length}
            search="Search short forms"
            newSays="New…"
            onNew={() => askForEntry(session, kind, choose)}
            files="CSV, with a head row; or plain lines of a short form and what it stands for."
            onFile={file => void readEntriesFile(session, file)}
            saves={[{ key: 'csv', says: 'Save as CSV', run: () => void saveEntries(session) }]}
            missing={
              all.some(row => !row.unsaid) && !hasList
                ? {
                    says: 'The work has no list of them yet.',
                    put: () => {
                      const { tr } = session.state
                      addDivision(tr, role, session.live.words[role])
                      session.dispatch(closeHistory(tr))
                    },
                  }
                : null
            }
          />
        </div>
        {rows.length > 0 ? (
          <RowList
            label={kind === 'symbol' ? 'Symbols of the work' : 'Abbreviations of the work'}
            field="Full form"
            rows={rows}
            at={at}
            nameOf={({ short, full }) => short || full}
            onChoose={choose}
            onRemove={remove}
            onAdd={() => askForEntry(session, kind, choose)}
          >
            {row => (
              <>
                <span className={`w-[96px] shrink-0 truncate ${row.unsaid ? 'text-(--ink-soft)' : 'font-semibold'}`}>
                  {row.formula ? <Formula notation={row.formula} spoken={row.short} /> : row.short}
                </span>
                <span className={`min-w-0 truncate ${row.full ? '' : 'text-(--ink-soft)'}`}>
                  {row.full || (row.unsaid ? 'not said yet' : 'no full form')}
                </span>
                <span className={`ml-auto text-[13px] ${row.uses ? 'text-(--ink-soft)' : 'text-(--mend)'}`}>
                  <span className="visually-hidden">mentions: </span>
                  {row.uses}
                </span>
              </>
            )}
          </RowList>
        ) : (
          <p className="empty px-4">
            {asked.trim()
              ? `Nothing here says “${asked.trim()}”.`
              : kind === 'symbol'
                ? 'No formula of the work uses a symbol yet. Symbols come here as formulas are written.'
                : `There are no abbreviations yet. Write “sectional ground survey (SGS)” in the galley, select it, and press ${keysOf('mention')}; or add one here, or a list of them from a file.`}
          </p>
        )}
      </section>
      {entries[chosen] ? (
        <section
          className="grid min-h-0 content-start gap-5 overflow-y-auto px-6 py-4"
          aria-label={`Entry ${entries[chosen].short || entries[chosen].full}`}
          key={chosen}
        >
          <EntrySlip id={chosen} fresh={made === chosen} onRemove={() => remove(chosen)} onMerged={choose} />
          <EntryPlaces id={chosen} mentions={mentions} />
          {kind === 'abbreviation' && <PlainWords id={chosen} />}
        </section>
      ) : unsaid ? (
        <section className="grid content-start gap-3 px-6 py-4" aria-label={`Symbol ${unsaid.short}`}>
          <p className="font-text text-[22px]">
            <Formula notation={unsaid.formula} spoken={unsaid.short} />
          </p>
          <p>
            {unsaid.uses === 1 ? 'One formula uses it' : `Formulas use it ${unsaid.uses} times`}, and nobody has said what it stands for.
          </p>
          <p className="button-row">
            <button type="button" className="button primary" onClick={() => describe(unsaid.formula)}>
              Say what it stands for
            </button>
          </p>
        </section>
      ) : (
        <p className="empty p-6">{all.length > 0 ? 'Choose one to see what it stands for, and where it is mentioned.' : ''}</p>
      )}
    </main>
  )
}

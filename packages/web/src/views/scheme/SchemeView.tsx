/** How everything is numbered: levels and series as patterns of tiles. A change is tried first; it is applied as one step. */

import { asPrinted } from '@steady-ledger/core/content/citations/asPrinted.ts'
import { changedWordings } from '@steady-ledger/core/content/references/changedWordings.ts'
import { changedNumbers } from '@steady-ledger/core/numbers/compareLedgers.ts'
import { numberWork } from '@steady-ledger/core/numbers/ledger.ts'
import { noteNumbersOf, notesCountByPage, withNoteNumbers } from '@steady-ledger/core/turnover/facts/noteNumbers.ts'
import { readySchemeFor, readySchemes } from '@steady-ledger/core/work/parts/readySchemes.ts'
import { listMarkingOf, type Scheme } from '@steady-ledger/core/work/parts/scheme.ts'
import { schemeInLanguage } from '@steady-ledger/core/work/parts/schemeInLanguage.ts'
import type { Node } from '@steady-ledger/core/work/schema.ts'
import { useMemo, useState } from 'react'
import { languages } from '../../app/languages.ts'
import type { Session } from '../../session/session.ts'
import { useSession, useView } from '../../session/sessionContext.ts'
import { Menu } from '../../ui/Menu.tsx'
import { LevelTable } from './LevelTable.tsx'
import { ListLookTable } from './ListLookTable.tsx'
import { NoteRules } from './NoteRules.tsx'
import { OwnWords } from './OwnWords.tsx'
import { SeriesTable } from './SeriesTable.tsx'
import { WhatWouldChange } from './WhatWouldChange.tsx'

/** What is being tried outlives a look at another view. */
const tried = new WeakMap<Session, { scheme: Scheme; over: Scheme }>()

export function SchemeView() {
  const session = useSession()
  const doc = useView(view => view.doc)
  const current = useView(view => view.scheme)
  const ledger = useView(view => view.ledger)
  const writer = useView(view => view.role === 'writer')
  const language = useView(view => view.settings.language)
  useView(view => view.turnover)
  const [, again] = useState(0)
  const kept = tried.get(session)
  // A draft is one over the scheme it began from: undo, or another hand, may have changed that.
  const draft = kept?.over === current ? kept.scheme : null
  const scheme = draft ?? current
  const inLanguage = useMemo(() => schemeInLanguage(scheme, language), [scheme, language])
  const change = (next: Scheme): void => {
    tried.set(session, { scheme: next, over: current })
    again(n => n + 1)
  }
  const setAside = (): void => {
    tried.delete(session)
    again(n => n + 1)
  }
  const tryLedger = useMemo(() => {
    if (!draft) return ledger
    const made = numberWork(asPrinted({ ...session.work, doc }), draft)
    // Notes that count by page are numbered by the pages, which stay as they are while a scheme is tried.
    return notesCountByPage(draft) ? withNoteNumbers(made, noteNumbersOf(ledger)) : made
  }, [doc, draft, ledger, session])
  const numbers = useMemo(() => (draft ? changedNumbers(ledger, tryLedger) : []), [draft, ledger, tryLedger])
  const wordings = useMemo(
    () =>
      draft
        ? changedWordings(doc, ledger, tryLedger, ({ node, occurrence }, under) => session.live.wordingUnder(node, occurrence, under))
        : [],
    [doc, draft, ledger, tryLedger, session],
  )
  const apply = (): void => {
    if (!session.setPart('scheme', scheme)) return
    tried.delete(session)
    const count = numbers.length
    session.sayDone(count ? `The scheme is applied: ${count} ${count === 1 ? 'number' : 'numbers'} changed.` : 'The scheme is applied.')
  }
  return (
    <main className="flex h-full flex-col" aria-label="Scheme">
      <div className="tools">
        <Menu
          disabled={!writer}
          items={readySchemes.map(({ name, looks, make }) => ({
            key: name,
            says: name,
            more: looks,
            run: () => change(readySchemeFor(make(), current)),
          }))}
        >
          Ready-made schemes
        </Menu>
        {inLanguage !== scheme && (
          <button type="button" className="button" onClick={() => change(inLanguage)}>
            Names in {languages[language] ?? language}
          </button>
        )}
        <span className="flex-1" />
        <span className={draft ? 'text-(--should)' : 'quiet-note'} role="status">
          {draft
            ? 'Trying a scheme: nothing is applied yet.'
            : writer
              ? 'Nothing changes in the work until it is applied.'
              : 'Another tab is writing this work; here you can look and try.'}
        </span>
      </div>
      <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_330px] max-[1180px]:grid-cols-[minmax(0,1fr)_220px]">
        <div className="form-column">
          <LevelTable scheme={scheme} change={change} ledger={tryLedger} />
          <SeriesTable scheme={scheme} change={change} ledger={tryLedger} />
          <NoteRules scheme={scheme} change={change} />
          <OwnWords scheme={scheme} language={language} change={change} />
          <ListLookTable scheme={scheme} change={change} used={(kind, key) => listsOf(doc, kind, key, scheme)} />
        </div>
        <WhatWouldChange
          numbers={numbers}
          wordings={wordings}
          trying={draft !== null}
          fixed={!writer}
          onApply={apply}
          onSetAside={setAside}
        />
      </div>
    </main>
  )
}

/** How many lists of the work have a look, by name or because it is the usual one. */
function listsOf(doc: Node, kind: 'numbered' | 'bulleted', key: string, scheme: Scheme): number {
  const type = kind === 'numbered' ? 'numberedList' : 'bulletedList'
  let count = 0
  doc.descendants(node => {
    if (node.type.name === type && listMarkingOf(scheme, type, node.attrs.look).key === key) count++
    return !node.isTextblock
  })
  return count
}

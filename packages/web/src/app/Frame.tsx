/** The window around every view of a work: thumb tabs, the state of the books, undo, the command box, the foot. */

import { countWords, division, plainText, titleOf } from '@steady-ledger/core/work/schema.ts'
import { Suspense, useEffect, useState } from 'react'
import { Link, NavLink, Outlet, useLocation, useNavigate, useParams } from 'react-router'
import { entryType } from '../editor/insert.ts'
import type { Session } from '../session/session.ts'
import { SessionContext, useSession, useView } from '../session/sessionContext.ts'
import { openSession } from '../session/sessions.ts'
import { fetchOthers } from '../views/index.ts'
import { Ask } from './Ask.tsx'
import { Books } from './Books.tsx'
import { Boundary } from './Boundary.tsx'
import { CommandBox } from './CommandBox.tsx'
import { languageName } from './languages.ts'
import { MoveSection } from './MoveSection.tsx'
import { NoticeBar } from './NoticeBar.tsx'
import { SaveTrouble } from './SaveTrouble.tsx'
import { WhoWrites } from './WhoWrites.tsx'

const tabs = [
  ['galley', 'Galley'],
  ['ledger', 'Ledger'],
  ['scheme', 'Scheme'],
  ['pages', 'Pages'],
  ['house-style', 'House style'],
  ['findings', 'Findings'],
  ['dispatch', 'Dispatch'],
] as const

export function Frame() {
  const { workId = '' } = useParams()
  const [session, setSession] = useState<Session | null>(null)
  const [failure, setFailure] = useState('')
  useEffect(() => {
    let current = true
    setFailure('')
    openSession(workId).then(
      found => current && setSession(found),
      error => current && setFailure((error as Error).message),
    )
    return () => {
      current = false
    }
  }, [workId])
  if (failure)
    return (
      <main className="centre-note" role="alert">
        <h1>This work cannot be opened</h1>
        <p>{failure}</p>
        <p>Nothing was changed.</p>
        <Link className="button" to="/">
          Back to the shelf
        </Link>
      </main>
    )
  if (!session || session.id !== workId)
    return (
      <main className="centre-note" aria-busy="true">
        Opening the work…
      </main>
    )
  return (
    <SessionContext value={session}>
      <Window />
    </SessionContext>
  )
}

function Window() {
  const session = useSession()
  const navigate = useNavigate()
  const { pathname } = useLocation()
  const title = useView(view => titleOf(view.doc))
  const findings = useView(view => view.turnover?.findings.filter(finding => finding.weight !== 'worthALook').length ?? 0)
  const must = useView(view => view.turnover?.findings.some(finding => finding.weight === 'mustMend') ?? false)
  const canUndo = useView(view => view.canUndo)
  const canRedo = useView(view => view.canRedo)
  const [asking, setAsking] = useState(false)
  const stands = useView(view => view.balanced)
  useEffect(() => {
    if (stands) fetchOthers()
  }, [stands])
  useEffect(() => {
    document.title = `${title} – Steady Ledger`
  }, [title])
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (!(event.ctrlKey || event.metaKey)) return
      if (event.key === 'k') {
        event.preventDefault()
        setAsking(true)
      }
      // In the galley the editor undoes for itself; elsewhere the work is undone all the same, unless a field is being typed in.
      const inField =
        event.target instanceof HTMLElement &&
        (event.target.isContentEditable || event.target.matches('input:not([type="checkbox"], [type="radio"]), textarea, math-field'))
      if (inField) return
      if (event.key === 'z' && !event.shiftKey) {
        event.preventDefault()
        session.undo()
      } else if (event.key === 'y' || (event.key === 'z' && event.shiftKey)) {
        event.preventDefault()
        session.redo()
      }
    }
    addEventListener('keydown', onKey)
    return () => removeEventListener('keydown', onKey)
  }, [session])
  return (
    <div className="frame">
      <nav className="thumb-tabs" aria-label="Views">
        <Link to="/" className="shelf-link" aria-label="Shelf: all works">
          Shelf
        </Link>
        {tabs.map(([path, name]) => (
          <NavLink
            key={path}
            to={path}
            className="thumb-tab"
            onDragEnter={event => path === 'galley' && event.dataTransfer.types.includes(entryType) && navigate('galley')}
          >
            {name}
            {path === 'findings' && findings > 0 && (
              <span className={must ? 'count must' : 'count'}>
                <span className="visually-hidden">to mend: </span>
                {findings}
              </span>
            )}
          </NavLink>
        ))}
      </nav>
      <header className="top-bar">
        <h1 className="work-title">{title}</h1>
        <Books />
        <span className="spring" />
        <button type="button" className="command-opener" onClick={() => setAsking(true)}>
          Go to, or do… <kbd>Ctrl K</kbd>
        </button>
        <button type="button" className="button" disabled={!canUndo} onClick={() => session.undo()}>
          Undo
        </button>
        <button type="button" className="button" disabled={!canRedo} onClick={() => session.redo()}>
          Redo
        </button>
      </header>
      <div className="view-place">
        <SaveTrouble />
        <div className="view">
          <Boundary name="This view" of={pathname}>
            <Suspense fallback={<main className="centre-note" aria-busy="true" />}>
              <Outlet />
            </Suspense>
          </Boundary>
        </div>
      </div>
      <Foot />
      {asking && <CommandBox onClose={() => setAsking(false)} navigate={navigate} />}
      <Ask />
      <MoveSection />
      <NoticeBar />
    </div>
  )
}

const time = new Intl.DateTimeFormat('en-GB', { timeStyle: 'medium' })

function Foot() {
  const session = useSession()
  const language = useView(view => view.settings.language)
  const words = useView(view => countWords(view.doc))
  const open = useView(view => view.openDivision)
  const save = useView(view => view.save)
  const unsaved = useView(view => view.unsaved)
  const role = useView(view => view.role)
  const turnover = useView(view => view.turnover)
  const doc = useView(view => view.doc)
  const selected = useView(view => view.selected.id)
  const inGalley = useLocation().pathname.includes('/galley')
  const node = doc.children.find(found => division(found).id === open)
  const label = session.live.pageLabel(selected) ?? session.live.pageLabel(open)
  return (
    <footer className="foot">
      <span>{words.toLocaleString('en-GB')} words</span>
      {turnover && <span>{turnover.labels.length} pages</span>}
      {inGalley && node && (
        <span>
          {plainText(node.firstChild!) || 'Untitled'}
          {label && ` · page ${label}`}
        </span>
      )}
      <span>{languageName(language)}</span>
      <span className="spring" />
      {role !== 'reader' && save.kind === 'saved' && <span aria-busy={unsaved}>Saved {time.format(save.at)}</span>}
      {save.kind === 'saving' && <span>Saving…</span>}
      {save.kind === 'failed' && <span className="wrong">Not saved</span>}
      {role === 'reader' && <WhoWrites />}
    </footer>
  )
}

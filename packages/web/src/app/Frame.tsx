/** The window around every view of a work: thumb tabs, the state of the books, undo, the command box, the foot. */

import { countWords, division, plainText, titleOf } from '@steady-ledger/core/work/schema.ts'
import { memo, Suspense, useCallback, useEffect, useRef, useState } from 'react'
import { Link, NavLink, Outlet, useLocation, useNavigate, useParams } from 'react-router'
import { entryType } from '../editor/insert.ts'
import type { Session } from '../session/session.ts'
import { SessionContext, useSession, useView } from '../session/sessionContext.ts'
import { openSession } from '../session/sessions.ts'
import { reasonFor } from '../storage/health.ts'
import { Ask } from '../ui/Ask.tsx'
import { Dialog } from '../ui/Dialog.tsx'
import { Notices } from '../ui/Notices.tsx'
import { PastNotices } from '../ui/PastNotices.tsx'
import { Tooltip, Tooltips } from '../ui/Tooltip.tsx'
import { fetchOthers } from '../views/index.ts'
import { isDemo, putDemoOnShelf } from '../views/shelf/demo.ts'
import { Books, BooksTold } from './Books.tsx'
import { Boundary } from './Boundary.tsx'
import { CommandBox } from './CommandBox.tsx'
import { FootPlace } from './footPlace.ts'
import { InsertionList } from './InsertionList.tsx'
import { KeysSheet } from './KeysSheet.tsx'
import { useKeyboard } from './keyboard.ts'
import { languageName } from './languages.ts'
import { MoveSection } from './MoveSection.tsx'
import { SaveTrouble } from './SaveTrouble.tsx'
import { keysOf, secondStrokes } from './shortcuts.ts'
import { tabs } from './views.ts'
import { WhoWrites } from './WhoWrites.tsx'
import { wordsSaid } from './wordsSaid.ts'

export function Frame() {
  const { workId = '' } = useParams()
  const [session, setSession] = useState<Session | null>(null)
  const [failure, setFailure] = useState('')
  const [doing, setDoing] = useState('')
  useEffect(() => {
    let current = true
    setFailure('')
    setDoing('')
    const opened = openSession(workId).catch(async error => {
      // The address of a demo work may be the first that a browser sees of the program.
      if (!isDemo(workId) || !(await putDemoOnShelf(says => current && setDoing(says)))) throw error
      return openSession(workId)
    })
    opened.then(
      found => current && setSession(found),
      error => current && setFailure(reasonFor(error as Error)),
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
        {doing || 'Opening the work…'}
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
  const [asking, setAsking] = useState<'' | 'all' | 'keys' | 'insert'>('')
  useEffect(() => {
    if (session.use.getState().balanced) fetchOthers()
    return session.use.subscribe((now, before) => now.balanced && !before.balanced && fetchOthers())
  }, [session])
  const here =
    tabs.find(([path]) => pathname.split('/')[3] === path)?.[1] ?? (pathname.endsWith('/what-is-what') ? 'What is what' : 'Earlier states')
  useEffect(() => {
    document.title = `${here} · ${title} – Steady Ledger`
  }, [title, here])
  const showKeys = useCallback(() => setAsking('keys'), [])
  const waiting = useKeyboard(session, navigate, {
    goTo: () => setAsking('all'),
    keys: showKeys,
    insert: () => setAsking('insert'),
  })
  // Whoever goes to another view by keyboard or screen reader is in it then; the galley gives the focus to the text by itself.
  const came = useRef(here)
  useEffect(() => {
    if (came.current === here) return
    came.current = here
    if (here === 'Galley') return
    const before = document.activeElement
    const frame = requestAnimationFrame(() => {
      const main = document.querySelector<HTMLElement>('.view main')
      // Whoever has gone on already is not called back.
      if (document.activeElement !== before && document.activeElement !== document.body) return
      if (!main || main.contains(document.activeElement) || document.querySelector('dialog, [role="dialog"]')) return
      if (!main.hasAttribute('tabindex')) main.tabIndex = -1
      main.focus({ preventScroll: true })
    })
    return () => cancelAnimationFrame(frame)
  }, [here])
  const close = (): void => setAsking('')
  const [footPlace, setFootPlace] = useState<HTMLElement | null>(null)
  return (
    <Tooltips>
      <FootPlace value={footPlace}>
        <div className="grid h-full grid-cols-[84px_minmax(0,1fr)] grid-rows-[46px_minmax(0,1fr)_28px] bg-(--sheet)">
          <Tabs />
          <header className="flex min-w-0 items-center gap-3.5 border-b border-(--rule-strong) px-4">
            <h1 className="work-title min-w-[60px] truncate font-text text-[17px] font-semibold">{title}</h1>
            <Books />
            <BooksTold />
            <span className="flex-1" />
            <button
              type="button"
              className="flex min-w-[180px] justify-between gap-2 overflow-hidden border border-(--rule-strong) bg-(--paper) px-2 py-1 text-left whitespace-nowrap text-(--ink-soft) max-[1100px]:min-w-0 max-[860px]:[&_kbd]:hidden"
              onClick={() => setAsking('all')}
            >
              Go to, find or do… <kbd>{keysOf('goTo')}</kbd>
            </button>
            <Steps />
          </header>
          <div className="flex min-h-0 min-w-0 flex-col">
            <SaveTrouble />
            <div className="view relative min-h-0 min-w-0 flex-1 overflow-hidden">
              <Boundary name="This view" of={pathname}>
                <Suspense fallback={<main className="centre-note" aria-busy="true" />}>
                  <Outlet />
                </Suspense>
              </Boundary>
            </div>
          </div>
          <Foot onPlace={setFootPlace} />
          {asking === 'all' && <CommandBox onClose={close} onKeys={showKeys} navigate={navigate} />}
          {asking === 'insert' && (
            <Dialog title="Put in" bare className="top-[58px] w-[460px]" onClose={close} giveFocus={() => session.editor?.focus()}>
              <InsertionList onDone={close} navigate={navigate} />
            </Dialog>
          )}
          {asking === 'keys' && <KeysSheet onClose={close} />}
          {waiting && (
            <p
              role="status"
              className="fixed bottom-[42px] left-1/2 z-40 -translate-x-1/2 border border-(--structure) bg-(--sheet) px-3.5 py-2 shadow-lg"
            >
              Now the last key:{' '}
              {secondStrokes.map(({ says, key }) => (
                <span key={key} className="mr-2">
                  <kbd>{key}</kbd> {says}
                </span>
              ))}
              … <kbd>Esc</kbd> leaves it
            </p>
          )}
          <Ask />
          <MoveSection />
          <Notices />
        </div>
      </FootPlace>
    </Tooltips>
  )
}

/** The views of the work; drawn again only where what it says of the findings is other than it was. */
const Tabs = memo(function Tabs() {
  const navigate = useNavigate()
  const findings = useView(view => view.turnover?.findings.filter(finding => finding.weight !== 'worthALook').length ?? 0)
  const must = useView(view => view.turnover?.findings.some(finding => finding.weight === 'mustMend') ?? false)
  return (
    <nav className="row-span-3 flex flex-col gap-[3px] border-r border-(--rule-strong) bg-(--edge) pt-[11px]" aria-label="Views">
      <Link to="/" className="shelf-link h-11 py-[3px] pl-[19px] text-(--ink)" aria-label="Shelf: all works">
        Shelf
      </Link>
      {tabs.map(([path, name, says]) => (
        <Tooltip key={path} says={says} side="right">
          <NavLink
            to={path}
            className="thumb-tab"
            onDragEnter={event => path === 'galley' && event.dataTransfer.types.includes(entryType) && navigate('galley')}
          >
            {name}
            {path === 'findings' && findings > 0 && (
              <span
                className={`absolute top-0.5 right-[3px] px-[3px] text-[11px]/[15px] font-semibold text-(--sheet) ${must ? 'bg-(--mend)' : 'bg-(--should)'}`}
              >
                <span className="visually-hidden">to mend: </span>
                {findings}
              </span>
            )}
          </NavLink>
        </Tooltip>
      ))}
      <span className="flex-1" />
      <NavLink to="what-is-what" className="px-4.5 py-3 text-[13px] leading-4 text-(--ink)">
        What is what
      </NavLink>
    </nav>
  )
})

const Steps = memo(function Steps() {
  const session = useSession()
  const canUndo = useView(view => view.canUndo)
  const canRedo = useView(view => view.canRedo)
  return (
    <>
      <button type="button" className="button" title={`Undo (${keysOf('undo')})`} disabled={!canUndo} onClick={() => session.undo()}>
        Undo
      </button>
      <button type="button" className="button" title={`Redo (${keysOf('redo')})`} disabled={!canRedo} onClick={() => session.redo()}>
        Redo
      </button>
    </>
  )
})

const time = new Intl.DateTimeFormat('en-GB', { timeStyle: 'medium' })

function Foot({ onPlace }: { onPlace(place: HTMLElement | null): void }) {
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
    <footer className="foot flex items-center gap-6 overflow-hidden border-t border-(--rule-strong) px-4 text-[13px] whitespace-nowrap text-(--ink-soft) [&_button]:underline">
      <span>{wordsSaid(words)}</span>
      {turnover && <span>{turnover.labels.length} pages</span>}
      {inGalley && node && (
        <span>
          {plainText(node.firstChild!) || 'Untitled'}
          {label && ` · page ${label}`}
        </span>
      )}
      <span>{languageName(language)}</span>
      <span className="flex-1" />
      <span ref={onPlace} className="flex items-center gap-4" />
      <PastNotices />
      {role !== 'reader' && save.kind === 'saved' && <span aria-busy={unsaved || role === 'opening'}>Saved {time.format(save.at)}</span>}
      {save.kind === 'saving' && <span>Saving…</span>}
      {save.kind === 'failed' && <span className="text-(--mend)">Not saved</span>}
      {role === 'reader' && <WhoWrites />}
    </footer>
  )
}

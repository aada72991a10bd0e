/** The index desk: the terms at the left, and the places of the chosen one in their lines of text at the right. */
import { removeTerm } from '@steady-ledger/core/work/commands/indexMarks.ts'
import { useVirtualizer } from '@tanstack/react-virtual'
import { closeHistory } from '@tiptap/pm/history'
import { type KeyboardEvent, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import { keysOf } from '../../app/shortcuts.ts'
import { insertDivision } from '../../editor/insert.ts'
import { useSession, useView } from '../../session/sessionContext.ts'
import { FileInput } from '../../ui/FileInput.tsx'
import { Menu } from '../../ui/Menu.tsx'
import { download } from '../download.ts'
import { TermPlaces } from './TermPlaces.tsx'
import { TermSlip } from './TermSlip.tsx'
import { readTermsFile } from './termFiles.ts'
import { askForTerm } from './termForms.ts'
import { foundRows, placeCounts, type TermRow, termRows } from './termRows.ts'
import { WordsFound } from './WordsFound.tsx'

const rowHeight = 30

export function IndexDesk() {
  const session = useSession()
  const navigate = useNavigate()
  const { term: chosen = '' } = useParams()
  const terms = useView(view => view.terms)
  const doc = useDeferredValue(useView(view => view.doc))
  const language = useView(view => view.settings.language)
  const style = useView(view => view.houseStyle.index)
  const [asked, setAsked] = useState('')
  const counts = useMemo(() => placeCounts(doc), [doc])
  const all = useMemo(() => termRows(terms, counts, language, style), [terms, counts, language, style])
  const rows = useMemo(() => foundRows(all, terms, asked), [all, terms, asked])
  const at = rows.findIndex(({ id }) => id === chosen)
  const choose = (id: string): void => void navigate(id ? `../index/${id}` : '../index', { replace: true })
  const hasList = doc.children.some(node => node.attrs.role === 'index')
  const chooser = useRef<HTMLInputElement>(null)

  const remove = (id: string): void => {
    const heading = terms[id]?.heading ?? ''
    const next = rows[at + 1]?.id ?? rows[at - 1]?.id ?? ''
    if (!session.dispatch(removeTerm(closeHistory(session.state.tr), session.work, id))) return
    session.sayDone(`“${heading}” is removed from the index, with its marks.`)
    choose(next)
  }
  const add = (upper = ''): void => askForTerm(session, upper, choose)

  return (
    <main
      className="grid h-full min-h-0 grid-cols-[minmax(260px,34%)_minmax(0,1fr)] max-[760px]:grid-cols-1 max-[760px]:overflow-y-auto"
      aria-label="Index"
    >
      <section className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)] border-r border-(--rule-strong) bg-(--paper)" aria-label="Terms">
        <div className="grid gap-2 p-3">
          <div className="flex gap-2">
            <input
              type="search"
              className="min-w-0 flex-1 border border-(--field-border) bg-(--sheet) px-2 py-1"
              aria-label="Search terms"
              placeholder="Search terms"
              value={asked}
              onChange={event => setAsked(event.target.value)}
            />
            <button type="button" className="button" onClick={() => add()}>
              New term…
            </button>
            <Menu
              label="What can be done with all terms"
              align="end"
              items={[
                { key: 'csv', says: 'Save as CSV', run: () => void saveCsv(session) },
                {
                  key: 'open',
                  says: 'Add terms from a file…',
                  more: 'CSV, or a plain list with one term a line.',
                  run: () => chooser.current?.click(),
                },
              ]}
            >
              ⋯
            </Menu>
            <FileInput
              input={chooser}
              label="File of terms"
              accept=".csv,.txt,text/csv,text/plain"
              onFiles={([file]) => void file!.text().then(text => readTermsFile(session, text, file!.name))}
            />
          </div>
          <p className="quiet-note" role="status">
            {asked.trim() ? `${rows.length} of ${all.length} terms` : `${all.length} ${all.length === 1 ? 'term' : 'terms'}`}
            {all.length > 0 && !hasList && (
              <>
                {' · The work has no index yet. '}
                <button type="button" className="quiet" onClick={() => session.run(insertDivision('index', session.live.words.index))}>
                  Put it in
                </button>
              </>
            )}
          </p>
        </div>
        {rows.length > 0 ? (
          <Tree rows={rows} at={at} onChoose={choose} onRemove={remove} onAdd={add} />
        ) : (
          <p className="empty px-4">
            {asked.trim()
              ? `No term is called “${asked.trim()}”.`
              : `There are no terms yet. Select words in the galley and press ${keysOf('indexMark')}, write a term here, or add a list of them from a file.`}
          </p>
        )}
      </section>
      {terms[chosen] ? (
        <section
          className="grid min-h-0 content-start gap-5 overflow-y-auto px-6 py-4"
          aria-label={`Term ${terms[chosen].heading}`}
          key={chosen}
        >
          <TermSlip id={chosen} onRemove={() => remove(chosen)} onAdd={() => add(chosen)} onMerged={choose} />
          <TermPlaces id={chosen} />
          <WordsFound id={chosen} />
        </section>
      ) : (
        <p className="empty p-6">{all.length > 0 ? 'Choose a term to see its places.' : ''}</p>
      )}
    </main>
  )
}

async function saveCsv(session: ReturnType<typeof useSession>): Promise<void> {
  const { writeTermsCsv } = await import('@steady-ledger/core/content/index/termsCsv.ts')
  download(new TextEncoder().encode(writeTermsCsv(session.work.terms)), 'text/csv', 'index-terms.csv')
}

interface TreeProps {
  rows: readonly TermRow[]
  at: number
  onChoose(id: string): void
  onRemove(id: string): void
  onAdd(upper: string): void
}

/** The rows that are in sight, of as many as there are; one stop of the keyboard, walked by arrows and by first letters. */
function Tree({ rows, at, onChoose, onRemove, onAdd }: TreeProps) {
  const scroll = useRef<HTMLDivElement>(null)
  const virtual = useVirtualizer({ count: rows.length, getScrollElement: () => scroll.current, estimateSize: () => rowHeight, overscan: 8 })
  useEffect(() => {
    if (at >= 0) virtual.scrollToIndex(at)
  }, [at, virtual])
  const typed = useRef({ text: '', at: 0 })

  const onKeyDown = (event: KeyboardEvent): void => {
    const { key } = event
    const go = (to: number): void => {
      event.preventDefault()
      const row = rows[Math.max(0, Math.min(rows.length - 1, to))]
      if (row) onChoose(row.id)
    }
    if (event.ctrlKey || event.metaKey || event.altKey) return
    const page = Math.max(1, Math.floor((scroll.current?.clientHeight ?? 300) / rowHeight) - 1)
    if (key === 'ArrowDown') go(at + 1)
    else if (key === 'ArrowUp') go(at < 0 ? 0 : at - 1)
    else if (key === 'Home') go(0)
    else if (key === 'End') go(rows.length - 1)
    else if (key === 'PageDown') go(at + page)
    else if (key === 'PageUp') go(at - page)
    else if (key === 'Delete' && rows[at]) onRemove(rows[at].id)
    else if (key === 'Insert') onAdd(rows[at]?.id ?? '')
    else if (key === 'Enter' || key === 'F2') {
      event.preventDefault()
      document.querySelector<HTMLElement>('[aria-label="Heading"]')?.focus()
    } else if (key.length === 1 && key !== ' ') {
      const now = performance.now()
      typed.current = { text: now - typed.current.at < 900 ? typed.current.text + key : key, at: now }
      const wanted = typed.current.text.toLocaleLowerCase()
      const from = wanted.length > 1 ? at : at + 1
      const order = [...rows.keys()].map(index => (index + Math.max(0, from)) % rows.length)
      const found = order.find(index => rows[index]!.heading.toLocaleLowerCase().startsWith(wanted))
      if (found !== undefined) go(found)
    }
  }

  return (
    <div
      ref={scroll}
      className="min-h-0 overflow-y-auto outline-offset-[-3px] max-[760px]:h-[300px]"
      role="tree"
      aria-label="Terms of the index"
      tabIndex={0}
      aria-activedescendant={at >= 0 ? `term-${rows[at]!.id}` : undefined}
      onKeyDown={onKeyDown}
    >
      <div className="relative" style={{ height: virtual.getTotalSize() }}>
        {virtual.getVirtualItems().map(({ index, start }) => {
          const row = rows[index]!
          return (
            <div
              key={row.id}
              id={`term-${row.id}`}
              role="treeitem"
              tabIndex={-1}
              aria-level={row.level}
              aria-selected={index === at}
              aria-setsize={rows.length}
              aria-posinset={index + 1}
              className="absolute right-0 left-0 flex cursor-pointer items-center gap-2 pr-4 aria-selected:bg-(--structure-wash) aria-selected:shadow-[inset_3px_0_0_var(--structure)]"
              style={{ top: start, height: rowHeight, paddingLeft: row.level * 16 }}
              onPointerDown={() => onChoose(row.id)}
            >
              <span className="min-w-0 truncate">{row.heading || 'Untitled'}</span>
              {row.index && <span className="text-[13px] text-(--ink-soft)">{row.index}</span>}
              <span className={`ml-auto text-[13px] ${row.places || row.sends ? 'text-(--ink-soft)' : 'text-(--mend)'}`}>
                <span className="visually-hidden">places: </span>
                {row.places || { elsewhere: '→', below: '', '': '0' }[row.sends]}
              </span>
            </div>
          )
        })}
      </div>
    </div>
  )
}

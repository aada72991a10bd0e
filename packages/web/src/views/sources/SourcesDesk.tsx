/** The desk of sources: the register at the left, one source with its fields and every citation of it at the right. */
import { looksLikeSources } from '@steady-ledger/core/content/citations/looksLikeSources.ts'
import { sourceCalled } from '@steady-ledger/core/content/citations/sourceCalled.ts'
import { dateFromWords, namesFromWords } from '@steady-ledger/core/content/citations/sourceWords.ts'
import { citedTimes, removeSource } from '@steady-ledger/core/work/commands/sources.ts'
import { newSource } from '@steady-ledger/core/work/registers/sources.ts'
import { setEntry } from '@steady-ledger/core/work/steps/registerStep.ts'
import { closeHistory } from '@tiptap/pm/history'
import { useDeferredValue, useMemo, useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import { keysOf } from '../../app/shortcuts.ts'
import { addDivision } from '../../editor/insert.ts'
import { newId } from '../../newId.ts'
import { useSession, useView } from '../../session/sessionContext.ts'
import { ask } from '../../ui/Ask.tsx'
import { RowList } from '../../ui/RowList.tsx'
import { RegisterHead } from '../RegisterHead.tsx'
import { Duplicates } from './Duplicates.tsx'
import { MergeSources } from './MergeSources.tsx'
import { SourcePlaces } from './SourcePlaces.tsx'
import { SourceSlip } from './SourceSlip.tsx'
import { saveSources, takeSourceFiles, takeSources } from './sourceFiles.ts'
import { foundRows, type Shown, type SortedBy, sourceRows } from './sourceRows.ts'

const shownNames: Record<Shown, string> = { all: 'All', cited: 'Cited', idle: 'Not cited', mend: 'To complete' }
const sortNames: Record<SortedBy, string> = {
  author: 'author',
  year: 'year, latest first',
  title: 'title',
  uses: 'how often they are cited',
}

export function SourcesDesk() {
  const session = useSession()
  const navigate = useNavigate()
  const { source: chosen = '' } = useParams()
  const sources = useView(view => view.sources)
  const doc = useDeferredValue(useView(view => view.doc))
  const [asked, setAsked] = useState('')
  const [shown, setShown] = useState<Shown>('all')
  const [by, setBy] = useState<SortedBy>('author')
  /** The two that are to become one. */
  const [merging, setMerging] = useState<readonly [first: string, other: string] | null>(null)
  const [dropping, setDropping] = useState(false)
  const times = useMemo(() => citedTimes(doc), [doc])
  const all = useMemo(() => sourceRows(sources, times), [sources, times])
  const rows = useMemo(() => foundRows(all, sources, asked, shown, by), [all, sources, asked, shown, by])
  const at = rows.findIndex(({ id }) => id === chosen)
  const source = Object.hasOwn(sources, chosen) ? sources[chosen] : undefined
  const choose = (id: string): void => void navigate(id ? `../sources/${encodeURIComponent(id)}` : '../sources', { replace: true })
  const hasList = doc.children.some(node => node.attrs.role === 'sources' || node.children.some(block => block.type.name === 'sourceList'))

  const remove = (id: string): void => {
    const gone = sources[id]
    if (!gone) return
    const next = rows[at + 1]?.id ?? rows[at - 1]?.id ?? ''
    const called = sourceCalled(gone)
    if (!session.dispatch(removeSource(closeHistory(session.state.tr), session.work, id, called))) return
    session.sayDone(`“${called}” is removed.${times.get(id) ? ' Its citations say so.' : ''}`)
    choose(next)
  }
  const add = (): void =>
    ask({
      title: 'New source',
      fields: [
        { label: 'Authors, as “Family, Given; Family, Given”', value: '' },
        { label: 'Title', value: '', check: value => (value ? '' : 'It has a title.') },
        { label: 'Date, such as 2019 or 2019-03-14', value: '' },
      ],
      note: 'All other fields, and the type, come next. CSL-JSON and RIS can be pasted at this desk at any time.',
      does: 'Add',
      run: ([authors = '', title = '', date = '']) => {
        const id = newId()
        const made = {
          ...newSource(),
          type: 'article-journal' as const,
          title: title.slice(0, 20_000),
          ...(authors ? { author: namesFromWords(authors).slice(0, 1000) } : {}),
          ...(date ? { issued: dateFromWords(date) } : {}),
        }
        if (session.dispatch(setEntry(closeHistory(session.state.tr), session.work, 'sources', id, made))) choose(id)
      },
    })

  return (
    <main
      className={`grid h-full min-h-0 grid-cols-[minmax(320px,46%)_minmax(0,1fr)] max-[760px]:grid-cols-1 max-[760px]:overflow-y-auto ${dropping ? 'outline-3 -outline-offset-3 outline-(--structure)' : ''}`}
      aria-label="Sources"
      onPaste={event => {
        const text = event.clipboardData.getData('text/plain')
        if (!looksLikeSources(text)) return
        event.preventDefault()
        void takeSources(session, text, 'what was pasted')
      }}
      onDragOver={event => {
        if (!event.dataTransfer.types.includes('Files')) return
        event.preventDefault()
        setDropping(true)
      }}
      onDragLeave={event => event.currentTarget === event.target && setDropping(false)}
      onDrop={event => {
        setDropping(false)
        const files = [...event.dataTransfer.files]
        if (!files.length) return
        event.preventDefault()
        void takeSourceFiles(session, files)
      }}
    >
      <section
        className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)] border-r border-(--rule-strong) bg-(--paper)"
        aria-label="Register of sources"
      >
        <div className="grid gap-2 p-3">
          <RegisterHead
            names={['source', 'sources']}
            asked={asked}
            onAsk={setAsked}
            found={rows.length}
            all={all.length}
            search="Search sources"
            newSays="New…"
            onNew={add}
            files="CSL-JSON or RIS. Those that are there already are known by their identifiers, or by being alike."
            accept=".json,.ris,.txt,application/json"
            onFile={file => void takeSourceFiles(session, [file])}
            saves={[
              { key: 'csl', says: 'Save as CSL-JSON', run: () => void saveSources(session, 'csl') },
              { key: 'ris', says: 'Save as RIS', run: () => void saveSources(session, 'ris') },
              { key: 'csv', says: 'Save as CSV', run: () => void saveSources(session, 'csv') },
            ]}
            missing={
              times.size > 0 && !hasList
                ? {
                    says: 'The work has no list of them yet.',
                    put: () => {
                      const { tr } = session.state
                      addDivision(tr, 'sources', session.live.words.sources)
                      session.dispatch(closeHistory(tr))
                    },
                  }
                : null
            }
          />
          <div className="flex flex-wrap gap-x-4 gap-y-1">
            <label className="flex items-center gap-1.5 text-[13px]">
              Shown
              <select value={shown} onChange={event => setShown(event.target.value as Shown)}>
                {Object.entries(shownNames).map(([key, says]) => (
                  <option key={key} value={key}>
                    {says}
                  </option>
                ))}
              </select>
            </label>
            <label className="flex items-center gap-1.5 text-[13px]">
              By
              <select value={by} onChange={event => setBy(event.target.value as SortedBy)}>
                {Object.entries(sortNames).map(([key, says]) => (
                  <option key={key} value={key}>
                    {says}
                  </option>
                ))}
              </select>
            </label>
          </div>
          <Duplicates sources={sources} onMerge={(first, other) => setMerging([first, other])} />
        </div>
        {rows.length > 0 ? (
          <RowList
            label="Sources of the work"
            field="Title"
            rows={rows}
            at={at}
            nameOf={({ name }) => name}
            onChoose={choose}
            onRemove={remove}
            onAdd={add}
          >
            {row => (
              <>
                <span className="w-[148px] shrink-0 truncate font-semibold">{row.authors || '–'}</span>
                <span className="w-[44px] shrink-0 text-(--ink-soft)">{row.year}</span>
                <span className={`min-w-0 truncate ${row.title ? '' : 'text-(--ink-soft)'}`}>{row.title || 'no title'}</span>
                {row.toMend && (
                  <span className="shrink-0 text-[13px] text-(--mend)" title="Something is missing or wrong">
                    <span aria-hidden="true">●</span>
                    <span className="visually-hidden">to complete</span>
                  </span>
                )}
                <span className={`ml-auto shrink-0 text-[13px] ${row.uses ? 'text-(--ink)' : 'text-(--ink-soft)'}`}>
                  <span className="visually-hidden">cited: </span>
                  {row.uses || '–'}
                </span>
              </>
            )}
          </RowList>
        ) : (
          <p className="empty px-4">
            {all.length > 0
              ? asked.trim()
                ? `No source of those shown says “${asked.trim()}”.`
                : 'None of them is of that sort.'
              : `There are no sources yet. Open, drop or paste a list of them as CSL-JSON or RIS, or add one here; then cite it in the galley with ${keysOf('citation')}.`}
          </p>
        )}
      </section>
      {source ? (
        <section
          className="grid min-h-0 content-start gap-5 overflow-y-auto px-6 py-4"
          aria-label={`Source ${sourceCalled(source)}`}
          key={chosen}
        >
          <SourceSlip id={chosen} onRemove={() => remove(chosen)} onMerge={other => setMerging([other, chosen])} />
          <SourcePlaces id={chosen} />
        </section>
      ) : (
        <p className="empty p-6">
          {all.length > 0 ? 'Choose one to see its fields, what the list says of it, and where it is cited.' : ''}
        </p>
      )}
      {merging && (
        <MergeSources
          ids={merging}
          onClose={() => setMerging(null)}
          onMerged={into => {
            setMerging(null)
            choose(into)
          }}
        />
      )}
    </main>
  )
}

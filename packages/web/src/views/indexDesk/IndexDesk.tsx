/** The index desk: the terms at the left, and the places of the chosen one in their lines of text at the right. */
import { removeTerm } from '@steady-ledger/core/work/commands/indexMarks.ts'
import { closeHistory } from '@tiptap/pm/history'
import { useDeferredValue, useMemo, useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import { keysOf } from '../../app/shortcuts.ts'
import { insertDivision } from '../../editor/insert.ts'
import { useSession, useView } from '../../session/sessionContext.ts'
import { RowList } from '../../ui/RowList.tsx'
import { download } from '../download.ts'
import { RegisterHead } from '../RegisterHead.tsx'
import { TermPlaces } from './TermPlaces.tsx'
import { TermSlip } from './TermSlip.tsx'
import { readTermsFile } from './termFiles.ts'
import { askForTerm } from './termForms.ts'
import { foundRows, placeCounts, termRows } from './termRows.ts'
import { WordsFound } from './WordsFound.tsx'

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
          <RegisterHead
            names={['term', 'terms']}
            asked={asked}
            onAsk={setAsked}
            found={rows.length}
            all={all.length}
            search="Search terms"
            newSays="New term…"
            onNew={() => add()}
            files="CSV, or a plain list with one term a line."
            onFile={file => void readTermsFile(session, file)}
            saves={[{ key: 'csv', says: 'Save as CSV', run: () => void saveCsv(session) }]}
            missing={
              all.length > 0 && !hasList
                ? { says: 'The work has no index yet.', put: () => session.run(insertDivision('index', session.live.words.index)) }
                : null
            }
          />
        </div>
        {rows.length > 0 ? (
          <RowList
            label="Terms of the index"
            field="Heading"
            rows={rows}
            at={at}
            nameOf={({ heading }) => heading}
            levelOf={({ level }) => level}
            onChoose={choose}
            onRemove={remove}
            onAdd={add}
          >
            {row => (
              <>
                <span className="min-w-0 truncate">{row.heading || 'Untitled'}</span>
                {row.index && <span className="text-[13px] text-(--ink-soft)">{row.index}</span>}
                <span className={`ml-auto text-[13px] ${row.places || row.sends ? 'text-(--ink-soft)' : 'text-(--mend)'}`}>
                  <span className="visually-hidden">places: </span>
                  {row.places || { elsewhere: '→', below: '', '': '0' }[row.sends]}
                </span>
              </>
            )}
          </RowList>
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

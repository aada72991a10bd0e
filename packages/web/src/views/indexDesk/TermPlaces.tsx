/** Every place of a term in its line of text: walked by the arrows, changed and taken away where it is. */
import { entryName } from '@steady-ledger/core/content/titles.ts'
import { division } from '@steady-ledger/core/work/schema.ts'
import { closeHistory } from '@tiptap/pm/history'
import { type KeyboardEvent, useDeferredValue, useEffect, useMemo } from 'react'
import { useNavigate } from 'react-router'
import { useSession, useView } from '../../session/sessionContext.ts'
import { Menu } from '../../ui/Menu.tsx'
import { SectionTitle } from '../../ui/SectionTitle.tsx'
import { linesAround, PlaceLine } from '../PlaceLine.tsx'
import { askForOther } from './termForms.ts'
import { type PlaceRow, placeRows } from './termRows.ts'

/** What the index prints of the term, and where each page of it comes from. */
function Printed({ id }: { id: string }) {
  const session = useSession()
  const indexed = useView(view => view.indexed)
  const style = useView(view => view.houseStyle.index)
  useEffect(() => {
    session.askIndexed(id)
    return () => session.askIndexed('')
  }, [session, id])
  const entry = indexed.term === id ? indexed.entry : null
  if (!entry || (!entry.locators.length && !entry.see.length && !entry.seeAlso.length)) return null
  const account = ({ joined, marks, main }: (typeof entry.locators)[number]): string => {
    const several = marks.length === 1 ? 'one mark' : `${marks.length} marks`
    if (main) return `Main place: ${several}`
    if (joined === 'range') return 'A range that you marked'
    return joined === 'run' ? `Pages in a row, with ${several}: the house style joins them` : `From ${several}`
  }
  return (
    <p className="mb-3 font-text">
      <span className="visually-hidden">In the index: </span>
      {entry.heading}
      {entry.locators.map(locator => (
        <span key={`${locator.text} ${locator.main}`}>
          {', '}
          <span title={account(locator)} className={locator.main ? 'font-semibold' : ''}>
            {locator.text}
          </span>
        </span>
      ))}
      {entry.see.length > 0 && (
        <>
          , <em>{session.live.words.see}</em> {entry.see.join('; ')}
        </>
      )}
      {entry.seeAlso.length > 0 && (
        <>
          ; <em>{session.live.words.seeAlso}</em> {entry.seeAlso.join('; ')}
        </>
      )}
      <span className="ml-3 font-(family-name:--font-interface) text-[13px] text-(--ink-soft)">
        as it is printed,{' '}
        {style.runs === 'never'
          ? 'each page by itself'
          : style.runs === 'following'
            ? 'pages in a row as f. and ff.'
            : `${style.runs} pages in a row joined`}
      </span>
    </p>
  )
}

export function TermPlaces({ id }: { id: string }) {
  const session = useSession()
  const navigate = useNavigate()
  const doc = useDeferredValue(useView(view => view.doc))
  const turnover = useView(view => view.turnover)
  const ledger = useView(view => view.ledger)
  // biome-ignore lint/correctness/useExhaustiveDependencies: what stands around them may say pages
  const rows = useMemo(() => placeRows(doc, id, session.live), [doc, id, session, turnover])

  const count = rows.filter(({ range }) => range !== 'end').length

  const nearest = useMemo(() => {
    const named = new Map<string, string>()
    for (const row of rows) {
      const $at = doc.resolve(row.at)
      const root = $at.node(1)
      let heading = division(root).id
      for (let index = 1; index <= $at.index(1); index++) {
        const block = root.child(index)
        if (block.type.name === 'heading') heading = block.attrs.id
      }
      const entry = ledger.byId.get(heading)
      named.set(row.id, entry?.item.kind === 'heading' ? entryName(entry) : '')
    }
    return named
  }, [rows, doc, ledger])

  const change = (row: PlaceRow, name: string, value: unknown): void =>
    void session.dispatch(closeHistory(session.state.tr).setNodeAttribute(row.at, name, value))
  const remove = (row: PlaceRow): void => {
    if (session.dispatch(closeHistory(session.state.tr).delete(row.at, row.at + 1))) session.sayDone('The mark is removed.')
  }
  const open = (row: PlaceRow): void => void navigate(`../galley/${row.id}`)

  const onKeyDown = (event: KeyboardEvent<HTMLElement>, row: PlaceRow): void => {
    if (event.key === 'Delete') {
      const lines = linesAround(event.currentTarget)
      const index = lines.indexOf(event.currentTarget)
      remove(row)
      ;(lines[index + 1] ?? lines[index - 1])?.focus()
    } else if (event.key.toLowerCase() === 'm' && !event.ctrlKey && !event.metaKey) change(row, 'main', !row.main)
  }

  return (
    <section aria-label="Places">
      <Printed id={id} />
      <SectionTitle>{count === 1 ? 'One place' : `${count} places`}</SectionTitle>
      {rows.length === 0 && <p className="empty">Nothing is marked for this term yet.</p>}
      <ul>
        {rows.map((row, index) => {
          const page = turnover?.markPages.get(row.id)
          const label = page === undefined ? undefined : turnover?.labels[page]
          return (
            <PlaceLine
              key={row.id}
              says={
                <>
                  <span className="text-(--ink-soft)">{row.before}</span>
                  <span className="index-mark shown" data-range={row.range} aria-hidden="true" />
                  {row.after}
                </>
              }
              facts={
                <>
                  {nearest.get(row.id)}
                  {label === undefined ? ' · on no page' : ` · page ${label}`}
                  {row.range === 'start' ? ' · a range begins' : row.range === 'end' ? ' · the range ends' : ''}
                  {row.main && <strong className="text-(--structure)"> · main place</strong>}
                </>
              }
              title="Read on here: Enter. M makes it the main place, Delete removes the mark."
              onOpen={() => open(row)}
              onKeyDown={event => onKeyDown(event, row)}
            >
              <span className="flex gap-1">
                <Menu
                  label={`What can be done with place ${index + 1}`}
                  align="end"
                  className="quiet"
                  items={[
                    { key: 'main', says: row.main ? 'Not the main place' : 'Main place', run: () => change(row, 'main', !row.main) },
                    { key: 'start', says: 'A range begins here', run: () => change(row, 'range', 'start') },
                    { key: 'end', says: 'The range ends here', run: () => change(row, 'range', 'end') },
                    { key: 'no', says: 'This page alone', run: () => change(row, 'range', 'no') },
                    {
                      key: 'move',
                      says: 'Move to another term…',
                      run: () => askForOther(session, 'Move this place to another term', 'Move', id, other => change(row, 'term', other)),
                    },
                    { key: 'remove', says: 'Remove the mark', run: () => remove(row) },
                  ]}
                >
                  ⋯
                </Menu>
              </span>
            </PlaceLine>
          )
        })}
      </ul>
    </section>
  )
}

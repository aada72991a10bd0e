/** Why the page in sight ends where it does: what that cost, what else was considered, why each float stands where it stands. */
import { entryName } from '@steady-ledger/core/content/titles.ts'
import type { CostShare } from '@steady-ledger/core/pages/why.ts'
import { useEffect } from 'react'
import { Link } from 'react-router'
import { useSession, useView } from '../../session/sessionContext.ts'

export function WhyPanel({ page, label, onClose }: { page: number; label: string; onClose(): void }) {
  const session = useSession()
  const answer = useView(view => view.reasons)
  const ledger = useView(view => view.ledger)
  useEffect(() => session.askWhy(page), [session, page])
  useEffect(() => () => session.askWhy(-1), [session])
  const known = answer?.page === page
  const reasons = known ? answer.reasons : null
  return (
    <aside
      className="flex w-[300px] flex-none flex-col gap-3.5 overflow-y-auto border-l border-(--rule-strong) bg-(--paper) px-4 pt-3.5 pb-10"
      aria-label={`Why page ${label} is as it is`}
    >
      <header className="flex items-baseline justify-between">
        <h2 className="font-text text-xl font-semibold text-(--structure)">Page {label}</h2>
        <button type="button" onClick={onClose} aria-label="Close">
          ×
        </button>
      </header>
      {known && !reasons && <p>This page is empty: what follows it begins on a right-hand page.</p>}
      {reasons && (
        <>
          <section>
            <h3 className="mb-1 text-[13px] text-(--ink-soft)">It ends with</h3>
            <p className="font-text text-[15px]/[21px]">{reasons.ends}</p>
            {reasons.columns && reasons.columns.ends.length > 1 && (
              <>
                <ol className="list-decimal pl-5" aria-label="What each column ends with">
                  {reasons.columns.ends.map((ends, order) => (
                    // Columns have no identity but their order.
                    <li key={order}>{ends}</li>
                  ))}
                </ol>
                {reasons.columns.even && <p>The columns were made as even as they can be.</p>}
              </>
            )}
            <Parts parts={reasons.parts} />
          </section>
          {reasons.floats.length > 0 && (
            <section>
              <h3 className="mb-1 text-[13px] text-(--ink-soft)">Figures and tables</h3>
              <ul className="grid gap-2.5">
                {reasons.floats.map(({ block, says }) => {
                  const entry = ledger.byId.get(block)
                  return (
                    <li key={block}>
                      <Link to={`../galley/${block}`}>{entry ? entryName(entry) : 'It'}</Link>: {says}
                    </li>
                  )
                })}
              </ul>
            </section>
          )}
          <section>
            <h3 className="mb-1 text-[13px] text-(--ink-soft)">Also considered</h3>
            {reasons.others.length === 0 && <p>There was no other place to end it.</p>}
            <ul className="grid gap-2.5">
              {reasons.others.map(({ ends, parts, more }) => (
                <li key={ends}>
                  <p className="font-text text-[15px]/[21px]">{ends}</p>
                  <Parts parts={parts} />
                  <p className="text-[13px] text-(--should)">
                    {more >= 1
                      ? `All pages together would cost ${Math.round(more).toLocaleString('en-GB')} more.`
                      : 'It would cost the same.'}
                  </p>
                </li>
              ))}
            </ul>
          </section>
          <p className="quiet-note">Costs are in the unit of page make-up: 100 is a break that nobody would mind.</p>
        </>
      )}
    </aside>
  )
}

function Parts({ parts }: { parts: CostShare[] }) {
  if (parts.length === 0) return <p className="text-[13px] text-(--ink-soft)">It costs nothing.</p>
  return (
    <ul>
      {parts.map(({ says, cost }) => (
        <li key={says} className="flex justify-between gap-3 text-[13px] text-(--ink-soft)">
          <span>{says}</span> <span>{cost >= 1e6 ? '' : cost.toLocaleString('en-GB')}</span>
        </li>
      ))}
    </ul>
  )
}

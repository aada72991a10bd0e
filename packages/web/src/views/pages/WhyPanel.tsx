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
    <aside className="why" aria-label={`Why page ${label} is as it is`}>
      <header>
        <h2>Page {label}</h2>
        <button type="button" onClick={onClose} aria-label="Close">
          ×
        </button>
      </header>
      {known && !reasons && <p>This page is empty: what follows it begins on a right-hand page.</p>}
      {reasons && (
        <>
          <section>
            <h3>It ends with</h3>
            <p className="why-end">{reasons.ends}</p>
            <Parts parts={reasons.parts} />
          </section>
          {reasons.floats.length > 0 && (
            <section>
              <h3>Figures and tables</h3>
              <ul>
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
            <h3>Also considered</h3>
            {reasons.others.length === 0 && <p>There was no other place to end it.</p>}
            <ul>
              {reasons.others.map(({ ends, parts, more }) => (
                <li key={ends}>
                  <p className="why-end">{ends}</p>
                  <Parts parts={parts} />
                  <p className="why-more">
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
  if (parts.length === 0) return <p className="why-cost">It costs nothing.</p>
  return (
    <ul className="why-parts">
      {parts.map(({ says, cost }) => (
        <li key={says}>
          <span>{says}</span> <span className="why-cost">{cost >= 1e6 ? '' : cost.toLocaleString('en-GB')}</span>
        </li>
      ))}
    </ul>
  )
}

/** What the checks found, by weight, each with its place and, where one step mends it, its remedy. */

import { applyRemedy } from '@steady-ledger/core/findings/applyRemedy.ts'
import { type Finding, weightNames, weights } from '@steady-ledger/core/findings/finding.ts'
import { checks } from '@steady-ledger/core/findings/index.ts'
import { Link } from 'react-router'
import { useSession, useView } from '../../session/sessionContext.ts'
import { notify } from '../../ui/notices.ts'
import { SectionTitle } from '../../ui/SectionTitle.tsx'

const colours = { mustMend: 'text-(--mend)', shouldMend: 'text-(--should)', worthALook: 'text-(--ink-soft)' }
const edges = { mustMend: 'border-l-(--mend)', shouldMend: 'border-l-(--should)', worthALook: 'border-l-(--rule-strong)' }
const titles = new Map(checks.map(check => [check.name, check.title]))

export function FindingsView() {
  const session = useSession()
  const turnover = useView(view => view.turnover)
  const doc = useView(view => view.doc)
  if (!turnover)
    return (
      <main className="centre-note" aria-busy="true">
        Checking…
      </main>
    )
  const mend = (found: Finding[]): void => {
    const { tr } = session.state
    let done = 0
    // From the end of the work to its beginning, so that one remedy does not move the place of the next.
    for (const finding of [...found].reverse()) if (finding.remedy && applyRemedy(tr, finding.remedy)) done++
    if (done === 0) {
      notify({ kind: 'wrong', text: 'There is nothing left to mend there.' })
      return
    }
    if (!session.dispatch(tr)) return
    session.sayDone(done === 1 ? 'Mended.' : `${done} places were mended.`)
  }
  const page = (finding: Finding): string => turnover.labels[turnover.pageOf.get(finding.place) ?? -1] ?? ''
  return (
    <main className="h-full overflow-y-auto" aria-label="Findings">
      <div className="mx-auto grid max-w-[940px] gap-6 px-6 pt-5 pb-[60px]">
        {turnover.findings.length === 0 && (
          <div className="centre-note">
            <h2>Nothing to mend</h2>
            <p>{checks.length} checks looked at every heading, figure, table, equation, reference and paragraph.</p>
          </div>
        )}
        {weights.map(weight => {
          const own = turnover.findings.filter(finding => finding.weight === weight)
          if (own.length === 0) return null
          const kinds = [...new Set(own.map(finding => finding.check))]
          return (
            <section key={weight} aria-label={weightNames[weight]}>
              <SectionTitle className={colours[weight]}>
                {weightNames[weight]} <small className="font-interface text-sm font-normal">{own.length}</small>
              </SectionTitle>
              {kinds.map(kind => {
                const found = own.filter(finding => finding.check === kind)
                const mendable = found.filter(finding => finding.remedy)
                return (
                  <div key={kind}>
                    <h3 className="flex items-center justify-between pt-3 pb-1 font-semibold">
                      {titles.get(kind)}
                      {mendable.length > 1 && (
                        <button type="button" className="button" onClick={() => mend(mendable)}>
                          Mend all {mendable.length}
                        </button>
                      )}
                    </h3>
                    <ul>
                      {found.map(finding => (
                        <li
                          key={finding.id}
                          className={`finding ${weight} grid grid-cols-[minmax(0,1fr)_220px_190px] items-start gap-x-4 gap-y-1 border-b border-l-[3px] border-b-(--rule) py-2 pl-3 max-[860px]:grid-cols-[minmax(0,1fr)_190px] ${edges[weight]}`}
                        >
                          <div>
                            <p>{finding.message}</p>
                            <p className="text-[13px] text-(--ink-soft)">{finding.advice}</p>
                          </div>
                          {/* In a narrow window the place stands below what is said of it. */}
                          <span className="text-[13px] max-[860px]:row-start-2">
                            {finding.place && (
                              <Link to={`../galley/${finding.place}`}>
                                {doc.maybeChild(finding.division)?.firstChild?.textContent || 'Untitled'}
                                {page(finding) && `, page ${page(finding)}`}
                              </Link>
                            )}
                          </span>
                          {finding.remedy ? (
                            <button
                              type="button"
                              className="button justify-self-end text-left whitespace-normal max-[860px]:row-span-2"
                              onClick={() => mend([finding])}
                            >
                              {finding.remedy.says}
                            </button>
                          ) : (
                            <span />
                          )}
                        </li>
                      ))}
                    </ul>
                  </div>
                )
              })}
            </section>
          )
        })}
      </div>
    </main>
  )
}

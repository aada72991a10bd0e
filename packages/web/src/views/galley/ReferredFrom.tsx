import { textOfPieces } from '@steady-ledger/core/content/pieces.ts'
import { referencesTo } from '@steady-ledger/core/numbers/referencesTo.ts'
import { memo } from 'react'
import { Link } from 'react-router'
import { leadElsewhere } from '../../app/workCommands.ts'
import { useSession, useView } from '../../session/sessionContext.ts'

const ReferredFromOne = memo(({ holder, page, words }: { holder: string; page: string; words: string }) => (
  <li>
    <Link to={`../galley/${holder}`}>page {page}</Link> · {words}
  </li>
))

/** Where an entry is referred to from, each place leading there; all of them can be led elsewhere. */
export function ReferredFrom({ id }: { id: string }) {
  const session = useSession()
  const doc = useView(view => view.doc)
  useView(view => view.turnover)
  const entry = session.live.ledger.byId.get(id)
  if (!entry?.number || entry.item.kind === 'note') return null
  const places = referencesTo(doc, id)
  return (
    <section className="slip-part">
      <h3>Referred to from</h3>
      {places.length === 0 && <p className="text-[13px] text-(--ink-soft)">Nowhere yet.</p>}
      <ul className="slip-list">
        {places.slice(0, 12).map(({ holder, node, occurrence }) => (
          <ReferredFromOne
            key={occurrence}
            holder={holder}
            page={session.live.pageLabel(holder) ?? '…'}
            words={textOfPieces(session.live.wording(node, occurrence))}
          />
        ))}
        {places.length > 12 && <li>and {places.length - 12} more</li>}
      </ul>
      {places.length > 0 && (
        <button type="button" className="quiet-link" onClick={() => leadElsewhere(session, id)}>
          Lead {places.length === 1 ? 'it' : 'all of them'} elsewhere
        </button>
      )}
    </section>
  )
}

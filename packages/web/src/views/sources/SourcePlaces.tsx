/** Every citation of a source in its line of text, with what it says there: walked by the arrows, read on with Enter. */
import { textOfPieces } from '@steady-ledger/core/content/pieces.ts'
import { citationsAt } from '@steady-ledger/core/work/commands/sources.ts'
import type { Cited } from '@steady-ledger/core/work/kinds/inline.ts'
import { useDeferredValue, useMemo } from 'react'
import { useNavigate } from 'react-router'
import { useSession, useView } from '../../session/sessionContext.ts'
import { SectionTitle } from '../../ui/SectionTitle.tsx'
import { type Around, wordsAround } from '../aroundPlace.ts'
import { locatorSays } from '../galley/cited.ts'
import { AmongWords, PlaceLine } from '../PlaceLine.tsx'

interface Place extends Around {
  id: string
  holder: string
  says: string
  locator: string
}

export function SourcePlaces({ id }: { id: string }) {
  const session = useSession()
  const navigate = useNavigate()
  const doc = useDeferredValue(useView(view => view.doc))
  const turnover = useView(view => view.turnover)
  // biome-ignore lint/correctness/useExhaustiveDependencies: what citations say comes with a turnover
  const places = useMemo(
    () =>
      citationsAt(doc, id).map((at): Place => {
        const $at = doc.resolve(at)
        const node = doc.nodeAt(at)!
        let depth = $at.depth
        while (depth > 0 && !$at.node(depth).attrs.id) depth--
        return {
          id: node.attrs.id,
          holder: $at.node(depth).attrs.id ?? '',
          ...wordsAround(doc, at, session.live),
          says: textOfPieces(session.live.wording(node, node.attrs.id)),
          locator: (node.attrs.cites as readonly Cited[])
            .filter(({ source }) => source === id)
            .map(locatorSays)
            .filter(Boolean)
            .join(', '),
        }
      }),
    [doc, id, session, turnover],
  )
  return (
    <section aria-label="Citations">
      <SectionTitle>{places.length === 1 ? 'Cited once' : places.length ? `Cited ${places.length} times` : 'Not cited'}</SectionTitle>
      {places.length === 0 && <p className="empty">It is cited nowhere yet.</p>}
      <ul>
        {places.map(place => {
          const page = session.live.pageLabel(place.holder)
          return (
            <PlaceLine
              key={place.id}
              says={<AmongWords {...place} />}
              facts={[page && `page ${page}`, place.locator].filter(Boolean).join(' · ')}
              onOpen={() => void navigate(`../galley/${place.holder}`)}
            />
          )
        })}
      </ul>
    </section>
  )
}

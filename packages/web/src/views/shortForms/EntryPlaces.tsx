/** Every mention of an entry in its line of text, with what it prints there: walked by the arrows, read on with Enter. */

import type { Mentions, Standing } from '@steady-ledger/core/content/mentions/standing.ts'
import { wordMention } from '@steady-ledger/core/content/mentions/wordMention.ts'
import { textOfPieces } from '@steady-ledger/core/content/pieces.ts'
import { schema } from '@steady-ledger/core/work/schema.ts'
import { closeHistory } from '@tiptap/pm/history'
import { useDeferredValue, useMemo } from 'react'
import { useNavigate } from 'react-router'
import { useSession, useView } from '../../session/sessionContext.ts'
import { Menu } from '../../ui/Menu.tsx'
import { SectionTitle } from '../../ui/SectionTitle.tsx'
import { type Around, wordsAround } from '../aroundPlace.ts'
import { AmongWords, PlaceLine } from '../PlaceLine.tsx'

interface Place extends Around {
  at: number
  standing: Standing
  says: string
}

const reasons = {
  asked: 'asked for',
  heading: 'in a heading',
  caption: 'in a caption or table',
  abstract: 'in the abstract',
  first: 'written out: the first',
  later: '',
}

export function EntryPlaces({ id, mentions }: { id: string; mentions: Mentions }) {
  const session = useSession()
  const navigate = useNavigate()
  const doc = useDeferredValue(useView(view => view.doc))
  const turnover = useView(view => view.turnover)
  // biome-ignore lint/correctness/useExhaustiveDependencies: what stands around them may say pages
  const places = useMemo(() => {
    const standings = [...mentions.byPlace.values()].filter(({ entry }) => entry === id)
    const found: Place[] = []
    doc.descendants((node, at) => {
      if (node.type !== schema.nodes.mention || node.attrs.entry !== id) return
      const standing = standings[found.length]
      if (!standing) return
      found.push({
        at,
        standing,
        ...wordsAround(doc, at, session.live),
        says: textOfPieces(
          wordMention(node, standing.occurrence, { mentions, language: session.live.language, words: session.live.words }),
        ),
      })
    })
    return found
  }, [doc, id, mentions, session, turnover])
  const set = ({ at }: Place, name: string, value: unknown): void =>
    void session.dispatch(closeHistory(session.state.tr).setNodeAttribute(at, name, value))
  return (
    <section aria-label="Mentions">
      <SectionTitle>{places.length === 1 ? 'One mention' : `${places.length} mentions`}</SectionTitle>
      {places.length === 0 && <p className="empty">It is mentioned nowhere yet.</p>}
      <ul>
        {places.map((place, index) => {
          const { standing } = place
          const page = session.live.pageLabel(standing.holder)
          return (
            <PlaceLine
              key={standing.occurrence}
              says={<AmongWords {...place} />}
              facts={[page && `page ${page}`, reasons[standing.reason]].filter(Boolean).join(' · ')}
              onOpen={() => void navigate(`../galley/${standing.holder}`)}
            >
              <Menu
                label={`What can be done with mention ${index + 1}`}
                align="end"
                className="quiet"
                items={[
                  { key: 'auto', says: 'By itself', run: () => set(place, 'form', 'auto') },
                  { key: 'short', says: 'Always short', run: () => set(place, 'form', 'short') },
                  { key: 'full', says: 'Always in full', run: () => set(place, 'form', 'full') },
                  { key: 'both', says: 'Always in full with the short form', run: () => set(place, 'form', 'both') },
                ]}
              >
                ⋯
              </Menu>
            </PlaceLine>
          )
        })}
      </ul>
    </section>
  )
}

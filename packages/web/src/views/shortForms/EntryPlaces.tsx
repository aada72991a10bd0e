/** Every mention of an entry in its line of text, with what it prints there: walked by the arrows, read on with Enter. */

import type { Mentions, Standing } from '@steady-ledger/core/content/mentions/standing.ts'
import { wordMention } from '@steady-ledger/core/content/mentions/wordMention.ts'
import { textOfPieces } from '@steady-ledger/core/content/pieces.ts'
import { schema } from '@steady-ledger/core/work/schema.ts'
import { closeHistory } from '@tiptap/pm/history'
import { type KeyboardEvent, useDeferredValue, useMemo, useRef } from 'react'
import { useNavigate } from 'react-router'
import { useSession, useView } from '../../session/sessionContext.ts'
import { Menu } from '../../ui/Menu.tsx'
import { SectionTitle } from '../../ui/SectionTitle.tsx'
import { wordsAfter, wordsBefore } from '../aroundPlace.ts'

interface Place {
  at: number
  standing: Standing
  before: string
  says: string
  after: string
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
  useView(view => view.turnover)
  const list = useRef<HTMLUListElement>(null)
  const places = useMemo(() => {
    const standings = [...mentions.byPlace.values()].filter(({ entry }) => entry === id)
    const found: Place[] = []
    doc.descendants((node, at, parent) => {
      if (node.type !== schema.nodes.mention || node.attrs.entry !== id || !parent) return
      const standing = standings[found.length]
      if (!standing) return
      const offset = doc.resolve(at).parentOffset
      found.push({
        at,
        standing,
        before: wordsBefore(parent, offset),
        says: textOfPieces(
          wordMention(node, standing.occurrence, { mentions, language: session.live.language, words: session.live.words }),
        ),
        after: wordsAfter(parent, offset + 1),
      })
    })
    return found
  }, [doc, id, mentions, session])
  const onKeyDown = (event: KeyboardEvent, index: number): void => {
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0
    if (!step) return
    event.preventDefault()
    list.current?.querySelectorAll<HTMLElement>('[data-place]')[index + step]?.focus()
  }
  const set = ({ at }: Place, name: string, value: unknown): void =>
    void session.dispatch(closeHistory(session.state.tr).setNodeAttribute(at, name, value))
  return (
    <section aria-label="Mentions">
      <SectionTitle>{places.length === 1 ? 'One mention' : `${places.length} mentions`}</SectionTitle>
      {places.length === 0 && <p className="empty">It is mentioned nowhere yet.</p>}
      <ul ref={list}>
        {places.map((place, index) => {
          const { standing, before, says, after } = place
          const page = session.live.pageLabel(standing.holder)
          return (
            <li
              key={standing.occurrence}
              className="grid grid-cols-[minmax(0,1fr)_auto] items-start gap-x-3 border-b border-(--rule) py-1.5"
            >
              <button
                type="button"
                data-place
                title="Read on here: Enter"
                className="cursor-pointer text-left"
                onClick={() => void navigate(`../galley/${standing.holder}`)}
                onKeyDown={event => onKeyDown(event, index)}
              >
                <span className="block font-text">
                  <span className="text-(--ink-soft)">{before}</span>
                  <strong>{says}</strong>
                  <span className="text-(--ink-soft)">{after}</span>
                </span>
                <span className="block text-[13px] text-(--ink-soft)">
                  {[page && `page ${page}`, reasons[standing.reason]].filter(Boolean).join(' · ')}
                </span>
              </button>
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
            </li>
          )
        })}
      </ul>
    </section>
  )
}

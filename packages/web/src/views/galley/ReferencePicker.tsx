/** Choose what a reference leads to: a list of everything numbered, searched by number, kind, caption or label, several at once. */

import { type Wording, wordings, wordReference } from '@steady-ledger/core/content/references/wordReference.ts'
import { entryName } from '@steady-ledger/core/content/titles.ts'
import { saysFormula } from '@steady-ledger/core/numbers/item.ts'
import type { Entry } from '@steady-ledger/core/numbers/ledger.ts'
import { scanDivision } from '@steady-ledger/core/numbers/scan.ts'
import { findBlock } from '@steady-ledger/core/work/commands/sections.ts'
import { plainText, schema } from '@steady-ledger/core/work/schema.ts'
import { useMemo, useState } from 'react'
import { insertReference } from '../../editor/insert.ts'
import { useSession, useView } from '../../session/sessionContext.ts'
import { FormulaText } from '../FormulaText.tsx'
import { closeBehind, Picker, type PickerPlace } from './Picker.tsx'

const mostRecent = 6

export function ReferencePicker(here: PickerPlace) {
  const { view, at, put } = here
  const session = useSession()
  const ledger = useView(shown => shown.ledger)
  const existing = at === null ? null : view.state.doc.nodeAt(at)
  const [targets, setTargets] = useState<string[]>(
    () => (existing?.attrs.targets as string[] | undefined)?.filter(id => ledger.byId.has(id)) ?? [],
  )
  const [wording, setWording] = useState<Wording>(existing?.attrs.wording ?? 'nameAndNumber')
  const [asked, setAsked] = useState('')
  const fitting = useMemo(() => {
    const words = asked.toLowerCase().split(/\s+/).filter(Boolean)
    // Items of lists are many and seldom referred to: they come when they are asked for.
    const fits = (entry: Entry): boolean =>
      (entry.number !== '' || entry.item.kind === 'place') &&
      (!['listItem', 'place'].includes(entry.item.kind) || words.length > 0) &&
      words.every(word => textOf(entry).includes(word))
    const all = ledger.entries.filter(fits)
    if (words.length) return all.map(({ id }) => id)
    const recent = session.recentTargets.flatMap(id => ledger.byId.get(id) ?? []).filter(fits)
    return [...recent, ...all.filter(entry => entry.item.kind !== 'note' && !recent.includes(entry))].map(({ id }) => id)
  }, [ledger, asked, session])
  const counts = useMemo(() => {
    const times = new Map<string, number>()
    for (const node of view.state.doc.children)
      for (const { targets: own } of scanDivision(node).references) for (const id of own) times.set(id, (times.get(id) ?? 0) + 1)
    return times
  }, [view])
  const wanted = (current: string | undefined): string[] => (targets.length ? targets : current === undefined ? [] : [current])
  const take = (current: string | undefined): void => {
    const chosen = wanted(current)
    if (chosen.length === 0) return
    session.recentTargets = [...new Set([...chosen, ...session.recentTargets])].slice(0, mostRecent)
    if (at !== null)
      session.dispatch(
        session.state.tr.setNodeAttribute(at, 'targets', chosen).setNodeAttribute(at, 'wording', wording).setMeta('pick', true),
      )
    else {
      // A place in the text has no number: what can be said of it is its page.
      const places = chosen.every(id => ledger.byId.get(id)?.item.kind === 'place')
      const says = places && (wording === 'nameAndNumber' || wording === 'number') ? 'page' : wording
      if (put === null) session.run(insertReference(chosen, says))
      else session.dispatch(session.state.tr.insert(put, schema.nodes.reference.create({ targets: chosen, wording: says })))
    }
    closeBehind(here)
  }
  return (
    <Picker
      columns="grid-cols-[14px_118px_minmax(0,1fr)_auto_auto]"
      place={here}
      label="Choose what to refer to"
      searchedBy="number, kind, caption or label"
      listLabel="Everything numbered"
      asked={asked}
      onAsk={setAsked}
      fitting={fitting}
      chosen={targets}
      onToggle={id => setTargets(targets.includes(id) ? targets.filter(other => other !== id) : [...targets, id])}
      onTake={take}
      beside={
        <label>
          Says{' '}
          <select value={wording} onChange={event => setWording(event.target.value as Wording)}>
            {Object.entries(wordings).map(([key, name]) => (
              <option key={key} value={key}>
                {name}
              </option>
            ))}
          </select>
        </label>
      }
      row={id => {
        const entry = ledger.byId.get(id)!
        const picture = pictureOf(entry, session)
        return (
          <>
            <span className="picked-name">{entryName(entry)}</span>
            <span className="truncate font-text">
              {saysFormula(entry.item) ? (
                <FormulaText source={entry.item.text!.attrs.formula} />
              ) : (
                plainText(entry.item.text!) || 'No caption'
              )}
            </span>
            <span className="text-xs whitespace-nowrap text-(--ink-soft)">
              {session.recentTargets.includes(id) && !asked ? 'recent · ' : ''}
              {whereIs(entry, session)}
              {counts.get(id) ? ` · referred to ${counts.get(id)}×` : ''}
            </span>
            {picture && <img className="h-[34px] w-14 bg-white object-contain" src={picture} alt="" />}
          </>
        )
      }}
      none="Nothing numbered is called that."
      more="some of the number, the caption or the label"
      preview={current =>
        wordReference(
          { targets: wanted(current), wording, was: {} },
          { ledger, language: session.work.settings.language, pageOf: session.live.pageOf, before: '' },
        )
          .map(({ text }) => text)
          .join('')
      }
      does="Insert"
    />
  )
}

/** Its division, and its page once that is known. */
function whereIs(entry: Entry, session: ReturnType<typeof useSession>): string {
  const host = session.live.ledger.byId.get(session.state.doc.maybeChild(entry.division)?.attrs.id)
  const page = session.live.pageLabel(entry.id)
  return [host?.bare && host.id !== entry.id && `${host.names.shortOne} ${host.bare}`, page && `p. ${page}`].filter(Boolean).join(', ')
}

const texts = new WeakMap<Entry, string>()
function textOf(entry: Entry): string {
  let text = texts.get(entry)
  if (text === undefined) {
    const said = saysFormula(entry.item) ? '' : plainText(entry.item.text!)
    texts.set(
      entry,
      (text = `${entry.names.one} ${entry.names.shortOne} ${entry.number} ${entry.bare} ${said} ${entry.item.label}`.toLowerCase()),
    )
  }
  return text
}

function pictureOf(entry: Entry, session: ReturnType<typeof useSession>): string | undefined {
  if (entry.item.block !== 'figure' && entry.item.block !== 'panel') return undefined
  const node = session.state.doc.nodeAt(findBlock(session.state.doc, entry.id))
  return node ? session.live.pictureAddress(node.attrs.picture) : undefined
}

/** What a scheme that is being tried would change, before it is applied. */

import type { WordingChange } from '@steady-ledger/core/content/references/changedWordings.ts'
import type { NumberChange } from '@steady-ledger/core/numbers/compareLedgers.ts'
import { useState } from 'react'

interface Props {
  numbers: NumberChange[]
  wordings: WordingChange[]
  trying: boolean
  /** Said while nothing is tried, and on the button that applies it. */
  waits?: string
  does?: string
  fixed: boolean
  onApply(): void
  onSetAside(): void
}

const mostShown = 10

const usual = 'Alter anything at the left. What it would change in this work is counted here before it is applied.'

export function WhatWouldChange({ numbers, wordings, trying, waits = usual, does = 'Apply', fixed, onApply, onSetAside }: Props) {
  const [all, setAll] = useState(false)
  const counts: [number, string][] = [
    [numbers.filter(({ kind }) => kind === 'heading').length, 'headings'],
    [numbers.filter(({ kind }) => kind === 'series').length, 'captions'],
    [numbers.filter(({ kind }) => kind === 'note').length, 'notes'],
    [numbers.filter(({ kind }) => kind === 'listItem').length, 'items of lists'],
    [wordings.length, 'references reworded'],
  ]
  const said = new Set<string>()
  const wordingRows = wordings.filter(({ from, to }) => !said.has(`${from}\n${to}`) && said.add(`${from}\n${to}`))
  // Some of each kind, so that the list shows what sorts of change there are.
  const headings = numbers.filter(({ kind }) => kind === 'heading')
  const others = numbers.filter(({ kind }) => kind !== 'heading')
  const some = [...headings.slice(0, mostShown - Math.min(4, others.length)), ...others.slice(0, 4)].slice(0, mostShown)
  const shown = all ? numbers : some
  const references = all ? wordingRows : wordingRows.slice(0, 6)
  const more = numbers.length - shown.length + wordingRows.length - references.length
  return (
    <aside
      className="grid content-start gap-3 overflow-y-auto border-l border-(--rule-strong) bg-(--paper) px-[18px] pt-[18px] pb-10"
      aria-label="What would change"
    >
      <p className="column-head">What would change</p>
      {!trying && <p>{waits}</p>}
      {trying && (
        <>
          <dl className="flex items-start gap-[18px] max-[1180px]:flex-wrap">
            {counts.map(([count, says]) => (
              <div key={says} className="flex max-w-[84px] flex-col-reverse justify-end">
                <dt className="text-xs/[15px] text-(--ink-soft)">{says}</dt>
                <dd className="font-text text-[21px] font-semibold text-(--structure)">{count}</dd>
              </div>
            ))}
          </dl>
          {numbers.length + wordings.length === 0 && <p>No number in this work would change. How blocks look may.</p>}
          <ul>
            {shown.map(({ id, from, to }) => (
              <Change key={id} from={from} to={to} />
            ))}
            {references.map(({ from, to }) => (
              <Change key={`${from} ${to}`} from={from} to={to} />
            ))}
          </ul>
          {(more > 0 || all) && (
            <button type="button" className="quiet-link justify-self-start" aria-expanded={all} onClick={() => setAll(!all)}>
              {all ? 'Show some of each kind' : `Show ${more.toLocaleString('en-GB')} more`}
            </button>
          )}
          <p className="button-row">
            <button type="button" className="button primary" disabled={fixed} onClick={onApply}>
              {does}
            </button>
            <button type="button" className="button" onClick={onSetAside}>
              Cancel
            </button>
          </p>
        </>
      )}
    </aside>
  )
}

function Change({ from, to }: { from: string; to: string }) {
  return (
    <li className="grid grid-cols-[minmax(0,1fr)_18px_minmax(0,1fr)] gap-1 border-b border-(--rule) py-[3px] font-text">
      <del className="text-(--mend)">{from || 'no number'}</del>
      <span aria-hidden="true">→</span>
      <ins className="text-(--structure) no-underline">{to || 'no number'}</ins>
    </li>
  )
}

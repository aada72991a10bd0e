/** A row of the ledger: an entry with the account of its number, its caption and label to be edited, its page, references and findings. */
import { entryName } from '@steady-ledger/core/content/titles.ts'
import type { MilestoneChange } from '@steady-ledger/core/milestones/compareMilestones.ts'
import { saysFormula } from '@steady-ledger/core/numbers/item.ts'
import type { Entry } from '@steady-ledger/core/numbers/ledger.ts'
import { findBlock } from '@steady-ledger/core/work/commands/sections.ts'
import { plainText, schema } from '@steady-ledger/core/work/schema.ts'
import { Popover } from 'radix-ui'
import { memo } from 'react'
import { Link } from 'react-router'
import { entryType } from '../../editor/insert.ts'
import { sinceWords } from '../../editor/live.ts'
import { useSession } from '../../session/sessionContext.ts'
import { DraftInput } from '../../ui/DraftInput.tsx'
import { AccountSteps } from '../AccountSteps.tsx'
import { FormulaText } from '../FormulaText.tsx'

/** In pixels. */
export const rowHeight = 38
/** The columns of head and rows. */
export const columns =
  'grid grid-cols-[140px_minmax(200px,1fr)_170px_56px_180px_190px] items-center gap-4 pr-4 max-[1100px]:grid-cols-[124px_minmax(160px,1fr)_120px_44px_130px_120px] max-[1100px]:gap-2.5'
const fieldInRow = 'quiet-field w-full px-1 py-[3px] text-ellipsis'

interface RowProps {
  entry: Entry
  /** Distance from the top of the table, in pixels. */
  start: number
  /** Among all rows, from 0. */
  index: number
  current: boolean
  page: string
  referred: string[]
  label(id: string): string
  since: MilestoneChange | undefined
  finding: string
  weight: string
}

/** Rows that stay in sight while others come are not drawn again. */
export const EntryRow = memo(function EntryRow({ entry, start, index, current, page, referred, label, since, finding, weight }: RowProps) {
  const { item } = entry
  const pages = [...new Map(referred.map(holder => [label(holder), holder]))].map(([page, holder]) => ({ holder, page }))
  const series = item.kind === 'series'
  return (
    <div
      role="row"
      aria-rowindex={index + 2}
      aria-current={current || undefined}
      className={`ledger-row group/row absolute inset-x-0 top-0 border-b border-(--rule) aria-current:bg-(--structure-wash) aria-current:shadow-[inset_3px_0_0_var(--structure)] ${columns}`}
      style={{ transform: `translateY(${start}px)`, height: rowHeight }}
      draggable
      onDragStart={event => {
        // A field is dragged over to select in it.
        if ((event.target as HTMLElement).tagName === 'INPUT') return
        event.dataTransfer.effectAllowed = 'copy'
        event.dataTransfer.setData(entryType, entry.id)
        event.dataTransfer.setData('text/plain', entryName(entry))
      }}
    >
      <span
        role="cell"
        className="ledger-number relative -mr-2 flex h-full items-center justify-end border-r-3 border-double border-(--column-rule) pr-3 text-right font-text text-[15px] font-semibold whitespace-nowrap"
      >
        <AccountButton entry={entry} />
        <Link to={`../galley/${entry.id}`}>{series ? `${entry.names.one} ${entry.number}` : entry.bare || '–'}</Link>
      </span>
      <span
        role="cell"
        className={`min-w-0 truncate font-text text-base ${item.kind === 'heading' && item.level === 1 ? '[&_input]:font-semibold' : ''}`}
      >
        {saysFormula(item) ? (
          <span className="px-[5px]">
            <FormulaText source={item.text!.attrs.formula} />
          </span>
        ) : (
          <CaptionField entry={entry} />
        )}
      </span>
      <span role="cell">
        <LabelField entry={entry} />
      </span>
      <span role="cell" className="text-right">
        {page && <Link to={`../pages/${page}`}>{page}</Link>}
      </span>
      <span role="cell" className="quiet-links truncate text-[13px]">
        {pages.length === 0 ? (
          <em className="text-(--ink-soft) not-italic">{item.kind === 'note' ? '' : 'never'}</em>
        ) : (
          <>
            {pages.length === 1 ? 'page ' : 'pages '}
            {pages.slice(0, 4).map(({ holder, page: at }, index) => (
              <span key={holder}>
                {index > 0 && ', '}
                <Link to={`../galley/${holder}`}>{at || '…'}</Link>
              </span>
            ))}
            {pages.length > 4 && ' …'}
          </>
        )}
      </span>
      <span role="cell" className={`truncate text-[13px] ${weight === 'mustMend' ? 'text-(--mend)' : 'text-(--should)'}`} title={finding}>
        {since && <span className="text-(--should)">{sinceWords(since)}</span>} {finding}
      </span>
    </div>
  )
})

/** The account of a number, beside its row. */
function AccountButton({ entry }: { entry: Entry }) {
  return (
    <Popover.Root>
      <Popover.Trigger
        className="absolute left-1 size-[18px] border border-(--rule-strong) bg-(--sheet) font-interface text-xs/4 font-normal text-(--ink-soft) opacity-0 group-focus-within/row:opacity-100 group-hover/row:opacity-100 data-[state=open]:opacity-100 before:content-['?'/'']"
        aria-label={`Account of ${entryName(entry)}`}
      />
      <Popover.Portal>
        <Popover.Content className="floating z-20 w-[320px] px-3.5 py-2.5 [&_a]:underline" side="right" align="start" collisionPadding={12}>
          <h3 className="mb-1 font-semibold">Account of the number</h3>
          <AccountSteps id={entry.id} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}

/** Plain captions and notes are edited in place; those with formulas, references or notes in them are edited in the galley. */
function CaptionField({ entry }: { entry: Entry }) {
  const session = useSession()
  const text = entry.item.text!
  const plain = text.children.every(child => child.isText && child.marks.length === 0)
  const said = plainText(text)
  const isNote = entry.item.kind === 'note'
  // An empty note has no paragraph to write into here; one that is made of a citation is no text of its author's.
  if (!plain || (isNote && !said) || entry.item.block === 'statement')
    return (
      <Link className="px-[5px] text-inherit" to={`../galley/${entry.id}`}>
        {session.live.textOf(text, entry.id) || (isNote ? 'No text' : 'No caption')}
      </Link>
    )
  const write = (draft: string): void => {
    const at = findBlock(session.state.doc, entry.id)
    const node = session.state.doc.nodeAt(at)
    const words = draft.trim()
    if (!node || words === said) return
    const start = at + (node.inlineContent ? 1 : 2)
    session.dispatch(session.state.tr.replaceWith(start, start + text.content.size, words ? [schema.text(words)] : []))
  }
  return (
    <DraftInput
      key={entry.id}
      className={fieldInRow}
      label={`${isNote ? 'Text' : 'Caption'} of ${entryName(entry)}`}
      value={said}
      placeholder={isNote ? 'No text' : 'No caption'}
      onChange={write}
    />
  )
}

function LabelField({ entry }: { entry: Entry }) {
  const session = useSession()
  return (
    <span className="relative block">
      <DraftInput
        key={entry.id}
        className={fieldInRow}
        over
        label={`Label of ${entryName(entry)}`}
        value={entry.item.label}
        check={draft => {
          const label = draft.trim()
          const other = label && session.live.ledger.entries.find(found => found.item.label === label && found.id !== entry.id)
          return other ? `${entryName(other)} has this label already` : ''
        }}
        onChange={draft => {
          const at = findBlock(session.state.doc, entry.id)
          if (at >= 0) session.dispatch(session.state.tr.setNodeAttribute(at, 'label', draft.trim()))
        }}
      />
    </span>
  )
}

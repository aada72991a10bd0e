import { Link } from 'react-router'
import { sizeOf } from '../../session/jobState.ts'
import type { WorkRecord } from '../../storage/database.ts'
import type { LastBackup } from '../../storage/lastBackup.ts'
import { openAhead } from '../index.ts'

const date = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' })
const day = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium' })

function backedUp({ id, revision = 0 }: WorkRecord, last: LastBackup | null): string {
  const then = last?.works[id]
  if (!last || then === undefined) return 'In no backup yet'
  return then === revision ? `In the backup of ${day.format(last.at)}` : `Changed since the backup of ${day.format(last.at)}`
}

export function WorkCard({
  record,
  last,
  onDuplicate,
  onExport,
  onDelete,
}: {
  record: WorkRecord
  last: LastBackup | null
  onDuplicate(): void
  onExport(): void
  onDelete(): void
}) {
  return (
    <li className="work-card grid gap-2 border border-(--rule-strong) bg-(--sheet) p-3.5">
      <Link
        to={`/work/${record.id}/galley`}
        className="work-cover grid gap-2.5 text-inherit"
        onPointerEnter={() => openAhead(record.id)}
        onFocus={() => openAhead(record.id)}
      >
        <span
          className="mx-auto my-1 flex h-[190px] w-[134px] flex-col justify-between overflow-hidden bg-(--page) px-3 pt-11 pb-3 text-center font-text text-(--page-ink) shadow-[0_1px_3px_rgb(0_0_0/25%)]"
          aria-hidden="true"
        >
          <span className="text-xs/4 font-semibold">{record.title}</span>
          <span className="font-interface text-[9px]/3">{record.settings.author}</span>
        </span>
        <span className="work-name font-text text-base/[22px] font-semibold">{record.title}</span>
      </Link>
      <p className="text-[13px]/[18px] text-(--ink-soft)">
        {record.copied && `Copy of ${date.format(record.copied)} · `}
        {record.kind === 'thesis' ? 'Thesis' : 'Paper'}
        {record.pages > 0 && ` · ${record.pages} pages`}
        {record.words > 0 && ` · ${record.words.toLocaleString('en-GB')} words`}
        <br />
        {date.format(record.changed)} · {sizeOf(record.size)}
        <br />
        {backedUp(record, last)}
      </p>
      <div className="flex flex-wrap gap-x-4 gap-y-0.5 text-[13px] whitespace-nowrap text-(--structure) [&>button:hover]:underline">
        <button type="button" onClick={onDuplicate}>
          Duplicate
        </button>
        <button type="button" onClick={onExport}>
          Save as a file
        </button>
        <Link to={`/work/${record.id}/earlier`}>Earlier states</Link>
        <button type="button" onClick={onDelete}>
          Remove
        </button>
      </div>
    </li>
  )
}

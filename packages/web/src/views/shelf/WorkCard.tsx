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
    <li className="work-card">
      <Link
        to={`/work/${record.id}/galley`}
        className="work-cover"
        onPointerEnter={() => openAhead(record.id)}
        onFocus={() => openAhead(record.id)}
      >
        <span className="cover-page" aria-hidden="true">
          <span className="cover-title">{record.title}</span>
          <span className="cover-author">{record.settings.author}</span>
        </span>
        <span className="work-name">{record.title}</span>
      </Link>
      <p className="work-facts">
        {record.copied && `Copy of ${date.format(record.copied)} · `}
        {record.kind === 'thesis' ? 'Thesis' : 'Paper'}
        {record.pages > 0 && ` · ${record.pages} pages`}
        {record.words > 0 && ` · ${record.words.toLocaleString('en-GB')} words`}
        <br />
        {date.format(record.changed)} · {sizeOf(record.size)}
        <br />
        {backedUp(record, last)}
      </p>
      <div className="work-acts">
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

/** What changed since a milestone, as text to paste into a letter. */
import { compareMilestones, type MilestoneChange } from '@steady-ledger/core/milestones/compareMilestones.ts'
import { changesAsHtml, changesAsText } from '@steady-ledger/core/milestones/writeChanges.ts'
import type { Milestone } from '@steady-ledger/core/work/parts/milestones.ts'
import { useSession, useView } from '../../session/sessionContext.ts'
import { notify } from '../../ui/notices.ts'

export async function copyChanges(rows: MilestoneChange[], type: 'text/plain' | 'text/html'): Promise<void> {
  const items: Record<string, Blob> = { 'text/plain': new Blob([changesAsText(rows)], { type: 'text/plain' }) }
  if (type === 'text/html') items['text/html'] = new Blob([changesAsHtml(rows)], { type: 'text/html' })
  try {
    await navigator.clipboard.write([new ClipboardItem(items)])
    notify({ kind: 'done', text: `${rows.length} ${rows.length === 1 ? 'change was' : 'changes were'} copied.` })
  } catch {
    notify({ kind: 'wrong', text: 'The browser did not let the clipboard be used. Save the changes as CSV instead.' })
  }
}

export function CopyChanges({ since }: { since: Milestone }) {
  const session = useSession()
  const ready = useView(view => view.turnover !== null)
  const copy = (): void => {
    const now = session.records()
    if (now) void copyChanges(compareMilestones(since.records, now), 'text/html')
    else notify({ kind: 'wrong', text: 'The pages of the latest change are still being made. Try again in a moment.' })
  }
  return (
    <button type="button" className="button mt-2" disabled={!ready} onClick={copy}>
      Copy what changed since “{since.name}”
    </button>
  )
}

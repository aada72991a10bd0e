/** The shelf: the works kept in this browser. */

import { lazy, Suspense, useCallback, useEffect, useRef, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { useJob } from '../../session/jobState.ts'
import { closeSession } from '../../session/openNow.ts'
import type { Choice } from '../../storage/backup.ts'
import { database, type WorkRecord } from '../../storage/database.ts'
import { keepStorage, reasonFor } from '../../storage/health.ts'
import { type LastBackup, lastBackup } from '../../storage/lastBackup.ts'
import { FileInput } from '../../ui/FileInput.tsx'
import { Notices } from '../../ui/Notices.tsx'
import { notify } from '../../ui/notices.ts'
import { download } from '../download.ts'
import { fetchAhead } from '../index.ts'
import { putDemoOnShelf } from './demo.ts'
import { type Intake, readInThread, type Tell, writeInThread } from './intakeThread.ts'
import { NewWork } from './NewWork.tsx'
import { StorageFacts } from './StorageFacts.tsx'
import { forgetDeleted, tellTabs } from './shelfRecords.ts'
import { WorkCard } from './WorkCard.tsx'

/** How many things that a damaged file lacks are called by name. */
const mostNamed = 6
const dayInName = (): string => new Date().toISOString().slice(0, 10)
const acts = () => import('./shelfActs.ts')
const RestoreDialog = lazy(async () => ({ default: (await import('./RestoreDialog.tsx')).RestoreDialog }))

interface Busy {
  says: string
  done: number
  of: number
  stop?: () => void
}
type OpenBackup = Extract<Intake, { kind: 'backup' }> & { name: string }

export function Shelf() {
  const navigate = useNavigate()
  const [works, setWorks] = useState<WorkRecord[] | null>(null)
  const [last, setLast] = useState<LastBackup | null>(null)
  const [busy, setBusy] = useState<Busy | null>(null)
  const [failure, setFailure] = useState('')
  const [unsaved, setUnsaved] = useState<{ id: string; title: string } | null>(null)
  const [backup, setBackup] = useState<OpenBackup | null>(null)
  const job = useJob(state => state.job)
  const chooser = useRef<HTMLInputElement>(null)
  const refresh = useCallback(async () => {
    const all = (await database.works.orderBy('changed').reverse().toArray()).filter(record => !record.deleted)
    setWorks(all)
    setLast(await lastBackup())
    return all
  }, [])
  useEffect(() => {
    document.title = 'Shelf – Steady Ledger'
    void (async () => {
      try {
        const kept = await closeSession()
        setUnsaved(kept)
        await forgetDeleted()
        await putDemoOnShelf(says => setBusy({ says, done: 0, of: 0 }))
        setBusy(null)
        const [latest] = await refresh()
        fetchAhead(latest?.id)
      } catch (error) {
        setBusy(null)
        setFailure(reasonFor(error as Error))
      }
    })()
  }, [refresh])

  /** Runs something with progress; `stop` is offered where it can be ended. */
  const during = async <Value,>(says: string, run: (tell: Tell, signal: AbortSignal) => Promise<Value>): Promise<Value | null> => {
    const ending = new AbortController()
    setBusy({ says, done: 0, of: 1, stop: () => ending.abort() })
    try {
      return await run((done, of) => setBusy(was => was && { ...was, done, of }), ending.signal)
    } finally {
      setBusy(null)
    }
  }
  /** What went wrong is said, and the shelf shows what is there now. */
  const doing = (what: string, run: () => Promise<unknown>) => (): void =>
    void run()
      .catch((error: Error) => notify({ kind: 'wrong', text: `${what} ${reasonFor(error)}` }))
      .finally(() => void refresh().catch(() => {}))

  const go = (id: string, begins = false): void => {
    void keepStorage()
    navigate(`/work/${id}/galley`, { state: { begins } })
  }
  const open = async (file: File): Promise<void> => {
    try {
      // Everything is read and checked before anything is stored: a failed opening changes nothing.
      const intake = await during(`Opening “${file.name}” …`, async (tell, signal) =>
        readInThread(new Uint8Array(await file.arrayBuffer()), tell, signal),
      )
      if (intake?.kind === 'refused') refused(file.name, intake)
      else if (intake?.kind === 'backup') setBackup({ ...intake, name: file.name })
      else if (intake?.kind === 'read') {
        go(await (await acts()).takeIn(intake.work))
        if (intake.keepsakes) await (await acts()).takeKeepsakes(intake.keepsakes)
      }
    } catch (error) {
      refused(file.name, { kind: 'refused', message: reasonFor(error as Error), readable: null })
    }
  }
  const refused = (name: string, { message, readable }: Extract<Intake, { kind: 'refused' }>): void =>
    notify({
      kind: 'wrong',
      text: `“${name}” was not opened. ${message} Nothing on the shelf was changed.`,
      ...(readable ? { action: { says: 'Open what can be read', run: () => void openReadable(readable) } } : {}),
    })
  const openReadable = async ({ work, missing }: NonNullable<Extract<Intake, { kind: 'refused' }>['readable']>): Promise<void> => {
    go(await (await acts()).takeIn(work))
    const lacks = missing.slice(0, mostNamed).join(', ')
    const more = missing.length > mostNamed ? ` and ${missing.length - mostNamed} more` : ''
    if (missing.length) notify({ kind: 'wrong', text: `This is what could be read. Missing: ${lacks}${more}.` })
    else notify({ kind: 'done', text: 'All of it could be read.' })
  }
  const openAll = async (files: readonly File[]): Promise<void> => {
    for (const file of files) await open(file)
  }
  const backUp = async (): Promise<void> => {
    const written = await during('Backing up everything …', writeInThread)
    if (!written) return
    download(written.file, 'application/zip', `steady-ledger-backup-${dayInName()}.zip`)
    const { count, missing } = written
    const told = `${count} ${count === 1 ? 'work is' : 'works are'} in the backup.`
    if (missing.length) notify({ kind: 'wrong', text: `${told} These could not be read and are not in it: ${missing.join(', ')}.` })
    else notify({ kind: 'done', text: `${told} Open it here as a bundle to restore.` })
  }
  const restore = async ({ restore: run, name }: OpenBackup, choices: Record<string, Choice>): Promise<void> => {
    setBackup(null)
    const count = await during(`Restoring from “${name}” …`, tell => run(choices, tell))
    if (count) notify({ kind: 'done', text: `${count} ${count === 1 ? 'work was' : 'works were'} restored.` })
  }
  const remove = async (record: WorkRecord): Promise<void> => {
    await database.works.update(record.id, { deleted: Date.now() })
    tellTabs(record.id, 'gone')
    notify({
      kind: 'done',
      text: `“${record.title}” was taken off the shelf.`,
      action: {
        says: 'Put it back',
        run: doing('It was not put back.', async () => {
          await database.works.update(record.id, { deleted: undefined })
          tellTabs(record.id, 'back')
        }),
      },
    })
  }
  const writing = job?.kind === 'writing' ? job : null
  return (
    <main
      className="h-full overflow-y-auto bg-(--paper) px-12 pt-8 pb-[60px]"
      onDragOver={event => event.preventDefault()}
      onDrop={event => {
        event.preventDefault()
        void openAll([...event.dataTransfer.files])
      }}
    >
      <header className="mb-6 flex items-start justify-between border-b-3 border-double border-(--column-rule) pb-3.5">
        <div>
          <h1 className="font-text text-[26px]/9 font-semibold">Steady Ledger</h1>
          <p className="text-(--ink-soft)">The works kept in this browser. Nothing leaves it unless you save a file.</p>
        </div>
        <div className="flex gap-2">
          <Link className="button quiet" to="/what-is-what">
            What is what
          </Link>
          <button
            type="button"
            className="button"
            disabled={!works?.length || busy !== null}
            onClick={doing('No backup was written.', backUp)}
          >
            Back up everything
          </button>
          <button type="button" className="button" title="A work, or a backup of all of them" onClick={() => chooser.current?.click()}>
            Open a bundle
          </button>
        </div>
        <FileInput input={chooser} multiple label="Bundle file" accept=".zip,application/zip" onFiles={files => void openAll(files)} />
      </header>
      {failure && (
        <div className="text-(--mend)" role="alert">
          <h2>Works cannot be kept in this browser</h2>
          <p>
            {failure} Let this address keep data (cookies and site data), leave private browsing, or make room on the disk; then reload the
            page. Nothing is shown as long as it could not be kept.
          </p>
        </div>
      )}
      {unsaved && (
        <p className="save-trouble trouble-bar mb-4 border border-(--mend)!" role="alert">
          <strong>Not saved.</strong> “{unsaved.title}” holds changes that the browser could not keep. It is still open.{' '}
          <Link className="button" to={`/work/${unsaved.id}/galley`}>
            Back to it
          </Link>
        </p>
      )}
      {(busy || writing) && (
        <p role="status" className="shelf-reading mb-4 flex items-center gap-3">
          {busy?.says ?? `Saving “${writing?.title}” …`}
          {busy?.of !== 0 && <progress aria-label="Done" value={busy?.done ?? writing?.done} max={busy?.of ?? writing?.of} />}
          {(busy?.stop ?? writing?.stop) && (
            <button type="button" className="button" onClick={busy?.stop ?? writing?.stop}>
              Cancel
            </button>
          )}
        </p>
      )}
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(236px,1fr))] items-start gap-6">
        {works?.map(record => (
          <WorkCard
            key={record.id}
            record={record}
            last={last}
            onDuplicate={doing('It was not duplicated.', async () => (await acts()).duplicate(record))}
            onExport={doing('It was not saved as a file.', async () => (await acts()).exportBundle(record))}
            onDelete={doing('It was not removed.', () => remove(record))}
          />
        ))}
        {!failure && (
          <NewWork
            onBegin={(kind, title) => doing('No work was begun.', async () => go(await (await acts()).begin(kind, title), true))()}
          />
        )}
      </ul>
      {works && <StorageFacts />}
      {backup && (
        <Suspense>
          <RestoreDialog
            name={backup.name}
            works={backup.works}
            onClose={() => setBackup(null)}
            onRestore={choices => doing('Not everything was restored.', () => restore(backup, choices))()}
          />
        </Suspense>
      )}
      <Notices />
    </main>
  )
}
